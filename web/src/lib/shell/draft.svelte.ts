import { explain, type Problem } from '$lib/api/client';

/** Saved; waiting to be saved; refused because of what was typed; no server; saved by someone else meanwhile. */
export type Status = 'saved' | 'saving' | 'refused' | 'away' | 'stale';

/** What became of a save: the version it is now, with the document where somebody else's change was put together with it, or what was saved meanwhile, or what was wrong. */
export type Put<T> =
  | { version: number; merged?: T }
  | { stale: { current: T; version: number; changes: string[] } }
  | { error: Problem | undefined };

const SAVE_AFTER = 500; // ms of rest before a save
const RETRY_AFTER = 3000;

/**
 * A document being edited: every change is kept for undo and saved a moment
 * later. A save that came too late keeps the edit and says what changed.
 */
export abstract class Draft<T> {
  value = $state.raw<T>() as T;
  status = $state<Status>('saved');
  trouble = $state('');
  /** The last save was put together with what another window had changed. */
  merged = $state(false);
  /** Fields the server refused, by path. */
  wrong = $state.raw<Record<string, string>>({});
  stale = $state.raw<{ current: T; version: number; changes: string[] }>();
  version: number;

  #past: T[] = $state.raw([]);
  #future: T[] = $state.raw([]);
  #lastKey = '';
  #timer: ReturnType<typeof setTimeout> | undefined;
  #saving = false;
  #dirty = false;

  constructor(value: T, version: number) {
    this.value = value;
    this.version = version;
  }

  /** What a document of that kind is called in a sentence. */
  abstract readonly what: string;
  protected abstract put(value: T, version: number, leaving: boolean): Promise<Put<T>>;
  /** After every change, saved or not. */
  protected abstract changed(): void;
  /** The version written into a document that carries it. */
  protected stamp(value: T, version: number): T {
    void version; // most documents do not carry it
    return value;
  }

  get canUndo() {
    return this.#past.length > 0;
  }
  get canRedo() {
    return this.#future.length > 0;
  }
  /** Changes with the same key in a row are one step for undo, as a drag is. */
  set(value: T, key = '') {
    if (!key || key !== this.#lastKey) this.#past = [...this.#past.slice(-199), this.value];
    this.#lastKey = key;
    this.#future = [];
    this.#put(value);
  }
  /** Ends a drag, so that the next one is its own step. */
  rest() {
    this.#lastKey = '';
  }
  undo() {
    const back = this.#past.at(-1);
    if (!back) return;
    this.#past = this.#past.slice(0, -1);
    this.#future = [...this.#future, this.value];
    this.#lastKey = '';
    this.#put(this.stamp(back, this.version));
  }
  redo() {
    const again = this.#future.at(-1);
    if (!again) return;
    this.#future = this.#future.slice(0, -1);
    this.#past = [...this.#past, this.value];
    this.#put(this.stamp(again, this.version));
  }

  #put(value: T) {
    this.value = value;
    this.#dirty = true;
    if (this.status !== 'stale') this.status = 'saving';
    this.changed();
    this.#later(SAVE_AFTER);
  }
  #later(ms: number) {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.save(), ms);
  }

  /** Saves what is not saved yet; `leaving` lets the request outlive the page. */
  async save(leaving = false) {
    clearTimeout(this.#timer);
    if (this.#saving || !this.#dirty || this.status === 'stale') return;
    this.#saving = true;
    this.#dirty = false;
    try {
      const done = await this.put(this.value, this.version, leaving);
      if ('version' in done) {
        this.merged = !!done.merged || (this.merged && this.#dirty);
        if (done.merged && !this.#dirty) {
          this.version = done.version;
          this.value = done.merged;
          this.changed();
        } else if (!done.merged) {
          // What was typed meanwhile stays; only the version moves on.
          this.version = done.version;
          this.value = this.stamp(this.value, done.version);
        } // else the next save is put together once more, from what this screen has seen
        this.status = this.#dirty ? 'saving' : 'saved';
        this.trouble = '';
      } else if ('stale' in done) {
        this.#dirty = true;
        this.status = 'stale';
        this.stale = done.stale;
      } else {
        this.#dirty = true;
        this.refuse(done.error);
      }
    } catch {
      this.#dirty = true;
      this.lost();
      this.trouble = explain(undefined);
    } finally {
      this.#saving = false;
      if (this.#dirty && this.status === 'saving') this.#later(SAVE_AFTER);
      if (this.status === 'away') this.#later(RETRY_AFTER);
    }
  }

  protected refuse(error: Problem | undefined) {
    this.status = 'refused';
    this.trouble = explain(error);
    this.wrong = Object.fromEntries((error?.errors ?? []).map((e) => [e.field, e.detail]));
  }
  /** No server: nothing is lost as long as something waits to be saved. */
  protected lost() {
    if (this.#dirty) this.status = 'away';
  }

  /** Puts this screen's edit on top of what was saved meanwhile. */
  keepMine() {
    if (!this.stale) return;
    this.version = this.stale.version;
    this.value = this.stamp(this.value, this.version);
    this.stale = undefined;
    this.status = 'saving';
    void this.save();
  }
  /** Shows what was saved meanwhile; this screen's edit stays one undo away. */
  takeTheirs() {
    if (!this.stale) return;
    this.#past = [...this.#past, this.value];
    this.#future = [];
    this.version = this.stale.version;
    this.value = this.stale.current;
    this.stale = undefined;
    this.#dirty = false;
    this.status = 'saved';
    this.changed();
  }
}
