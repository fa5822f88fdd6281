import type { Problem, RunEvent } from '$lib/api/client';
import { kept, REFUSED, TAKEN, WAITING, type Tap } from './db';

/**
 * Everything that happened on court goes through here: it is written on the device,
 * told to the other pages, and sent in order by whichever page is open, or by the
 * service worker, until the server has it. Nothing is put aside but what the server
 * refuses, and that is shown.
 */

export type News =
  | { kind: 'kept'; run: string; events: RunEvent[] }
  | { kind: 'taken'; run: string; ids: string[] }
  | { kind: 'refused'; run: string; taps: Tap[] }
  | { kind: 'trouble'; text: string };

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
/** How many are in this page alone. */
export const unstoredCount = () => unstored.length;

/** Writes what happened, then tells of it; it comes back once it is written. */
export async function keep(run: string, events: RunEvent[]) {
  const taps = events.map((event): Tap => ({ run, id: event.id, event, sent: WAITING }));
  await store(taps).catch(() => void unstored.push(...taps));
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

/** The oldest that wait, of one run. */
async function next(): Promise<Tap[]> {
  const db = await kept().catch(() => undefined);
  const stored = (await db?.getAllFromIndex('taps', 'sent', WAITING, 20 * BATCH)) ?? [];
  const all = stored.length ? stored : unstored;
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
const NO_CONNECTION =
  'No connection. Your counts are saved on this device and sent when the connection is back.';

/** Somebody else answered than the server: the login page of a public network, most often;
 * or it is not for this device, or not for now. */
class Stranger extends Error {
  constructor(status: number) {
    super(
      status === OUT
        ? 'This device is signed out. Your counts are saved on it and sent when you sign in again.'
        : status >= 500
          ? 'The server has a problem. Your counts are saved on this device and sent when it works again.'
          : 'The connection may be blocked by a network login page. Sign in to the Wi-Fi. Your counts are saved on this device.'
    );
  }
}

async function all() {
  let size = BATCH;
  for (;;) {
    const taps = (await next()).slice(0, size);
    if (!taps.length) return;
    const { run } = taps[0]!;
    const problem = await post(run, taps);
    if (!problem) {
      await mark(taps, TAKEN);
      tell({ kind: 'taken', run, ids: taps.map((t) => t.id) });
      tell({ kind: 'trouble', text: '' });
      size = BATCH;
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
}

/** Sends some; gives why they were refused, and throws where nobody of ours answered. */
async function post(run: string, taps: Tap[]): Promise<Problem | undefined> {
  const db = await kept().catch(() => undefined);
  const pack = await db?.get('packs', `run ${run}`);
  const lesson = pack && { id: pack.run.lesson.id, version: pack.run.lesson.version };
  const answer = await fetch(`/api/v1/runs/${run}/events?state=false`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ lesson, events: taps.map((t) => t.event) }),
    signal: AbortSignal.timeout(PATIENCE),
    redirect: 'manual'
  });
  if (answer.status === 204) return undefined;
  const ours = answer.headers.get('Content-Type')?.startsWith('application/problem+json');
  const later = answer.status >= 500 || [OUT, 408, 429].includes(answer.status);
  if (!ours || later) throw new Stranger(answer.status);
  return (await answer.json()) as Problem;
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
