import { api, type Problem, type RunEvent } from '$lib/api/client';
import { faultOf, kept, packOf, REFUSED, TAKEN, WAITING, type Fault, type Pack, type Tap } from './db';

/**
 * Everything that happened on court goes through here: it is written on the device,
 * told to the other pages, and sent in order by whichever page is open, or by the
 * service worker, until the server has it. Nothing is put aside but what the server
 * refuses, and that is shown. What the server cannot place is kept and tried again, and
 * where another copy of the club's file answers, it is offered again what this device has.
 */

export type News =
  | { kind: 'kept'; run: string; events: RunEvent[] }
  | { kind: 'taken'; run: string; ids: string[] }
  | { kind: 'refused'; run: string; taps: Tap[] }
  | { kind: 'trouble'; text: string };

/** Where an answer says which copy of which club's file gave it. */
export const FILE = 'Hodometer-File';
const BATCH = 500;
const PATIENCE = 15_000; // ms that an answer may take
const FIRST = 2000; // ms until it is tried again, doubled each time
const LONGEST = 30_000;

const ears = new Set<(news: News) => void>();
const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('hodometer');
channel?.addEventListener('message', (e: MessageEvent<News>) => ears.forEach((hear) => hear(e.data)));

/** Hears what this and other pages keep and send; gives how to stop. */
export function listen(hear: (news: News) => void) {
  ears.add(hear);
  return () => void ears.delete(hear);
}
function tell(news: News) {
  ears.forEach((hear) => hear(news));
  channel?.postMessage(news);
}

/** Taps that the device would not store: they live as long as this page does. */
const unstored: Tap[] = [];
/** How many are in this page alone, and why the last of them is. */
export const unstoredCount = () => unstored.length;
export let fault: Fault = 'shut';

/** Writes what happened, then tells of it; it comes back once it is written. */
export async function keep(run: string, events: RunEvent[]) {
  const taps = events.map((event): Tap => ({ run, id: event.id, event, sent: WAITING }));
  await store(taps).catch((e: unknown) => {
    fault = faultOf(e);
    unstored.push(...taps);
  });
  tell({ kind: 'kept', run, events });
  void send();
  void inBackground();
}

async function store(taps: Tap[]) {
  const db = await kept();
  const tx = db.transaction('taps', 'readwrite', { durability: 'strict' });
  await Promise.all([...taps.map((t) => tx.store.put(t)), tx.done]);
}

/** Takes up what the server has of a run, which may be more than this device knew. */
export async function learn(run: string, events: RunEvent[]) {
  try {
    await store(events.map((event) => ({ run, id: event.id, event, sent: TAKEN })));
  } catch {
    // A full device: the server has them.
  }
}

/** Which club's file answered last, as far as this page knows. */
let met = '';
export const metClub = () => met.split('.')[0] || undefined;

/**
 * Hears which copy of which club's file answers. Where it is another copy than before, one that was put back
 * for instance, it may lack what this device sent: all of the runs that it holds of this club is offered again.
 */
export async function meet(file: string | null | undefined) {
  if (!file || file === met) return;
  met = file;
  const [club = '', copy = ''] = file.split('.');
  const db = await kept().catch(() => undefined);
  if (!db) return;
  const tx = db.transaction(['copies', 'packs', 'taps'], 'readwrite');
  const was = await tx.objectStore('copies').get(club);
  await tx.objectStore('copies').put({ club, copy });
  let again: Tap[] = [];
  if (was && was.copy !== copy) {
    const packs = await tx.objectStore('packs').getAll();
    const held = packs.filter((p) => p.club === club && p.key.startsWith('run ')).map((p) => p.run.id);
    again = (await tx.objectStore('taps').getAll()).filter((t) => t.sent !== WAITING && held.includes(t.run));
    for (const t of again) void tx.objectStore('taps').put({ ...t, sent: WAITING, reason: undefined });
  }
  await tx.done;
  offered(again);
}

/** The server has these events of a run and no others: what it took before and lacks now is offered again. */
export async function compare(run: string, events: RunEvent[]) {
  const there = new Set(events.map((e) => e.id));
  const lost = (await known(run)).filter((t) => t.sent === TAKEN && !there.has(t.id));
  if (!lost.length) return;
  await store(lost.map((t) => ({ ...t, sent: WAITING }))).catch(() => undefined);
  offered(lost);
}

function offered(taps: Tap[]) {
  for (const run of new Set(taps.map((t) => t.run)))
    tell({ kind: 'kept', run, events: taps.filter((t) => t.run === run).map((t) => t.event) });
  if (taps.length) void send();
}

