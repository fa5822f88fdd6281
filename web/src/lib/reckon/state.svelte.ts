import { History } from '$lib/shell/history.svelte';

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
  #history = new History<T>();
  #onsettle: (address: string) => void;

  constructor(defaults: T, params: URLSearchParams, onsettle: (address: string) => void) {
    this.#defaults = defaults;
    this.#onsettle = onsettle;
    this.values = $state.raw(read(defaults, params));
    this.#settled = this.values;
  }

  get canUndo() {
    return this.#history.canUndo;
  }
  get canRedo() {
    return this.#history.canRedo;
  }
  /** While the hand still moves. */
  move(next: Partial<T>) {
    this.values = { ...this.values, ...next };
  }
  /** The hand rests: what it did is one step. */
  rest = () => {
    if (write(this.#defaults, this.values) === write(this.#defaults, this.#settled)) return;
    this.#history.step(this.#settled);
    this.#settle();
  };
  set(next: Partial<T>) {
    this.move(next);
    this.rest();
  }
  undo() {
    this.#bring(this.#history.undo(this.#settled));
  }
  redo() {
    this.#bring(this.#history.redo(this.#settled));
  }
  #bring(values: T | undefined) {
    if (!values) return;
    this.values = values;
    this.#settle();
  }
  #settle() {
    this.#settled = this.values;
    this.#onsettle(write(this.#defaults, this.values));
  }
}
