import { explain, type Problem } from '$lib/api/client';
import type { Unsaved } from '$lib/device/db';
import { forgetUnsaved, keepUnsaved, unsavedOf } from '$lib/device/unsaved';
import { History } from './history.svelte';

/** Saved; waiting to be saved; refused because of what was typed; no server; saved by someone else meanwhile. */
export type Status = 'saved' | 'saving' | 'refused' | 'away' | 'stale';

/** What became of a save: the version it is now, with the document where somebody else's change was put together with it, or what was saved meanwhile, or what was wrong. */
export type Put<T> =
  | { version: number; merged?: T }
  | { stale: { current: T; version: number; changes: string[] } }
  | { error: Problem | undefined }
  /** The page closes, and somebody else saves it. */
  | { left: true };

/** Throws where somebody else answered than the server, it is in trouble, or this device is not in: it is tried again. */
export function answered(response: Response) {
  const ours = response.headers.get('Content-Type')?.includes('json');
  if (response.status >= 500 || response.status === 401 || (!ours && response.status !== 204))
    throw new Error('no answer of ours');
}

/** What a late save is told: what is there now, and what changed; nothing where it was not late. */
export function lateOf<T>(
  response: Response,
  error: Problem | undefined,
  read = (current: unknown) => current as T
): Put<T> | undefined {
  if (response.status !== 409 || !error?.current || error.version === undefined) return undefined;
  return { stale: { current: read(error.current), version: error.version, changes: error.changes ?? [] } };
}

const SAVE_AFTER = 500; // ms of rest before a save
const RETRY_AFTER = 3000;

/**
 * A document being edited: every change is kept for undo and saved a moment
 * later. A save that came too late keeps the edit and says what changed.
 */
export abstract class EditedDocument<T> {
  value = $state.raw<T>() as T;
  status = $state<Status>('saved');
  trouble = $state('');
  /** The last save was put together with what another window had changed. */
  merged = $state(false);
  /** Fields the server refused, by path. */
  wrong = $state.raw<Record<string, string>>({});
  stale = $state.raw<{ current: T; version: number; changes: string[] }>();
  version: number;

  #history = new History<T>();
  #timer: ReturnType<typeof setTimeout> | undefined;
  #saving = false;
  #dirty = false;

  /** An edit of an earlier visit that was never saved. */
  offered = $state.raw<Unsaved>();

  constructor(value: T, version: number) {
    this.value = value;
    this.version = version;
    void Promise.resolve().then(async () => {
      const found = await unsavedOf(this.key);
      if (!found || this.#dirty) return;
      if (same(this.stamp(found.value as T, 0), this.stamp(this.value, 0))) await forgetUnsaved(this.key);
      else this.offered = found;
    });
  }

  /** What it is known by on this device: `lesson …`. */
  abstract readonly key: string;
  /** Takes up the edit that was never saved; what was saved since is put together with it. */
  bringBack() {
    const found = this.offered;
    if (!found) return;
    this.offered = undefined;
    this.version = found.version;
    this.set(this.stamp(found.value as T, found.version));
  }
  letGo() {
    this.offered = undefined;
    void forgetUnsaved(this.key);
  }
  /** It was begun and holds nothing that would be saved. */
  get nothing() {
    return false;
  }
  /** Something is on this screen that nobody else has. */
  get unsaved() {
    return this.status !== 'saved';
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
    return this.#history.canUndo;
  }
  get canRedo() {
    return this.#history.canRedo;
  }
  /** Changes with the same key in a row are one step for undo, as a drag is. */
  set(value: T, key = '') {
    this.#history.step(this.value, key);
    this.#put(value);
  }
  /** Ends a drag, so that the next one is its own step. */
  rest() {
    this.#history.rest();
  }
  undo() {
    const back = this.#history.undo(this.value);
    if (back !== undefined) this.#put(this.stamp(back, this.version));
  }
  redo() {
    const again = this.#history.redo(this.value);
    if (again !== undefined) this.#put(this.stamp(again, this.version));
  }

  #put(value: T) {
    this.value = value;
    this.#dirty = true;
    if (this.status !== 'stale') this.status = 'saving';
    this.changed();
    this.#later(SAVE_AFTER);
    void this.#keep();
  }
  #keeping = false;
  #again = false;
  /** On the device as it stands; of many changes in a row the last one counts. */
  async #keep() {
    this.#again = true;
    if (this.#keeping) return;
    this.#keeping = true;
    while (this.#again) {
      this.#again = false;
      const value = $state.snapshot(this.value) as T;
      await keepUnsaved({ key: this.key, title: this.what, value, version: this.version, at: Date.now() });
    }
    this.#keeping = false;
    if (this.status === 'saved') await forgetUnsaved(this.key);
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
      if ('left' in done) {
        this.#dirty = true; // until whoever opens it again sees that it was saved
      } else if ('version' in done) {
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
        if (this.status === 'saved' && !this.#keeping) void forgetUnsaved(this.key);
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
    this.#history.step(this.value);
    this.version = this.stale.version;
    this.value = this.stale.current;
    this.stale = undefined;
    this.#dirty = false;
    this.status = 'saved';
    this.changed();
  }
}

/** Whether two documents say the same. */
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
