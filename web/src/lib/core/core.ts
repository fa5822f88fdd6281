import type { Run, RunEvent } from '$lib/api/client';
import './wasm_exec.js';
import url from './core.wasm?url';

/**
 * The core in the browser: the same Go that the server runs, asked in JSON. This is the
 * only place that knows of it; no rule of the job is written twice.
 */
interface Exported {
  open(lesson: string, events: string): string;
  add(run: number, events: string): string;
  state(run: number, now?: number): string;
  refit(run: number, now: number, planned: number): string;
  close(run: number): void;
  kinds(): string;
  calls(ask: string): string;
}
declare global {
  var hodometer: Exported | undefined;
  var Go: new () => { importObject: WebAssembly.Imports; run(i: WebAssembly.Instance): Promise<void> };
}

export type State = Run['state'];
/** What is left of a lesson that runs late or early, fitted again. */
export interface Refit {
  over: number;
  said: string;
  changes: { block: string; minutes: number }[];
}

function read<T>(text: string): T {
  const answer = JSON.parse(text) as T & { error?: string };
  if (answer && typeof answer === 'object' && 'error' in answer) throw new Error(answer.error);
  return answer;
}

let loading: Promise<Exported> | undefined;

/** Loads it once a page; tests give its bytes. */
export function core(bytes?: BufferSource): Promise<Exported> {
  loading ??= (async () => {
    const go = new Go();
    const { instance } = bytes
      ? await WebAssembly.instantiate(bytes, go.importObject)
      : await WebAssembly.instantiateStreaming(fetch(url), go.importObject);
    void go.run(instance); // it goes on as long as the page does
    if (!globalThis.hodometer) throw new Error('the core did not start');
    return globalThis.hodometer;
  })();
  loading.catch(() => (loading = undefined));
  return loading;
}

/** What can be called, and where its arrow points: x to the right, y away. */
export interface CallKind {
  id: string;
  label: string;
  places: { id: string; label: string; x: number; y: number }[] | null;
}
/** What a coach wants called; seconds between calls, minutes of a set. */
export interface CallAsk {
  kind: string;
  script?: string[];
  seconds: number;
  quicken?: number;
  least?: number;
  minutes: number;
  seed: number;
}
/** Seconds after the set began, and which place; −1 for a beat. */
export interface Call {
  at: number;
  place: number;
}
export const callKinds = async (): Promise<CallKind[]> => read((await core()).kinds());
export const calls = async (ask: CallAsk): Promise<Call[]> => read((await core()).calls(JSON.stringify(ask)));

/** A run that is folded on this device. */
export class Folded {
  readonly #run: number;
  readonly #core: Exported;
  constructor(core: Exported, lesson: Run['lesson'], events: RunEvent[]) {
    this.#core = core;
    this.#run = read(core.open(JSON.stringify(lesson), JSON.stringify(events)));
  }
  get state(): State {
    return read(this.#core.state(this.#run));
  }
  /** The state by a time of the device: bells have rung that no press came after. */
  at(now: number): State {
    return read(this.#core.state(this.#run, now));
  }
  add(events: RunEvent[]): State {
    return read(this.#core.add(this.#run, JSON.stringify(events)));
  }
  /** What could be done where the lesson will not end when it should; null where it will. */
  refit(now: number, planned: number): Refit | null {
    return read(this.#core.refit(this.#run, now, planned));
  }
  close() {
    this.#core.close(this.#run);
  }
}
