import { clock } from '$lib/device/clock.svelte';
import { addressOf, api, type MachineSetting, type Run, type RunEvent } from '$lib/api/client';
import { goalKind } from '$lib/api/vocabulary';
import { core, Folded } from '$lib/core/core';
import { REFUSED, WAITING, type Fault, type Tap } from '$lib/device/db';
import {
  compare,
  fault,
  giveUp,
  keep,
  known,
  learn,
  listen,
  unstoredCount,
  type News
} from '$lib/device/outbox';
import { Watch } from './count/watch.svelte';
import { v7 } from 'uuid';

/** What is counted ball by ball. */
const BALLS = ['good', 'miss', 'count', 'rally'];

/** How long until a stream that was refused is asked for again, in ms. */
const STREAM_AGAIN = 5000;

/**
 * A lesson being run. Each tap becomes an event, is written on this device before it is
 * shown, and is sent by whichever page is open until the server has it. The state shown
 * is the fold of all that this device knows, by the core in the browser; until that is
 * loaded it is the server's. A reload, a dead battery or a dead server loses nothing,
 * and what was sent twice counts once.
 */
export class Session {
  readonly id: string;
  readonly lesson: Run['lesson'];
  readonly students: Run['students'];
  /** The students of the one and the other partner of a script's pairs. */
  readonly pairs: Run['pairs'];
  /** Who plays whom in each game block, turn by turn and court by court. */
  readonly pairings: Run['pairings'];
  /** How each drill block's stages went when they were last done. */
  readonly lastTime: Run['lastTime'];
  /** The coach's own words for what is seen, those used most first. */
  readonly words: Run['words'];
  /** By block, what to put where and what to mind. */
  readonly cards: Run['cards'];
  /** For the talk; and what each can do alone until next time. A pack of before has neither. */
  readonly questions: string[];
  readonly home: Partial<Run['home']>;
  state = $state.raw<Run['state']>() as Run['state'];
  /** How many taps the server does not have yet. */
  waiting = $state(0);
  /** What the server would not have, with why. */
  refused = $state.raw<Tap[]>([]);
  /** How many are in this page alone, for the device would not store them. */
  unstored = $state(0);
  /** Why it would not. */
  fault = $state<Fault>('shut');
  trouble = $state('');
  now = $state(clock.now());
  /** Who else is at it now: when somebody's tap last came from another device. */
  other = $state(0);

  // What is shown is made from these, and told by `state` and `waiting`.
  /* eslint-disable svelte/prefer-svelte-reactivity */
  #events = new Map<string, RunEvent>();
  #pending = new Set<string>();
  #own = new Set<string>();
  /* eslint-enable svelte/prefer-svelte-reactivity */
  #folded: Folded | undefined;
  #last = 0; // ms of the latest id
  #stop: () => void;
  #stream: EventSource | undefined;
  #again: ReturnType<typeof setTimeout> | undefined;
  #tick: ReturnType<typeof setInterval>;
  #closed = false;

  constructor(run: Run) {
    this.id = run.id;
    this.lesson = run.lesson;
    this.students = run.students;
    this.pairs = run.pairs;
    this.pairings = run.pairings;
    this.lastTime = run.lastTime;
    this.words = run.words;
    this.cards = run.cards;
    this.questions = run.questions ?? [];
    this.home = run.home ?? {};
    this.state = run.state;
    this.#know(run.events);
    this.#tick = setInterval(() => this.#time(), 250);
    this.#stop = listen((news) => this.#hear(news));
    this.ready = this.#begin(run.events);
  }
  /** Everything the device knows is in the state. */
  readonly ready: Promise<void>;

  async #begin(server: RunEvent[]) {
    const taps = await known(this.id);
    for (const t of taps) {
      if (t.sent === REFUSED) continue;
      this.#know([t.event]);
      if (t.sent === WAITING && !server.some((e) => e.id === t.id)) this.#pending.add(t.id);
    }
    this.refused = taps.filter((t) => t.sent === REFUSED);
    this.#count();
    void learn(this.id, server);
    try {
      const loaded = await core();
      if (this.#closed) return;
      this.#folded = new Folded(loaded, this.lesson, [...this.#events.values()]);
      this.state = this.#folded.state;
    } catch {
      // The server's fold serves, as long as there is one.
    }
    this.#follow();
  }

