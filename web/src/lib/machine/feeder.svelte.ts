import type { Machine, MachineSetting } from '$lib/api/client';

/*
 * A ball machine from the page (docs/formats/machine.md). A connection lives only while the machine feeds or
 * counts down to it: nothing runs between, and whatever ends the page ends the connection, which stops it.
 */

/** How often both sides say that they are there, and after what silence the machine is taken for gone, in ms. */
const BEAT = 250;
const LOST = 1200;
const AGAIN = 3000;
/** Seconds before the first ball: at least three, more where students change. */
export const COUNTDOWN = 3;
export const CHANGE = 6;

/** A ball that left the machine. */
export interface Thrown {
  n: number;
  feed: number;
  setting: MachineSetting;
}
export interface Said {
  kind: string;
  n?: number;
  feed?: number;
  left?: number;
  countdown?: number;
  perMinute?: number;
  session?: string;
  setting?: MachineSetting;
  why?: string;
}
export type State = 'idle' | 'connecting' | 'counting' | 'feeding';

/** What a machine is asked for, and who asks. */
interface Using {
  sport: string;
  client: string;
  onball: (ball: Thrown) => void;
}

export class Feeder {
  state = $state<State>('idle');
  /** Why it does not feed, in a coach's words. */
  why = $state('');
  /** Balls in the hopper; −1 until it has said so. */
  left = $state(-1);
  /** When a countdown is over, in ms since 1970. */
  starts = $state(0);
  /** The ball in the air: its place in the drill's pattern, and its number. */
  feed = $state(-1);
  n = $state(0);
  /** The hopper is empty or a ball is stuck: it is to be looked after before it starts. */
  stuck = $state(false);

  readonly #using: Using;
  readonly #open: () => WebSocket;
  #line: WebSocket | undefined;
  #beat: ReturnType<typeof setInterval> | undefined;
  #heard = 0;
  #begin: { programme: Machine['programme']; countdown: number } | undefined;
  #refill = false;
  /** When it was told to stop: until the machine has said goodbye, it is still ours. */
  #stopped = 0;
  #again: ReturnType<typeof setTimeout> | undefined;

  constructor(using: Using, open = () => new WebSocket(`/api/v1/machine/stream`)) {
    this.#using = using;
    this.#open = open;
  }

  /** Feeds that programme after so many seconds, which can be stopped. */
  start(programme: Machine['programme'], countdown = COUNTDOWN) {
    this.why = '';
    this.#begin = { programme, countdown };
    this.#refill = this.stuck;
    if (this.#line) this.#load();
    else this.#connect();
  }
  /** Another programme from the next ball on. */
  change(programme: Machine['programme']) {
    if (this.#line) this.#say({ kind: 'load', programme });
  }
  /** No ball leaves any more; a countdown ends. */
  stop(why = '') {
    this.why = why;
    const line = this.#line;
    this.#begin = undefined;
    clearTimeout(this.#again); // nothing is tried once more behind somebody's back
    this.#gone();
    if (!line) return;
    this.#stopped = Date.now();
    if (line.readyState !== WebSocket.OPEN) return line.close();
    // A ball that left just before is still told; then the machine says goodbye too.
    line.onmessage = (e: MessageEvent<string>) => {
      const m = JSON.parse(e.data) as Said;
      if (m.kind === 'ball') this.#ball(m);
      else if (m.kind === 'bye') line.close();
    };
    line.send(JSON.stringify({ kind: 'bye' }));
    setTimeout(() => line.close(), LOST);
  }

  #say(m: object) {
    if (this.#line?.readyState === WebSocket.OPEN) this.#line.send(JSON.stringify(m));
  }
  get #key() {
    return `machine ${this.#using.client} ${this.#using.sport}`;
  }
  /** The last ball counted, of which of the machine's sessions. */
  get #known(): { session: string; n: number } {
    try {
      return JSON.parse(localStorage.getItem(this.#key) ?? '') as { session: string; n: number };
    } catch {
      return { session: '', n: 0 };
    }
  }

  #connect() {
    clearTimeout(this.#again);
    this.state = 'connecting';
    this.#heard = Date.now();
    const line = (this.#line = this.#open());
    let greeted = false;
    const { session, n } = this.#known;
    line.onopen = () => {
      this.#heard = Date.now();
      this.#say({
        kind: 'hello',
        version: 1,
        sport: this.#using.sport,
        client: this.#using.client,
        since: n
      });
    };
    line.onmessage = (e: MessageEvent<string>) => {
      if (line !== this.#line) return;
      this.#heard = Date.now();
      const m = JSON.parse(e.data) as Said;
      if (m.left !== undefined) this.left = m.left;
      if (m.kind === 'hello') {
        greeted = true;
        // A machine that was switched off counts from one again, and tells every ball of it.
        if (m.session !== session) this.#remember(m.session ?? '', 0);
        this.#load();
      } else this.#hear(m);
    };
    line.onclose = () => {
      if (line !== this.#line) return;
      this.#gone();
      this.why ||= greeted
        ? 'The connection to the ball machine was lost. It has stopped.'
        : 'No ball machine answers. Is it switched on, and was the server started with --machine?';
    };
    this.#beat = setInterval(() => {
      if (Date.now() - this.#heard > LOST && this.state !== 'connecting')
        this.stop('The ball machine does not answer any more. It stops by itself.');
      else this.#say({ kind: 'beat' });
    }, BEAT);
  }
  #retry() {
    const line = this.#line;
    this.#gone();
    line?.close();
    this.state = 'connecting';
    this.#again = setTimeout(() => this.#connect(), BEAT);
  }
  #load() {
    if (!this.#begin) return;
    if (this.state === 'feeding') this.#say({ kind: 'pause' }); // it counts down anew
    if (this.#refill) this.#say({ kind: 'refill' });
    this.#refill = this.stuck = false;
    this.#say({ kind: 'load', programme: this.#begin.programme });
    this.#say({ kind: 'start', countdown: this.#begin.countdown });
    this.#begin = undefined;
  }
  #hear(m: Said) {
    if (m.kind === 'ball') {
      this.#ball(m);
    } else if (m.kind === 'counting') {
      this.state = 'counting';
      this.starts = Date.now() + 1000 * (m.countdown ?? 0);
    } else if (m.kind === 'running') this.state = 'feeding';
    else if (m.kind === 'refused' && this.state === 'feeding') this.why = m.why ?? '';
    else if (m.kind === 'refused' && this.#begin && Date.now() - this.#stopped < AGAIN) this.#retry();
    else if (m.kind === 'refused') this.stop(m.why);
    else if (m.kind === 'empty' || m.kind === 'jam') {
      this.stop(
        m.kind === 'empty'
          ? 'The hopper is empty. Collect the balls and refill it.'
          : 'A ball is stuck. Switch the machine off before you reach into it.'
      );
      this.stuck = true;
    } else if (m.kind === 'stop' && m.why && this.state !== 'idle') this.stop(m.why);
  }
  #ball(m: Said) {
    const known = this.#known;
    if (m.n! <= known.n) return;
    this.#remember(known.session, m.n!);
    if (this.#line) this.feed = m.feed ?? -1;
    this.n = m.n!;
    this.#using.onball({ n: m.n!, feed: m.feed ?? 0, setting: m.setting ?? {} });
  }
  #remember(session: string, n: number) {
    localStorage.setItem(this.#key, JSON.stringify({ session, n }));
  }
  #gone() {
    clearInterval(this.#beat);
    this.#line = undefined;
    this.state = 'idle';
    this.feed = -1;
  }
}
