import { api, type Lesson, type RunEvent, type Watched } from '$lib/api/client';
import { core, Folded, type State } from '$lib/core/core';
import { Latest } from '$lib/shell/latest.svelte';

/** How many times faster than on court: a lesson of an hour takes a minute. */
export const SPEED = 60;

/** The states that are folded in a second, at the most. */
const FRAMES = 15;

/** One play of a lesson, watched: its clock, and what the court shows by then. */
export class Watching {
  /** Milliseconds since the lesson began, by its own clock. */
  now = $state(0);
  playing = $state(false);
  state = $state.raw<State>();
  readonly play = new Latest<Watched>();
  #lesson: Lesson;
  #core: Awaited<ReturnType<typeof core>> | undefined;
  #folded: Folded | undefined;
  #added = 0;
  #shown = -Infinity;
  #frame = 0;
  #then = 0;
  /** Whether nothing may move by itself: then play goes on in steps of a second. */
  readonly #still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;

  constructor(lesson: Lesson) {
    this.#lesson = lesson;
  }

  /** Asks for a play: the typical one, or that of a number; with new dice from the start, else from where it is. */
  async ask(number?: number, lesson = this.#lesson) {
    const again = lesson !== this.#lesson;
    this.#lesson = lesson;
    const loading = core();
    await this.play.ask(() => api.POST('/api/v1/lessons/watch', { body: { lesson, play: number } }));
    try {
      this.#core = await loading;
    } catch {
      this.play.error = 'This browser cannot show the play.';
      return;
    }
    if (!this.play.value) return;
    this.seek(again ? Math.min(this.now, this.length) : 0);
  }

  get events(): RunEvent[] {
    return this.play.value?.events ?? [];
  }
  get length(): number {
    return this.play.value?.blocks.at(-1)?.to ?? 0;
  }
  /** The block that is on, or that comes after the changeover. */
  get at(): number {
    const blocks = this.play.value?.blocks ?? [];
    const i = blocks.findIndex((b) => this.now < b.to);
    return i < 0 ? blocks.length - 1 : i;
  }
  /** Between two blocks. */
  get between(): boolean {
    return this.now < (this.play.value?.blocks[this.at]?.from ?? 0);
  }
  /** What the clock of the block that is on shows, ms. */
  get elapsed(): number {
    return Math.max(0, this.now - (this.play.value?.blocks[this.at]?.from ?? 0));
  }
  get over(): boolean {
    return this.length > 0 && this.now >= this.length;
  }

  /** Goes to a time; events before it have happened. */
  seek(ms: number) {
    if (!this.play.value || !this.#core) return;
    const back = ms < this.now || !this.#folded;
    this.now = Math.max(0, Math.min(this.length, ms));
    if (back) {
      this.#folded?.close();
      this.#folded = new Folded(this.#core, this.#lesson, []);
      this.#added = 0;
    }
    this.#show();
  }
  #show() {
    const until = this.play.value!.began + this.now;
    const from = this.#added;
    while (this.#added < this.events.length && this.events[this.#added]!.at <= until) this.#added++;
    if (this.#added > from) this.#folded!.add(this.events.slice(from, this.#added));
    this.state = this.#folded!.at(until);
    this.#shown = performance.now();
  }

  /** To the next ball or call that the coach would tap, or back to the one before. */
  step(by: 1 | -1) {
    this.pause();
    const at = this.events
      .filter((e) => !['setUp', 'start', 'go', 'pause'].includes(e.kind))
      .map((e) => e.at - (this.play.value?.began ?? 0));
    const to = by > 0 ? at.find((t) => t > this.now) : at.findLast((t) => t < this.now);
    this.seek(to ?? (by > 0 ? this.length : 0));
  }
  /** To the next block, or back to the start of this one or the one before. */
  block(by: 1 | -1) {
    const blocks = this.play.value?.blocks ?? [];
    const to =
      by > 0
        ? blocks.find((b) => b.from > this.now)?.from
        : blocks.findLast((b) => b.from < this.now - 2 * SPEED * 1000)?.from;
    this.seek(to ?? (by > 0 ? this.length : 0));
  }

  toggle() {
    if (this.playing) this.pause();
    else this.start();
  }
  start() {
    if (!this.play.value || this.playing) return;
    if (this.over) this.seek(0);
    this.playing = true;
    this.#then = performance.now();
    this.#frame = requestAnimationFrame(this.#tick);
  }
  pause() {
    this.playing = false;
    cancelAnimationFrame(this.#frame);
  }
  #tick = (t: number) => {
    const wait = this.#still ? 1000 : 1000 / FRAMES;
    if (t - this.#shown >= wait) {
      this.seek(this.now + (t - this.#then) * SPEED);
      this.#then = t;
    }
    if (this.over) this.playing = false;
    if (this.playing) this.#frame = requestAnimationFrame(this.#tick);
  };

  close() {
    this.pause();
    this.#folded?.close();
    this.#folded = undefined;
  }
}