/** All taps of a run that this device knows, in order. */
export async function known(run: string): Promise<Tap[]> {
  const here = unstored.filter((t) => t.run === run);
  const db = await kept().catch(() => undefined);
  const taps = (await db?.getAllFromIndex('taps', 'run', run)) ?? [];
  return [...taps, ...here].sort((a, b) => (a.id < b.id ? -1 : 1));
}

/** How many wait to be sent, of all runs. */
export async function waiting(): Promise<number> {
  const db = await kept().catch(() => undefined);
  return ((await db?.countFromIndex('taps', 'sent', WAITING)) ?? 0) + unstored.length;
}

/**
 * Resolves once the server has all that waits here, so that what it says of runs is whole; or as soon as it
 * cannot be sent, or after so many ms.
 */
export async function drained(patience = 2000): Promise<void> {
  if ((await waiting()) === 0) return;
  let stop = () => {};
  const end = new Promise<void>((done) => {
    const timer = setTimeout(done, patience);
    const deaf = listen(async (news) => (news.kind === 'trouble' || (await waiting()) === 0) && done());
    stop = () => (clearTimeout(timer), deaf());
  });
  void send();
  await end;
  stop();
}

/**
 * Reads something now and, where the server has not yet heard all that waits here, once more when it has. Gives
 * how to stop.
 */
export function readWhole(read: () => void): () => void {
  let due = false;
  let over = false;
  const deaf = listen(async () => {
    if (!due || (await waiting()) > 0 || !due || over) return;
    due = false;
    read();
  });
  void waiting().then((n) => {
    if (over) return;
    due = n > 0;
    read();
  });
  return () => {
    over = true;
    deaf();
  };
}

/** What was refused, of all runs or of one. */
export async function refused(run?: string): Promise<Tap[]> {
  const db = await kept().catch(() => undefined);
  const all = (await db?.getAllFromIndex('taps', 'sent', REFUSED)) ?? [];
  return all.filter((t) => !run || t.run === run);
}

/** The coach has given up what was refused. */
export async function giveUp(taps: Tap[]) {
  const db = await kept();
  await Promise.all(taps.map((t) => db.delete('taps', [t.run, t.id])));
}

async function mark(taps: Tap[], sent: Tap['sent'], reason?: string) {
  const alone = taps.filter((t) => unstored.includes(t));
  for (const t of alone) unstored.splice(unstored.indexOf(t), 1);
  try {
    await store(taps.map((t) => ({ ...t, sent, reason })));
  } catch {
    // A full device: what the server has need not be kept here, and room is made.
    const db = await kept().catch(() => undefined);
    if (sent === TAKEN) await Promise.all(taps.map((t) => db?.delete('taps', [t.run, t.id])));
  }
}

/** The oldest that wait, of one run that is none of those. */
async function next(but: Set<string>): Promise<Tap[]> {
  const db = await kept().catch(() => undefined);
  const stored = (await db?.getAllFromIndex('taps', 'sent', WAITING, (20 + but.size) * BATCH)) ?? [];
  const all = [...stored, ...unstored].filter((t) => !but.has(t.run));
  return all.filter((t) => t.run === all[0]!.run).slice(0, BATCH);
}

let timer: ReturnType<typeof setTimeout> | undefined;
let pause = FIRST;
let sending = false;
let more = false;

/** Sends what waits, if no other page is at it. */
export async function send(): Promise<void> {
  more = true;
  if (sending) return;
  sending = true;
  clearTimeout(timer);
  try {
    const locks = globalThis.navigator?.locks as LockManager | undefined; // only where the page is secure
    while (more) {
      more = false;
      if (!locks) await all();
      else
        await locks.request('hodometer sends', { ifAvailable: true }, (lock) => (lock ? all() : undefined));
    }
    pause = FIRST;
    if ((await waiting()) > 0) timer = setTimeout(() => void send(), FIRST); // another page may have gone
  } catch (e) {
    tell({ kind: 'trouble', text: e instanceof Stranger ? e.message : NO_CONNECTION });
    timer = setTimeout(() => void send(), pause);
    pause = Math.min(LONGEST, 2 * pause);
  } finally {
    sending = false;
  }
}

/** Tries at once: the connection is back, or the page is looked at again. */
export function sendNow() {
  pause = FIRST;
  void send();
}

const OUT = 401;
const NOT_THERE = 404;
const ERASED = 410;
const NO_CONNECTION =
  'No connection. Your counts are saved on this device and sent when the connection is back.';

