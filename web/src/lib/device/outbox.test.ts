import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Run, RunEvent } from '$lib/api/client';
import { asFile, notTaken, takeIn } from './countsFile';
import { kept } from './db';
import {
  compare,
  drained,
  FILE,
  keep,
  known,
  listen,
  meet,
  readWhole,
  refused,
  send,
  waiting
} from './outbox';
import { begunHere } from './packs';

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;

/** A server with one file: which lessons and events it has, and which copy it is. */
interface File {
  name: string;
  lessons: string[];
  runs: Map<string, Map<string, RunEvent>>;
}
const copyOf = (f: File, name: string): File => ({
  name,
  lessons: [...f.lessons],
  runs: new Map([...f.runs].map(([run, events]) => [run, new Map(events)]))
});
let file: File;
const answer = (status: number, body?: unknown) =>
  new Response(body ? JSON.stringify(body) : null, {
    status,
    headers: { [FILE]: file.name, 'Content-Type': 'application/problem+json' }
  });
interface Sent {
  lesson?: { id: string; whole?: { id: string } };
  events: RunEvent[];
}
const serve = async (request: Request) => {
  const run = /runs\/([0-9a-f-]+)/.exec(request.url)![1]!;
  const { lesson, events } = (await request.json()) as Sent;
  if (!file.runs.has(run)) {
    if (lesson?.whole) file.lessons.push(lesson.whole.id);
    if (!lesson || !file.lessons.includes(lesson.id)) return answer(404, { status: 404, detail: 'none' });
    file.runs.set(run, new Map());
  }
  for (const e of events) file.runs.get(run)!.set(e.id, e);
  return answer(204);
};

let n = 0;
/** A run of a lesson, held on the device. */
async function held(lesson: string, club?: string) {
  const run = id(1000 + n++);
  const whole = {
    ...{ id: lesson, version: 1, title: 'Short balls', aim: '', date: '2026-12-01', start: '17:00' },
    ...{ slotMinutes: 60, court: 'tennis', students: [id(7)], blocks: [] }
  };
  const wren = { id: id(7), version: 1, name: 'Wren', hand: 'right', level: 'club' };
  const pack = { id: run, lesson: whole, students: [wren] };
  const db = await kept();
  await db.put('packs', { key: `run ${run}`, run: pack as unknown as Run, at: Date.now(), club });
  return run;
}
const tap = (run: string) =>
  keep(run, [{ id: id(500_000 + n++), at: 5, kind: 'good' } as unknown as RunEvent]);
const sent = async () => {
  await send();
  await vi.waitFor(async () => expect(await waiting()).toBe(0), { timeout: 4000 });
};
const count = (run: string) => file.runs.get(run)?.size ?? 0;

beforeEach(async () => {
  file = { name: `club.${n++}`, lessons: [id(1)], runs: new Map() };
  vi.stubGlobal('fetch', vi.fn(serve));
  await meet(file.name);
});
afterEach(async () => {
  const db = await kept();
  for (const s of ['taps', 'packs', 'copies'] as const) await db.clear(s);
});

test('an older copy of the file is put back: everything that was sent is there once', async () => {
  const run = await held(id(1), 'club');
  for (let i = 0; i < 3; i++) await tap(run);
  await sent();
  const older = copyOf(file, 'club.older');
  for (let i = 0; i < 5; i++) await tap(run);
  await sent();
  expect(count(run)).toBe(8);
  file = older;
  await tap(run); // the next answer says that it is another copy
  await vi.waitFor(() => expect(count(run)).toBe(9), { timeout: 4000 });
  await sent();
  expect(await refused()).toEqual([]);
});

test('a copy from before the lesson was planned is brought the lesson, and who was in it', async () => {
  const run = await held(id(2), 'club');
  file.lessons.push(id(2));
  await tap(run);
  await sent();
  file = { name: 'club.empty', lessons: [], runs: new Map() };
  await meet(file.name);
  await sent();
  expect(file.lessons).toEqual([id(2)]);
  expect(count(run)).toBe(1);
});

test('the file of another club is given nothing, and the right one everything', async () => {
  const right = file;
  const run = await held(id(1), 'club');
  await tap(run);
  await sent();
  file = { name: 'other.1', lessons: [], runs: new Map() };
  await meet(file.name);
  await tap(run);
  let said = '';
  const stop = listen((news) => news.kind === 'trouble' && (said = news.text));
  await send();
  await vi.waitFor(() => expect(said).toContain('another club’s file'));
  expect(file.lessons).toEqual([]);
  expect(file.runs.size).toBe(0);
  expect(await waiting()).toBe(1);
  expect(await refused()).toEqual([]);
  file = right;
  await meet(file.name);
  await sent();
  expect(count(run)).toBe(2);
  stop();
});

