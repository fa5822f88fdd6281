import { explain } from '$lib/api/client';

interface Reply<T> {
  data?: T;
  error?: unknown;
}

/**
 * The latest answer to a question that keeps changing: one request at a time,
 * and after it the newest, so that a drag never waits for answers it has outrun.
 */
export class Latest<T> {
  value = $state.raw<T>();
  /** Why the latest answer did not come, in a coach's words. */
  error = $state('');
  /** The problem itself, where the server gave one. */
  problem = $state.raw<unknown>();
  /** Whether an answer is under way, to be shown. */
  busy = $state(false);
  // What asking itself goes by is no state: an effect that asks must not be run
  // again by its own question.
  #asking: Promise<void> | undefined;
  #next: (() => Promise<Reply<T>>) | undefined;
  #run = 0;

  constructor(value?: T) {
    this.value = value;
  }
  /** Resolves when nothing is waiting to be asked any more. */
  ask(run: () => Promise<Reply<T>>): Promise<void> {
    this.#next = run;
    return (this.#asking ??= this.#askAll());
  }
  /** The answer to the newest question, as soon as it is there; undefined where none came. */
  async newest(): Promise<T | undefined> {
    await this.#asking;
    return this.error ? undefined : this.value;
  }
  async #askAll() {
    this.busy = true;
    while (this.#next) {
      const now = this.#next;
      this.#next = undefined;
      const run = this.#run;
      const { data, error } = await now().catch((error: unknown): Reply<T> => ({ error }));
      if (run !== this.#run) continue;
      if (data !== undefined) this.value = data;
      this.problem = data === undefined ? error : undefined;
      this.error = data === undefined ? explain(error) : '';
    }
    this.#asking = undefined;
    this.busy = false;
  }
  /** Nothing is asked any more; an answer under way is let go by. */
  clear() {
    this.#next = undefined;
    this.#run++;
    this.value = undefined;
    this.error = '';
    this.problem = undefined;
  }
}
