import { api, explain, type Block, type Lesson, type Plan, type Problem } from '$lib/api/client';
import { settings } from '$lib/units/settings.svelte';
import { moved } from '$lib/tape/tape';
import { v7 } from 'uuid';

/** Saved; waiting to be saved; refused because of what was typed; no server; saved by someone else meanwhile. */
export type Status = 'saved' | 'saving' | 'refused' | 'away' | 'stale';

const SAVE_AFTER = 500; // ms of rest before a save
const RETRY_AFTER = 3000;

/**
 * A lesson being edited: every change is kept for undo, reckoned at once by the
 * server and saved a moment later. A save that came too late keeps the edit and
 * says what changed.
 */
export class Editor {
  lesson = $state.raw<Lesson>() as Lesson;
  plan = $state.raw<Plan>();
  status = $state<Status>('saved');
  trouble = $state('');
  /** Fields the server refused, by path. */
  wrong = $state.raw<Record<string, string>>({});
  stale = $state.raw<{ current: Lesson; changes: string[] }>();
  selected = $state<string>();

  #past: Lesson[] = $state.raw([]);
  #future: Lesson[] = $state.raw([]);
  #lastKey = '';
  #timer: ReturnType<typeof setTimeout> | undefined;
  #saving = false;
  #checking = false;
  #checkAgain = false;
  #dirty = false;

  constructor(lesson: Lesson, plan: Plan) {
    this.lesson = lesson;
    this.plan = plan;
    this.selected = (lesson.blocks.find((b) => b.kind === 'drill') ?? lesson.blocks[0])?.id;
  }

  get canUndo() {
    return this.#past.length > 0;
  }
  get canRedo() {
    return this.#future.length > 0;
  }
  get block(): Block | undefined {
    return this.lesson.blocks.find((b) => b.id === this.selected);
  }

  /** Changes with the same key in a row are one step for undo, as a drag is. */
  change(next: Partial<Lesson>, key = '') {
    if (!key || key !== this.#lastKey) this.#past = [...this.#past.slice(-199), this.lesson];
    this.#lastKey = key;
    this.#future = [];
    this.#put({ ...this.lesson, ...next });
  }
  /** Ends a drag, so that the next one is its own step. */
  rest() {
    this.#lastKey = '';
  }
  undo() {
    const back = this.#past.at(-1);
    if (!back) return;
    this.#past = this.#past.slice(0, -1);
    this.#future = [...this.#future, this.lesson];
    this.#lastKey = '';
    this.#put({ ...back, version: this.lesson.version });
  }
  redo() {
    const again = this.#future.at(-1);
    if (!again) return;
    this.#future = this.#future.slice(0, -1);
    this.#past = [...this.#past, this.lesson];
    this.#put({ ...again, version: this.lesson.version });
  }

  setBlock(id: string, next: Partial<Block>, key = '') {
    this.change({ blocks: this.lesson.blocks.map((b) => (b.id === id ? { ...b, ...next } : b)) }, key);
  }
  replace(blocks: Block[]) {
    this.change({ blocks: this.lesson.blocks.map((b) => blocks.find((n) => n.id === b.id) ?? b) });
  }
  /** Adds a block after the one in hand. */
  add(template: Block) {
    const block = { ...template, id: v7() };
    const at = this.lesson.blocks.findIndex((b) => b.id === this.selected) + 1;
    this.change({ blocks: this.lesson.blocks.toSpliced(at || this.lesson.blocks.length, 0, block) });
    this.selected = block.id;
  }
  remove(id: string) {
    const at = this.lesson.blocks.findIndex((b) => b.id === id);
    this.change({ blocks: this.lesson.blocks.filter((b) => b.id !== id) });
    if (this.selected === id) this.selected = (this.lesson.blocks[at] ?? this.lesson.blocks[at - 1])?.id;
  }
  move(from: number, to: number) {
    this.change({ blocks: moved(this.lesson.blocks, from, to) });
  }

  #put(lesson: Lesson) {
    this.lesson = lesson;
    if (!lesson.blocks.some((b) => b.id === this.selected)) this.selected = lesson.blocks[0]?.id;
    this.#dirty = true;
    if (this.status !== 'stale') this.status = 'saving';
    void this.check();
    this.#later(SAVE_AFTER);
  }
  #later(ms: number) {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.save(), ms);
  }

  /** Reckons the lesson as it stands. One question is under way at a time; the last one counts. */
  async check() {
    if (this.#checking) {
      this.#checkAgain = true;
      return;
    }
    this.#checking = true;
    try {
      do {
        this.#checkAgain = false;
        const { data, error } = await api.POST('/api/v1/lessons/check', { body: { lesson: this.lesson, units: settings.units } });
        if (data) {
          this.plan = data;
          this.wrong = {};
        } else if (error) this.#refuse(error);
      } while (this.#checkAgain);
    } catch {
      if (this.#dirty) this.status = 'away';
    } finally {
      this.#checking = false;
    }
  }

  /** Saves what is not saved yet; `leaving` lets the request outlive the page. */
  async save(leaving = false) {
    clearTimeout(this.#timer);
    if (this.#saving || !this.#dirty || this.status === 'stale') return;
    this.#saving = true;
    this.#dirty = false;
    const sent = this.lesson;
    try {
      const { data, error, response } = await api.PUT('/api/v1/lessons/{lesson}', { params: { path: { lesson: sent.id } }, body: sent, keepalive: leaving });
      if (data) {
        // What was typed meanwhile stays; only the version moves on.
        this.lesson = { ...this.lesson, version: data.version };
        this.status = this.#dirty ? 'saving' : 'saved';
        this.trouble = '';
      } else if (response.status === 409 && error && 'current' in error && error.current) {
        this.#dirty = true;
        this.status = 'stale';
        this.stale = { current: error.current, changes: error.changes ?? [] };
      } else {
        this.#dirty = true;
        this.#refuse(error);
      }
    } catch {
      this.#dirty = true;
      this.status = 'away';
      this.trouble = explain(undefined);
    } finally {
      this.#saving = false;
      if (this.#dirty && this.status === 'saving') this.#later(SAVE_AFTER);
      if (this.status === 'away') this.#later(RETRY_AFTER);
    }
  }

  #refuse(error: Problem | undefined) {
    this.status = 'refused';
    this.trouble = explain(error);
    this.wrong = Object.fromEntries((error?.errors ?? []).map((e) => [e.field, e.detail]));
  }

  /** Puts this screen's edit on top of what was saved meanwhile. */
  keepMine() {
    if (!this.stale) return;
    this.lesson = { ...this.lesson, version: this.stale.current.version };
    this.stale = undefined;
    this.status = 'saving';
    void this.save();
  }
  /** Shows what was saved meanwhile; this screen's edit stays one undo away. */
  takeTheirs() {
    if (!this.stale) return;
    const { current } = this.stale;
    this.#past = [...this.#past, this.lesson];
    this.#future = [];
    this.stale = undefined;
    this.lesson = current;
    this.#dirty = false;
    this.status = 'saved';
    void this.check();
  }
}