test('what cannot be placed holds up nothing else', async () => {
  const lost = await held(id(3));
  const run = await held(id(1), 'club');
  await tap(lost);
  await tap(run);
  await send();
  await vi.waitFor(() => expect(count(run)).toBe(1), { timeout: 4000 });
  expect(await waiting()).toBe(1);
  expect((await known(lost))[0]!.event.kind).toBe('good');
});

test('a file that was put back by hand, without a new name, is offered what it lacks', async () => {
  const run = await held(id(1), 'club');
  await tap(run);
  await sent();
  const older = copyOf(file, file.name);
  await tap(run);
  await sent();
  file = older;
  await compare(run, [...file.runs.get(run)!.values()]);
  await sent();
  expect(count(run)).toBe(2);
});

test('what was saved as a file is sent from another device, once', async () => {
  const gone = async () => {
    throw new TypeError('no connection');
  };
  vi.stubGlobal('fetch', vi.fn(gone));
  const run = await held(id(1), 'club');
  for (let i = 0; i < 3; i++) await tap(run);
  const text = JSON.stringify(await asFile(await notTaken()));
  const db = await kept();
  await Promise.all([db.clear('taps'), db.clear('packs')]); // the device is gone
  vi.stubGlobal('fetch', vi.fn(serve));
  expect(await takeIn(text)).toBe(3);
  await sent();
  await takeIn(text);
  await sent();
  expect(count(run)).toBe(3);
});

test('a file of something else is refused, and nothing of it taken in', async () => {
  const runs = [{ run: id(1), lesson: {}, students: [], events: [{}] }];
  const event = { id: id(2), at: 1, kind: 'good' };
  for (const text of [
    '',
    '[]',
    '{"format":"other"}',
    JSON.stringify({ format: 'hodometer.counts', formatVersion: 1, runs }),
    // A run that is an address, and an event with more in it than there is.
    ...[
      { run: '../students/00000000-0000-7000-8000-000000000001/erase#', events: [event] },
      { run: id(1), events: [{ ...event, id: '../x' }] },
      { run: id(1), events: [{ ...event, erase: true }] },
      { run: id(1), events: [event], more: 1 }
    ].map((r) => JSON.stringify({ format: 'hodometer.counts', formatVersion: 1, runs: [r] }))
  ])
    await expect(takeIn(text), text).rejects.toThrow('Nothing was taken in');
  await expect(takeIn('{"format":"hodometer.counts","formatVersion":2,"runs":[]}')).rejects.toThrow('newer');
  expect(await waiting()).toBe(0);
});

test('a run that was erased for good is let go, and nothing is brought back', async () => {
  const run = await held(id(1), 'club');
  await tap(run);
  await sent();
  vi.stubGlobal(
    'fetch',
    vi.fn(async () => answer(410, { status: 410, detail: 'erased' }))
  );
  file.name = 'club.later';
  await meet(file.name);
  await sent();
  expect(await known(run)).toEqual([]);
  expect(await (await kept()).get('packs', `run ${run}`)).toBeUndefined();
});

test('a lesson begun here goes on here, until the server has heard of it', async () => {
  const lesson = id(1);
  const run = await held(lesson);
  expect(await begunHere(lesson), 'it was opened, and nothing happened').toBeUndefined();
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
  await tap(run);
  await drained(50);
  expect(await begunHere(lesson)).toBe(run);
  vi.stubGlobal('fetch', serve);
  await drained();
  expect(count(run), 'who waits for it finds it there').toBe(1);
  expect(await begunHere(lesson)).toBeUndefined();
});

test('what is read before the server has heard all is read once more, and no more', async () => {
  const run = await held(id(1));
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
  await tap(run);
  const read: number[] = [];
  const stop = readWhole(() => read.push(count(run)));
  await vi.waitFor(() => expect(read).toEqual([0]));
  vi.stubGlobal('fetch', serve);
  await sent();
  await vi.waitFor(() => expect(read).toEqual([0, 1]));
  await tap(run);
  await sent();
  expect(read).toEqual([0, 1]);
  stop();
});
