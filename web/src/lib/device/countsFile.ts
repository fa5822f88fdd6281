import type { Run } from '$lib/api/client';
import type { components } from '$lib/api/schema';
import { keepPack, kept, packOf, TAKEN, type Tap } from './db';
import { keep, metClub } from './outbox';

type Schemas = components['schemas'];

/**
 * What the server does not have yet, as a file: for a device whose server is gone for good, or that is to be
 * given away. Another device of the club takes it in and sends it as its own.
 */
export type CountsFile = Schemas['CountsFile'];

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

/**
 * Takes in the counts of a file: they wait on this device and are sent like its own. Returns how many there
 * are; throws in a coach's words where it is not such a file, of which nothing is taken. Taken in twice, nothing
 * counts twice. The file is somebody's: all of it is checked against the contract before any of it is kept.
 */
export async function takeIn(text: string): Promise<number> {
  let file: CountsFile;
  try {
    file = JSON.parse(text) as CountsFile;
  } catch {
    throw new Error(NOT_OURS);
  }
  if (file?.format === 'hodometer.counts' && Number(file.formatVersion) > 1)
    throw new Error('This file was saved by a newer Hodometer. Nothing was taken in.');
  const [{ Validator }, schema] = await Promise.all([
    import('@cfworker/json-schema'),
    import('$lib/api/counts.schema.json')
  ]);
  const { valid, errors } = new Validator(schema.default as object, '7').validate(file);
  if (!valid) {
    const at = errors.at(-1)?.instanceLocation.replace(/^#\/?/, '').replaceAll('/', ', ');
    throw new Error(at ? `${NOT_OURS} What is wrong in it: ${at}.` : NOT_OURS);
  }
  const db = await kept();
  let number = 0;
  for (const { run, lesson, students, events } of file.runs) {
    const key = `run ${run}`;
    if (lesson && !(await packOf(key))) {
      const pack = { id: run, lesson, students: students ?? [], events: [] } as unknown as Run;
      await keepPack({ key, run: pack, at: 0, club: metClub() });
    }
    const fresh = [];
    for (const e of events) if (!(await db.get('taps', [run, e.id]))) fresh.push(e);
    if (fresh.length) await keep(run, fresh);
    number += events.length;
  }
  return number;
}
