import type { Run, RunEvent } from '$lib/api/client';
import { keepPack, kept, packOf, TAKEN, type Tap } from './db';
import { keep, metClub } from './outbox';

/**
 * What the server does not have yet, as a file: for a device whose server is gone for good, or that is to be
 * given away. Another device of the club takes it in and sends it as its own.
 */
export interface CountsFile {
  format: 'hodometer.counts';
  formatVersion: 1;
  /** Of a run that this device could not name the lesson of, the counts alone. */
  runs: { run: string; lesson?: Run['lesson']; students?: Run['students']; events: RunEvent[] }[];
}

/** The taps of some runs as such a file. */
export async function asFile(taps: Tap[]): Promise<CountsFile> {
  const runs: CountsFile['runs'] = [];
  for (const run of new Set(taps.map((t) => t.run))) {
    const pack = await packOf(`run ${run}`);
    const events = taps.filter((t) => t.run === run).map((t) => t.event);
    runs.push({ run, lesson: pack?.run.lesson, students: pack?.run.students, events });
  }
  return { format: 'hodometer.counts', formatVersion: 1, runs };
}

/** All that this device holds and the server has not taken. */
export async function notTaken(): Promise<Tap[]> {
  const db = await kept().catch(() => undefined);
  return ((await db?.getAll('taps')) ?? []).filter((t) => t.sent !== TAKEN);
}

/** Hands a file to whoever sits at the device. */
export function download(file: CountsFile, title: string) {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([JSON.stringify(file, null, 2)], { type: 'application/json' }));
  link.download = `${title}.json`;
  link.click();
  URL.revokeObjectURL(link.href);
}

const NOT_OURS = 'This file does not hold counts that Hodometer saved. Nothing was taken in.';
const isObject = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null;

/**
 * Takes in the counts of a file: they wait on this device and are sent like its own. Returns how many there
 * are; throws in a coach's words where it is not such a file. Taken in twice, nothing counts twice.
 */
export async function takeIn(text: string): Promise<number> {
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch {
    throw new Error(NOT_OURS);
  }
  if (!isObject(file) || file.format !== 'hodometer.counts' || !Array.isArray(file.runs))
    throw new Error(NOT_OURS);
  if (file.formatVersion !== 1)
    throw new Error('This file was saved by a newer Hodometer. Nothing was taken in.');
  const { runs } = file as unknown as CountsFile;
  const whole = (r: unknown) =>
    isObject(r) &&
    typeof r.run === 'string' &&
    (r.lesson === undefined ||
      (isObject(r.lesson) && typeof r.lesson.id === 'string' && Array.isArray(r.students))) &&
    Array.isArray(r.events) &&
    r.events.every((e) => isObject(e) && typeof e.id === 'string' && typeof e.kind === 'string');
  if (!runs.every(whole)) throw new Error(NOT_OURS);
  const db = await kept();
  let number = 0;
  for (const { run, lesson, students, events } of runs) {
    const key = `run ${run}`;
    if (lesson && !(await packOf(key))) {
      const pack = { id: run, lesson, students, events: [] } as unknown as Run;
      await keepPack({ key, run: pack, at: 0, club: metClub() });
    }
    const fresh = [];
    for (const e of events) if (!(await db.get('taps', [run, e.id]))) fresh.push(e);
    if (fresh.length) await keep(run, fresh);
    number += events.length;
  }
  return number;
}