/** Somebody else answered than the server: the login page of a public network, most often;
 * or it is not for this device, or not for now. */
class Stranger extends Error {
  constructor(status: number) {
    super(
      status === NOT_THERE
        ? 'The server does not know this lesson: it may have an older copy or another club’s file open. ' +
            'Your counts are saved on this device and offered again.'
        : status === OUT
          ? 'This device is signed out. Your counts are saved on it and sent when you sign in again.'
          : status >= 500
            ? 'The server has a problem. Your counts are saved on this device and sent when it works again.'
            : 'The connection may be blocked by a network login page. Sign in to the Wi-Fi. Your counts are saved on this device.'
    );
  }
}

async function all() {
  let size = BATCH;
  const unplaced = new Set<string>();
  for (;;) {
    const taps = (await next(unplaced)).slice(0, size);
    if (!taps.length) break;
    const { run } = taps[0]!;
    const problem = await post(run, taps);
    if (!problem) {
      await mark(taps, TAKEN);
      tell({ kind: 'taken', run, ids: taps.map((t) => t.id) });
      tell({ kind: 'trouble', text: '' });
      size = BATCH;
      continue;
    }
    if (problem.status === NOT_THERE) {
      unplaced.add(run);
      continue;
    }
    if (problem.status === ERASED) {
      await letGo(run);
      tell({ kind: 'taken', run, ids: taps.map((t) => t.id) });
      continue;
    }
    // All or none are taken: what is wrong with which is said, or found one by one.
    const wrong = new Map<Tap, string>();
    for (const e of problem.errors ?? []) {
      const at = /^events\[(\d+)\]/.exec(e.field)?.[1];
      const tap = at && taps[Number(at)];
      if (tap) wrong.set(tap, e.detail);
    }
    if (!wrong.size && taps.length > 1) {
      size = 1;
      continue;
    }
    if (!wrong.size) wrong.set(taps[0]!, problem.detail ?? 'The server rejected this entry.');
    for (const [tap, reason] of wrong) await mark([tap], REFUSED, reason);
    tell({ kind: 'refused', run, taps: [...wrong].map(([t, reason]) => ({ ...t, sent: REFUSED, reason })) });
  }
  if (unplaced.size) throw new Stranger(NOT_THERE); // the others were sent
}

/** Lets go of a run that the owner erased for good. */
async function letGo(run: string) {
  const db = await kept().catch(() => undefined);
  const taps = await known(run);
  for (const t of unstored.filter((t) => t.run === run)) unstored.splice(unstored.indexOf(t), 1);
  await Promise.all([
    ...taps.map((t) => db?.delete('taps', [t.run, t.id])),
    db?.delete('packs', `run ${run}`)
  ]);
}

/** The lesson that a run is of: which, or for a file that has none of it, all of it. */
function origin(pack: Pack | undefined, whole: boolean) {
  if (!pack) return undefined;
  const { lesson, students } = pack.run;
  const named = { id: lesson.id, version: lesson.version };
  return whole ? { ...named, whole: lesson, students } : named;
}

/** Sends some; gives why they were refused, and throws where nobody of ours answered. */
async function post(run: string, taps: Tap[], whole = false): Promise<Problem | undefined> {
  const pack = await packOf(`run ${run}`);
  const { response: answer, error } = await api.POST('/api/v1/runs/{run}/events', {
    params: { path: { run }, query: { state: false } },
    body: { lesson: origin(pack, whole), events: taps.map((t) => t.event) },
    signal: AbortSignal.timeout(PATIENCE),
    redirect: 'manual'
  });
  void meet(answer.headers.get(FILE));
  if (answer.status === 204) return undefined;
  const ours = answer.headers.get('Content-Type')?.startsWith('application/problem+json');
  const later = answer.status >= 500 || [OUT, 408, 429].includes(answer.status);
  if (!ours || later) throw new Stranger(answer.status);
  // An older copy of this club's file lacks the lesson: it is brought along. Another club's is not given it.
  if (answer.status === NOT_THERE && !whole && pack?.club && pack.club === metClub())
    return post(run, taps, true);
  return error as Problem;
}

/** Asks the device to send in the background, where it can. */
async function inBackground() {
  try {
    const registration = await navigator.serviceWorker?.getRegistration();
    const sync = (registration as { sync?: { register(tag: string): Promise<void> } } | undefined)?.sync;
    await sync?.register('taps');
  } catch {
    // An open page sends them.
  }
}
