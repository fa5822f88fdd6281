import { callKinds, calls, type Call, type CallAsk, type CallKind } from '$lib/core/core';
import { say, tone, unlock } from './sound';

/**
 * How far ahead tones are given to the audio clock, in seconds; it plays them to the sample. A page that
 * stands still for less than that, as a busy phone's does, is not heard.
 */
const AHEAD = 4;
const LOOK = 100; // ms between looks

/**
 * A caller or metronome. Every tone is set on the audio clock, so that the rhythm does not
 * hang on how busy the page is; the picture and the voice follow the same clock.
 */
export class Caller {
  kinds = $state.raw<CallKind[]>([]);
  /** The set that runs, from 1; 0: none does. */
  set = $state(0);
  resting = $state(false);
  /** Which call is on, of how many; −1 before the first. */
  at = $state(-1);
  total = $state(0);
  /** Seconds left of the set, or of the rest before the next. */
  left = $state(0);
  place = $state(-1);
  ask = $state<CallAsk>({ kind: 'beat', seconds: 2, minutes: 1, quicken: 0, seed: 1 });
  sets = $state(1);
  rest = $state(30); // s
  voice = $state(true);
  /** Words said on every so manieth beat of a metronome; 0: on none. */
  cue = $state('');
  cueEvery = $state(0);
  trouble = $state('');

  #calls: Call[] = [];
  #from = 0; // the audio clock at the set's beginning
  #given = 0;
  /** Tones that the audio clock was given and has not played yet. */
  #ahead: { at: number; source: AudioScheduledSourceNode }[] = [];
  #spoken = -1;
  #timer: ReturnType<typeof setInterval> | undefined;
  #audio: AudioContext | undefined;

  constructor() {
    void callKinds()
      .then((kinds) => (this.kinds = kinds))
      .catch(
        () =>
          (this.trouble = 'The caller is not saved on this device yet. Open the lesson once while online.')
      );
  }
  get running() {
    return this.set > 0;
  }
  get kind() {
    return this.kinds.find((k) => k.id === this.ask.kind);
  }
  get places() {
    return this.kind?.places ?? [];
  }

  async start() {
    this.#audio = unlock();
    if (!this.#audio) {
      this.trouble = 'This device cannot play sound.';
      return;
    }
    await this.#begin(1);
  }
  async #begin(set: number) {
    this.stop();
    this.trouble = '';
    try {
      // Each set has its own order, the same again from the same seed.
      this.#calls = await calls({ ...$state.snapshot(this.ask), seed: this.ask.seed + set - 1 });
    } catch (e) {
      this.trouble = e instanceof Error ? e.message : String(e);
      return;
    }
    this.total = this.#calls.length;
    this.set = set;
    this.#given = 0;
    this.#spoken = -1;
    this.#from = this.#audio!.currentTime + 0.6; // a breath before the first
    this.#timer = setInterval(() => this.#look(), LOOK);
    this.#look();
  }
  #look() {
    const audio = this.#audio!;
    const now = audio.currentTime - this.#from;
    for (; this.#given < this.#calls.length && this.#calls[this.#given]!.at < now + AHEAD; this.#given++) {
      const call = this.#calls[this.#given]!;
      // Each place has a pitch of its own; the beat is high on every fourth.
      const hertz = call.place >= 0 ? 440 * 2 ** (call.place / 6) : this.#given % 4 ? 880 : 1175;
      const at = this.#from + call.at;
      this.#ahead.push({ at, source: tone(audio, at, hertz, call.place >= 0 ? 0.16 : 0.05) });
    }
    this.#ahead = this.#ahead.filter((t) => t.at > audio.currentTime);
    const on = this.#calls.findLastIndex((c) => c.at <= now);
    this.at = on;
    this.place = on >= 0 ? this.#calls[on]!.place : -1;
    if (on > this.#spoken) {
      this.#spoken = on;
      if (this.voice && this.place >= 0) say(this.places[this.place]?.label ?? '', 1.4);
      else if (this.place < 0 && this.cue && this.cueEvery && on % this.cueEvery === 0) say(this.cue, 1.4);
    }
    this.left = Math.max(0, 60 * this.ask.minutes - Math.max(0, now));
    if (this.left <= 0) this.#over();
  }
  #over() {
    const set = this.set;
    clearInterval(this.#timer);
    const audio = this.#audio!;
    tone(audio, audio.currentTime, 880, 0.6);
    if (set >= this.sets) {
      this.stop();
      return;
    }
    this.resting = true;
    this.place = -1;
    const until = audio.currentTime + this.rest;
    this.#timer = setInterval(() => {
      this.left = Math.max(0, until - audio.currentTime);
      if (this.left <= 0) void this.#begin(set + 1);
    }, LOOK);
  }
  stop() {
    clearInterval(this.#timer);
    for (const { source } of this.#ahead) source.stop(); // a beat that was only given is taken back
    this.#ahead = [];
    globalThis.speechSynthesis?.cancel();
    this.set = 0;
    this.resting = false;
    this.place = -1;
    this.at = -1;
  }
}