  /** Remembers events; gives those that are new. */
  #know(events: RunEvent[]): RunEvent[] {
    const fresh = events.filter((e) => !this.#events.has(e.id));
    for (const e of fresh) {
      this.#events.set(e.id, e);
      this.#last = Math.max(this.#last, parseInt(e.id.slice(0, 8) + e.id.slice(9, 13), 16));
    }
    return fresh;
  }
  #take(events: RunEvent[]) {
    const fresh = this.#know(events);
    if (fresh.length && this.#folded) this.state = this.#folded.add(fresh);
    return fresh;
  }
  #count() {
    this.waiting = this.#pending.size;
    this.unstored = unstoredCount();
    this.fault = fault;
  }

  #hear(news: News) {
    if (news.kind === 'trouble') {
      this.trouble = news.text;
    } else if (news.run !== this.id) {
      return;
    } else if (news.kind === 'kept') {
      for (const e of news.events) this.#pending.add(e.id);
      // What was not accepted may be offered again.
      this.refused = this.refused.filter((t) => !this.#pending.has(t.id));
      this.#take(news.events);
      this.#count();
    } else if (news.kind === 'taken') {
      for (const id of news.ids) this.#pending.delete(id);
      this.#count();
      if (!this.#folded) void this.#readAgain();
    } else {
      for (const t of news.taps) {
        this.#pending.delete(t.id);
        this.#events.delete(t.id);
      }
      this.refused = [...this.refused, ...news.taps];
      this.#count();
      this.#refold();
    }
  }
  #refold() {
    if (!this.#folded) return;
    this.#folded.close();
    void core().then((loaded) => {
      this.#folded = new Folded(loaded, this.lesson, [...this.#events.values()]);
      this.state = this.#folded.state;
    });
  }

  /** Hears what other devices add. */
  #follow() {
    if (this.#closed || typeof EventSource === 'undefined') return;
    this.#stream = new EventSource(addressOf('/api/v1/runs/{run}/stream', { run: this.id }));
    // A stream that was refused, by a login page for instance, is closed for good: ask again.
    this.#stream.addEventListener('error', () => {
      if (this.#stream?.readyState !== EventSource.CLOSED || this.#closed) return;
      clearTimeout(this.#again);
      this.#again = setTimeout(() => this.#follow(), STREAM_AGAIN);
    });
    this.#stream.addEventListener('hello', (e) => {
      const here = this.#events.size - this.#pending.size;
      if (Number((e as MessageEvent<string>).data) !== here) void this.#readAgain();
    });
    this.#stream.addEventListener('message', (e: MessageEvent<string>) => {
      const events = JSON.parse(e.data) as RunEvent[];
      void learn(this.id, events);
      for (const { id } of events) this.#pending.delete(id);
      this.#count();
      if (this.#take(events).some((e) => !this.#own.has(e.id))) this.other = Date.now();
    });
  }
  async #readAgain() {
    const { data } = await api
      .GET('/api/v1/runs/{run}', { params: { path: { run: this.id } } })
      .catch(() => ({ data: undefined }));
    if (!data || this.#closed) return;
    void learn(this.id, data.events).then(() => compare(this.id, data.events));
    this.#take(data.events);
    if (!this.#folded) this.state = data.state;
  }

  /** Time goes on; a bell that rings by itself changes the state. */
  #time() {
    this.now = clock.now();
    const b = this.blockState;
    if (!b || !this.running || !this.#folded) return;
    const { turn, minute } = b;
    const last = (this.block?.script?.length ?? 0) - 1;
    const rings =
      turn && !turn.held
        ? [turn.bell, turn.by === 'ends' && !turn.full && turn.ms ? turn.from + turn.ms : 0]
        : [minute && !minute.held && minute.n < last ? minute.from + 60_000 : 0];
    if (rings.some((at) => at && this.elapsed >= at)) this.state = this.#folded.at(this.now);
  }

  close() {
    this.#closed = true;
    clearInterval(this.#tick);
    clearTimeout(this.#again);
    this.#stop();
    this.#stream?.close();
    this.#folded?.close();
  }

  get block() {
    return this.lesson.blocks[this.state.block];
  }
  get blockState() {
    return this.state.blocks[this.state.block];
  }
  get running() {
    return this.state.status === 'running';
  }
  /** Milliseconds spent on the block in progress. */
  get elapsed() {
    const before = this.blockState?.elapsedMs ?? 0;
    if (!this.state.since) return before;
    return Math.min(this.blockState?.mostMs ?? Infinity, before + Math.max(0, this.now - this.state.since));
  }
  /** The block's clock has stopped by itself, well after its end. */
  get stopped() {
    return this.running && this.elapsed >= (this.blockState?.mostMs ?? Infinity);
  }
  /** The ball that comes next in the block. */
  get due() {
    return this.blockState?.due;
  }
  /** Whose ball is due, or who is being counted. */
  get student() {
    const id = this.due?.student ?? this.state.focus;
    return this.blockState?.students?.find((s) => s.id === id) ?? this.blockState?.students?.[0];
  }

  /** Minutes that a block is meant to take by now. */
  minutes(index: number) {
    return this.state.blocks[index]?.minutes ?? this.lesson.blocks[index]?.minutes ?? 0;
  }
  /** The block after the one in progress that is not left out. */
  get next() {
    const at = this.lesson.blocks.findIndex((_, i) => i > this.state.block && this.minutes(i) > 0);
    return at < 0 ? undefined : { at, block: this.lesson.blocks[at]! };
  }
  /** What could be done where the lesson will not end when it should. */
  refit() {
    const planned = Date.parse(`${this.lesson.date}T${this.lesson.start}`);
    return this.#folded?.refit(this.now, planned) ?? null;
  }

  /** Adds what happened, after all that was pressed before. */
  add(event: Omit<RunEvent, 'id' | 'at'>) {
    this.soon(() => void this.write(event));
  }
  /** Writes what happened, and gives its id. */
  write(event: Omit<RunEvent, 'id' | 'at'>): string {
    // Later than everything known, whatever the clock says: order is by id.
    this.#last = Math.max(clock.now(), this.#last + 1);
    const id = v7({ msecs: this.#last });
    this.#own.add(id);
    const written = keep(this.id, [{ id, at: clock.now(), ...event }]);
    this.#writing = this.#writing ? Promise.all([this.#writing, written]) : written;
    const mine = this.#writing;
    void mine.then(() => this.#writing === mine && (this.#writing = undefined));
    return id;
  }
  #writing: Promise<unknown> | undefined;
  #acts: (() => void)[] = [];
  #acting = false;
  /**
   * Does what hangs on the state once all that was pressed before is in it: presses take effect in the order
   * in which they were made, however fast they come. What an act itself asks for belongs to it.
   */
  soon(act: () => void) {
    if (this.#acting) return act();
    this.#acts.push(act);
    if (this.#acts.length === 1) void this.#act();
  }
  async #act() {
    for (let act = this.#acts[0]; act; act = this.#acts[0]) {
      while (this.#writing) await this.#writing;
      this.#acting = true;
      try {
        act();
      } catch (e) {
        reportError(e); // the next press counts all the same
      }
      this.#acting = false;
      this.#acts.shift();
    }
  }
  /** The place of the stage at which the next ball counts. */
  get step() {
    const s = this.student;
    return s && this.due?.student === s.id ? this.due.stage : (s?.stage ?? 0);
  }
  /** The stage at which the next ball counts. */
  get stage() {
    return this.student?.stages[this.step];
  }
  /** How that stage went for the student when it was last done. */
  get last() {
    const s = this.student;
    return this.lastTime[this.block?.id ?? '']?.find((l) => l.student === s?.id && l.stage === this.step);
  }
  /** Something happened at the stage of the student in focus. */
  at(kind: string, more: Partial<RunEvent> = {}) {
    this.soon(() => this.#at(kind, more));
  }
  #at(kind: string, more: Partial<RunEvent> = {}) {
    const s = this.student;
    if (!this.block || !s) return;
    const event = { kind, block: this.block.id, student: s.id, step: this.step, ...more };
    if (BALLS.includes(kind)) this.ballAt = Date.now();
    if (kind === 'good' || kind === 'miss') this.lastBall = { student: event.student, step: event.step };
    this.write(event);
  }
  /** Whose ball the last one was, and at which stage: what can still be said of it. */
  lastBall = $state<{ student: string; step: number }>();
  /** When the last ball was counted on this device: a rally has gone on since then. */
  ballAt = 0;
  /** The last ball was one of its stage's choices. */
  chose(value: number) {
    this.soon(() => {
      if (this.block && this.lastBall)
        this.add({ kind: 'choice', block: this.block.id, value, ...this.lastBall });
    });
  }
  /** A ball of one student, whoever is due. */
  tapOf(kind: 'good' | 'miss', student: string, step: number) {
    this.soon(() => this.#at(kind, { student, step }));
  }
  /** A ball that a machine fed, of whoever is due; `then` is told the id of what was written. */
  fed(kind: 'good' | 'miss', machine: MachineSetting, then: (id: string) => void) {
    this.soon(() => {
      const s = this.student;
      if (this.block && s)
        then(this.write({ kind, block: this.block.id, student: s.id, step: this.step, machine }));
    });
  }
  tap(kind: 'good' | 'miss') {
    this.soon(() => {
      const goal = this.stage && goalKind(this.stage.goal.kind);
      if (kind === 'miss' && (!goal?.misses || this.stage?.repeats)) return; // it is done, not hit
      // In a time one more is counted, or one set more; against the clock it is started, or stopped.
      if (goal?.counter === 'sets') this.#at('count', { value: 1 });
      else if (goal?.counter === 'times') this.#stopwatch();
      else this.#at(kind);
    });
  }
  /** The stopwatch of who is timed, at the stage in hand. */
  get watch() {
    return Watch.of(`${this.id} ${this.block?.id} ${this.student?.id} ${this.step}`);
  }
  #stopwatch() {
    const { watch } = this;
    if (watch.since) this.#at('time', { value: Math.max(100, watch.take(false)) });
    else watch.start();
  }
  goTo(index: number) {
    const b = this.lesson.blocks[index];
    if (b) this.add({ kind: 'goTo', block: b.id });
  }
  /** Undoes the latest tap that stands. */
  undo() {
    this.soon(() => {
      if (this.state.undoable) this.add({ kind: 'undo', undoes: this.state.undoable });
    });
  }
  /** The coach has given up what the server would not have. */
  async giveUpRefused() {
    await giveUp(this.refused);
    this.refused = [];
  }
}
