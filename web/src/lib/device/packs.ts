import { v7 } from 'uuid';
import { api, explain, type Run } from '$lib/api/client';
import { keepPack, kept, packOf, WAITING, type Pack } from './db';
import { compare, FILE, known, meet, metClub, waiting } from './outbox';

/**
 * What a device takes to the court: a run, or a lesson of which one can be begun, with
 * all that is shown and reckoned there.
 */

const PATIENCE = 5000; // ms for the server before the device's own is taken

const put = (key: string, run: Run) => keepPack({ key, run, at: 0, club: metClub() });

/** A run as it is opened on court: the server's, or with no connection the device's own. */
export async function openRun(id: string, lesson: string | null): Promise<Run> {
  const params = { path: { run: id } };
  const signal = AbortSignal.timeout(PATIENCE);
  try {
    const { data, error, response } = lesson
      ? await api.PUT('/api/v1/runs/{run}', { params, body: { lesson }, signal })
      : await api.GET('/api/v1/runs/{run}', { params, signal });
    await meet(response.headers.get(FILE));
    if (data) {
      await put(`run ${id}`, data);
      await compare(id, data.events);
      return data;
    }
    if (ours(response) && response.status < 500 && ![401, 404].includes(response.status))
      throw new Refused(explain(error));
  } catch (e) {
    if (e instanceof Refused) throw e;
  }
  const own = (await packOf(`run ${id}`)) ?? (lesson ? await packOf(`lesson ${lesson}`) : undefined);
  if (!own) {
    throw new Error(
      'No connection, and this lesson is not saved on this device. Open it once while online; ' +
        'then it works offline.'
    );
  }
  const run = { ...own.run, id };
  await keepPack({ ...own, key: `run ${id}`, run });
  return run;
}

class Refused extends Error {}

const ours = (r: Response) => !!r.headers.get('Content-Type')?.startsWith('application/problem+json');

/** Puts a lesson on the device, to begin a run of without a connection; false where it cannot. */
export async function takeAlong(lesson: string): Promise<boolean> {
  try {
    const { data, response } = await api.PUT('/api/v1/runs/{run}', {
      params: { path: { run: v7() } },
      body: { lesson }
    });
    await meet(response.headers.get(FILE));
    if (data) await put(`lesson ${lesson}`, data);
    return !!data;
  } catch {
    return false;
  }
}

/** Everything on the device, lessons and runs, latest first. */
export async function onDevice(): Promise<Pack[]> {
  const db = await kept().catch(() => undefined);
  return ((await db?.getAll('packs')) ?? []).sort((a, b) => b.at - a.at);
}

export interface Carried {
  lesson: Run['lesson'];
  students: Run['students'];
  /** The run of it that goes on on this device. */
  run?: string;
}

/** Lessons on the device from a day on, in the order of their hours. */
export async function carried(from: string): Promise<Carried[]> {
  const packs = await onDevice();
  const out: Carried[] = [];
  for (const { key, run } of packs) {
    if (!key.startsWith('lesson ') || run.lesson.date < from) continue;
    const under = packs.find((p) => p.key.startsWith('run ') && p.run.lesson.id === run.lesson.id);
    const taps = under ? await known(under.run.id) : [];
    const over = taps.some((t) => ['finish', 'giveUp', 'remove'].includes(t.event.kind));
    out.push({
      lesson: run.lesson,
      students: run.students,
      run: taps.length && !over ? under!.run.id : undefined
    });
  }
  const when = (c: Carried) => `${c.lesson.date} ${c.lesson.start}`;
  return out.sort((a, b) => when(a).localeCompare(when(b)));
}

/** The run of a lesson that was begun on this device, of which the server has not heard all yet. */
export async function begunHere(lesson: string): Promise<string | undefined> {
  for (const { key, run } of await onDevice()) {
    if (!key.startsWith('run ') || run.lesson.id !== lesson) continue;
    const taps = await known(run.id);
    const over = taps.some((t) => ['finish', 'giveUp', 'remove'].includes(t.event.kind));
    if (!over && taps.some((t) => t.sent === WAITING)) return run.id;
  }
  return undefined;
}

/** How far ahead lessons are taken along by themselves, in days [trade]. */
export const AHEAD = 7;

const LONG_AGO = 30 * 24 * 3600 * 1000;

/** Lets go of what nobody needs any more: runs of long ago of which nothing waits. */
export async function tidy() {
  const db = await kept().catch(() => undefined);
  if (!db) return;
  for (const pack of await db.getAll('packs')) {
    if (Date.now() - pack.at < LONG_AGO) continue;
    const run = pack.key.startsWith('run ') ? pack.key.slice(4) : undefined;
    const taps = run ? await db.getAllFromIndex('taps', 'run', run) : [];
    if (taps.some((t) => t.sent !== 1)) continue;
    await Promise.all([db.delete('packs', pack.key), ...taps.map((t) => db.delete('taps', [t.run, t.id]))]);
  }
}

/** Lets go of who a student was, who is erased: what the server told, and the name in what is held for the court. */
export async function forgetStudent(id: string) {
  await globalThis.caches?.delete('told').catch(() => false);
  const db = await kept().catch(() => undefined);
  for (const pack of (await db?.getAll('packs')) ?? []) {
    if (!pack.run.lesson.students.includes(id)) continue;
    const students = pack.run.students.map((s) => (s.id === id ? { ...s, name: 'Former student' } : s));
    await db?.put('packs', { ...pack, run: { ...pack.run, students } });
  }
}

/** Lets go of everything that the server told this device, unless something waits to be sent. */
export async function forget() {
  await globalThis.caches?.delete('told').catch(() => false);
  const db = await kept().catch(() => undefined);
  if (!db || (await waiting()) > 0) return;
  await Promise.all((['packs', 'taps', 'unsaved'] as const).map((s) => db.clear(s)));
}
