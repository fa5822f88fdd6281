import { api, explain, type Run, type RunEvent } from '$lib/api/client';
import { v7 } from 'uuid';

const RETRY_AFTER = 2000; // ms
const BATCH = 500;

/**
 * A lesson being run. Each tap becomes an event, is written on this device
 * before anything else, and is sent until the server has acknowledged it; the
 * state shown is the server's fold of all events. A reload, a dead battery or a
 * dead server loses nothing: what was not acknowledged is sent again, and what
 * was sent twice counts once.
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
  /** The kinds of tap that can be taken back. */
  readonly #undoable: readonly string[];
  state = $state.raw<Run['state']>() as Run['state'];
  waiting = $state(0);
  trouble = $state('');
  now = $state(Date.now());

  /** Who was put in focus here, until the server has said so too: a tap right after must be theirs. */
  #focus = $state('');
  #outbox: RunEvent[];
  #sending = false;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #tick: ReturnType<typeof setInterval>;

  constructor(run: Run) {
    this.id = run.id;
    this.lesson = run.lesson;
    this.students = run.students;
    this.pairs = run.pairs;
    this.pairings = run.pairings;
    this.lastTime = run.lastTime;
    this.words = run.words;
    this.#undoable = run.undoable;
    this.state = run.state;
    this.#outbox = JSON.parse(localStorage.getItem(this.#key) ?? '[]') as RunEvent[];
    this.waiting = this.#outbox.length;
    this.#tick = setInterval(() => (this.now = Date.now()), 250);
    void this.send();
  }
  get #key() {
    return `run ${this.id}`;
  }
  close() {
    clearInterval(this.#tick);
    clearTimeout(this.#timer);
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
  get student() {
    const focus = this.#focus || this.state.focus;
    return this.blockState?.students?.find((s) => s.id === focus) ?? this.blockState?.students?.[0];
  }

  /** Adds what happened, and gives its id. */
  add(event: Omit<RunEvent, 'id' | 'at'>): string {
    const id = v7();
    this.#outbox.push({ id, at: Date.now(), ...event });
    if (event.kind === 'focus') this.#focus = event.student ?? '';
    this.#store();
    void this.send();
    return id;
  }
  /** The stage that the student in focus is at. */
  get stage() {
    const s = this.student;
    return s?.stages[s.stage];
  }
  /** How that stage went for the student when it was last done. */
  get last() {
    const s = this.student;
    return this.lastTime[this.block?.id ?? '']?.find((l) => l.student === s?.id && l.stage === s?.stage);
  }
  /** Something happened at the stage of the student in focus. */
  at(kind: string, more: Partial<RunEvent> = {}) {
    const s = this.student;
    if (this.block && s) this.add({ kind, block: this.block.id, student: s.id, step: s.stage, ...more });
  }
  tap(kind: 'good' | 'miss') {
    const goal = this.stage?.goal.kind;
    if (kind === 'miss' && this.stage?.repeats) return; // it is done, not hit
    if (goal === 'timed') {
      // What is counted in a time has no misses; one more, or one set more.
      if (kind === 'good') this.at('count', { value: 1 });
    } else if (goal !== 'clock') {
      this.at(kind);
    }
  }
  goTo(index: number) {
    const b = this.lesson.blocks[index];
    if (b) this.add({ kind: 'goTo', block: b.id });
  }
  /** Undoes the latest tap that stands, sent or not. */
  undo() {
    const undone = this.#outbox.map((e) => e.undoes);
    const last =
      this.#outbox.findLast((e) => this.#undoable.includes(e.kind) && !undone.includes(e.id))?.id ??
      this.state.undoable;
    if (last && !undone.includes(last)) this.add({ kind: 'undo', undoes: last });
  }

  #store() {
    this.waiting = this.#outbox.length;
    if (this.#outbox.length) localStorage.setItem(this.#key, JSON.stringify(this.#outbox));
    else localStorage.removeItem(this.#key);
  }

  /** Sends what waits, oldest first, one batch at a time. */
  async send() {
    clearTimeout(this.#timer);
    if (this.#sending || !this.#outbox.length) return;
    this.#sending = true;
    try {
      while (this.#outbox.length) {
        const events = this.#outbox.slice(0, BATCH);
        const { data, error, response } = await api.POST('/api/v1/runs/{run}/events', {
          params: { path: { run: this.id } },
          body: { lesson: { id: this.lesson.id, version: this.lesson.version }, events }
        });
        if (data) {
          this.state = data;
          this.trouble = '';
        } else if (response.status >= 500) {
          throw error;
        } else {
          // Refused for good: sending it again cannot help. It is kept aside on
          // the device and the coach is told.
          localStorage.setItem(`refused ${this.id} ${events[0]?.id}`, JSON.stringify(events));
          this.trouble = explain(error);
        }
        this.#outbox = this.#outbox.slice(events.length);
        if (!this.#outbox.some((e) => e.kind === 'focus')) this.#focus = '';
        this.#store();
      }
    } catch {
      this.trouble = 'No connection. Every tap is kept on this device and sent when it is back.';
      this.#timer = setTimeout(() => void this.send(), RETRY_AFTER);
    } finally {
      this.#sending = false;
    }
  }
}
