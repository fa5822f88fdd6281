/** How many steps can be taken back. */
const KEPT = 200;

/**
 * What a value was before, step by step, and what was taken back. Changes with
 * the same key in a row are one step, as a drag is.
 */
export class History<T> {
  #past = $state.raw<T[]>([]);
  #future = $state.raw<T[]>([]);
  #key = '';

  get canUndo() {
    return this.#past.length > 0;
  }
  get canRedo() {
    return this.#future.length > 0;
  }
  /** The value is about to change from `before`. */
  step(before: T, key = '') {
    if (!key || key !== this.#key) this.#past = [...this.#past.slice(1 - KEPT), before];
    this.#key = key;
    this.#future = [];
  }
  /** Ends a drag, so that the next one is a step of its own. */
  rest() {
    this.#key = '';
  }
  /** The value before `now`; undefined where there is none. */
  undo(now: T): T | undefined {
    const back = this.#past.at(-1);
    if (back === undefined) return undefined;
    this.#past = this.#past.slice(0, -1);
    this.#future = [...this.#future, now];
    this.#key = '';
    return back;
  }
  /** The value that was taken back last; undefined where there is none. */
  redo(now: T): T | undefined {
    const again = this.#future.at(-1);
    if (again === undefined) return undefined;
    this.#future = this.#future.slice(0, -1);
    this.#past = [...this.#past, now];
    return again;
  }
}
