import { explain } from '$lib/api/client';

export type Values = Record<string, number | string>;

/** What a question starts from, read over by what the address says. */
export function read<T extends Values>(defaults: T, params: URLSearchParams): T {
  const out: Values = { ...defaults };
  for (const [key, otherwise] of Object.entries(defaults)) {
    const said = params.get(key);
    if (said === null) continue;
    if (typeof otherwise === 'string') out[key] = said;
    else if (said.trim() !== '' && Number.isFinite(Number(said))) out[key] = Number(said);
  }
  return out as T;
}

/** The address that brings the values back; what is as it starts is left out. */
export function write<T extends Values>(defaults: T, values: T): string {
  const said = Object.entries(values)
    .filter(([key, value]) => value !== defaults[key])
    .map(
      ([key, value]) =>
        `${key}=${encodeURIComponent(typeof value === 'number' ? Math.round(value * 1000) / 1000 : value)}`
    )
    .join('&');
  return said ? `?${said}` : '';
}

/** The values of one question, with undo; each rest of the hand is one step. */
export class Question<T extends Values> {
  values: T;
  #defaults: T;
  #settled: T;
  #past = $state.raw<T[]>([]);
  #future = $state.raw<T[]>([]);
  #onsettle: (address: string) => void;

  constructor(defaults: T, params: URLSearchParams, onsettle: (address: string) => void) {
    this.#defaults = defaults;
    this.#onsettle = onsettle;
    this.values = $state.raw(read(defaults, params));
    this.#settled = this.values;
  }

  get canUndo() {
    return this.#past.length > 0;
  }
  get canRedo() {
    return this.#future.length > 0;
  }
  /** While the hand still moves. */
  move(next: Partial<T>) {
    this.values = { ...this.values, ...next };
  }
  /** The hand rests: what it did is one step. */
  rest = () => {
    if (write(this.#defaults, this.values) === write(this.#defaults, this.#settled)) return;
    this.#past = [...this.#past.slice(-99), this.#settled];
    this.#future = [];
    this.#settle();
  };
  set(next: Partial<T>) {
    this.move(next);
    this.rest();
  }
  undo() {
    const back = this.#past.at(-1);
    if (!back) return;
    this.#future = [this.#settled, ...this.#future];
    this.#past = this.#past.slice(0, -1);
    this.values = back;
    this.#settle();
  }
  redo() {
    const [next, ...rest] = this.#future;
    if (!next) return;
    this.#past = [...this.#past, this.#settled];
    this.#future = rest;
    this.values = next;
    this.#settle();
  }
  #settle() {
    this.#settled = this.values;
    this.#onsettle(write(this.#defaults, this.values));
  }
}

/**
 * The latest answer to a question that keeps changing: one request at a time,
 * and after it the newest, so that a drag never waits for answers it has outrun.
 */
export class Answer<T> {
  value = $state.raw<T>();
  error = $state('');
  #busy = false;
  #next: (() => Promise<{ data?: T; error?: unknown }>) | undefined;

  async ask(run: () => Promise<{ data?: T; error?: unknown }>) {
    this.#next = run;
    if (this.#busy) return;
    this.#busy = true;
    while (this.#next) {
      const now = this.#next;
      this.#next = undefined;
      const { data, error } = await now().catch((error: unknown) => ({ data: undefined, error }));
      if (data !== undefined) this.value = data;
      this.error = data === undefined ? explain(error) : '';
    }
    this.#busy = false;
  }
}
