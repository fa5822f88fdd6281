import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Run, RunEvent } from '$lib/api/client';
import { core } from '$lib/core/core';
import { kept, WAITING } from '$lib/device/db';
import { send } from '$lib/device/outbox';
import { forget } from '$lib/device/packs';
import { Session } from './session.svelte';

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
let runs = 0;

/** A run of a lesson with one game, on the real core. */
function opened(): Run {
  const lesson = {
    id: id(1),
    version: 3,
    title: 'Games',
    aim: '',
    date: '2026-05-17',
    start: '17:00',
    slotMinutes: 60,
    court: 'tennis',
    students: [id(101), id(102)],
    blocks: [
      {
        id: id(11),
        kind: 'game',
        title: 'Eleven',
        minutes: 20,
        match: { rules: { to: 11, winBy: 2, secondsPerPoint: 10 }, start: '', cue: '' }
      },
      { id: id(12), kind: 'talk', title: 'Talk', minutes: 5 }
    ]
  };
  return {
    id: id(1000 + runs++),
    lesson,
    students: lesson.students.map((s) => ({ id: s, name: s })),
    undoable: ['point'],
    pairs: [[0], [1]],
    events: [],
    cards: {},
    state: {
      status: 'ready',
      block: 0,
      since: 0,
      blocks: [],
      focus: '',
      engagement: {},
      effort: {},
      confidence: {},
      note: '',
      events: 0
    }
  } as unknown as Run;
}

/** A server that keeps what it acknowledges. */
let taken: RunEvent[];
let bodies: { lesson?: { version: number }; events: RunEvent[] }[];
const problem = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/problem+json' } });
const up = async (request: Request) => {
  const body = (await request.clone().json()) as { events: RunEvent[] };
  bodies.push(body);
  taken.push(...body.events);
  return new Response(null, { status: 204 });
};
const down = async () => {
  throw new TypeError('no connection');
};
const fetched = vi.fn<typeof fetch>();
const point = (s: Session, value = 0) => s.add({ kind: 'point', block: id(11), value });
const score = (s: Session) => s.state.blocks[0]!.courts![0]!.score.points;
const settled = (s: Session) => vi.waitFor(() => expect(s.waiting).toBe(0), { timeout: 2000 });

beforeEach(async () => {
  taken = [];
  bodies = [];
  vi.stubGlobal('fetch', fetched.mockReset().mockImplementation(up as unknown as typeof fetch));
  await core(readFileSync('src/lib/core/core.wasm'));
});
afterEach(async () => {
  const db = await kept();
  await db.clear('taps');
});

test('without a connection the count goes on, survives a reload and arrives once, in order', async () => {
  fetched.mockImplementation(down);
  const run = opened();
  const first = new Session(run);
  await first.ready;
  for (const side of [0, 1, 0]) point(first, side);
  await vi.waitFor(() => expect(score(first)).toEqual([2, 1]));
  expect(first.waiting).toBe(3);
  await vi.waitFor(() => expect(first.trouble).toContain('saved on this device'));
  first.close();

  const again = new Session(run);
  await again.ready;
  expect(score(again)).toEqual([2, 1]);
  expect(again.waiting).toBe(3);
  fetched.mockImplementation(up as unknown as typeof fetch);
  await send();
  await settled(again);
  expect(taken.map((e) => e.value)).toEqual([0, 1, 0]);
  expect(taken.map((e) => e.id)).toEqual(taken.map((e) => e.id).sort());
  expect(again.trouble).toBe('');
  again.close();
});

test('undo without a connection takes back one tap after the other, and no more', async () => {
  fetched.mockImplementation(down);
  const s = new Session(opened());
  await s.ready;
  point(s);
  point(s);
  await vi.waitFor(() => expect(score(s)).toEqual([2, 0]));
  for (const left of [1, 0]) {
    s.undo();
    await vi.waitFor(() => expect(score(s)).toEqual([left, 0]));
  }
  s.undo();
  expect(s.waiting).toBe(4);
  s.close();
});

test('presses take effect in the order they were made, however fast they come', async () => {
  const s = new Session(opened());
  await s.ready;
  point(s, 0);
  s.undo();
  point(s, 1);
  s.undo();
  point(s, 1);
  s.goTo(1);
  await vi.waitFor(() => expect(s.state.block).toBe(1));
  expect(score(s)).toEqual([0, 1]);
  await settled(s);
  expect(taken.map((e) => e.kind)).toEqual(['point', 'undo', 'point', 'undo', 'point', 'goTo']);
  s.close();
});

test('only what the server refuses is put aside, shown with why, and given up by the coach alone', async () => {
  fetched.mockImplementationOnce(async () =>
    problem(422, { detail: 'no', errors: [{ field: 'events[1].value', detail: 'not that one' }] })
  );
  const s = new Session(opened());
  await s.ready;
  const db = await kept();
  const wrong = { id: id(999_000_000_002), at: 5, kind: 'point', block: id(11), value: 0 };
  const right = { id: id(999_000_000_001), at: 5, kind: 'point', block: id(11), value: 1 };
  for (const event of [right, wrong]) await db.put('taps', { run: s.id, id: event.id, event, sent: WAITING });
  await send();
  await vi.waitFor(() => expect(s.refused.map((t) => t.reason)).toEqual(['not that one']));
  expect(taken.map((e) => e.id)).toEqual([right.id]);
  await s.giveUpRefused();
  expect(s.refused).toEqual([]);
  s.close();
});

test('a login page in between is not the server, and a server in trouble is asked again', async () => {
  const s = new Session(opened());
  await s.ready;
  fetched.mockImplementation(async () => new Response('<html>Sign in</html>', { status: 403 }));
  point(s);
  await vi.waitFor(() => expect(s.trouble).toContain('login page'));
  expect(s.refused).toEqual([]);
  fetched.mockImplementation(async () => new Response('<html>Welcome</html>', { status: 200 }));
  await send();
  expect(s.waiting).toBe(1);
  fetched.mockImplementation(async () => problem(503, { detail: 'busy' }));
  await send();
  expect(s.waiting).toBe(1);
  fetched.mockImplementation(up as unknown as typeof fetch);
  await send();
  await settled(s);
  expect(taken).toHaveLength(1);
  s.close();
});

test('a device that is full keeps taps in the page, says so, and still sends them', async () => {
  fetched.mockImplementation(down);
  const s = new Session(opened());
  await s.ready;
  const db = await kept();
  const full = vi.spyOn(db, 'transaction').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  point(s);
  await vi.waitFor(() => expect(score(s)).toEqual([1, 0]));
  expect(s.unstored).toBe(1);
  full.mockRestore();
  fetched.mockImplementation(up as unknown as typeof fetch);
  await send();
  await settled(s);
  expect(s.unstored).toBe(0);
  expect(taken).toHaveLength(1);
  s.close();
});

test('a clock that jumps back keeps the order of what happened', async () => {
  const s = new Session(opened());
  await s.ready;
  const now = vi.spyOn(Date, 'now');
  const t = 1_800_000_000_000;
  const ids = [t, t - 3_600_000, t - 3_600_000, t + 1].map((at) => {
    now.mockReturnValue(at);
    return point(s);
  });
  expect(ids).toEqual([...ids].sort());
  now.mockRestore();
  await vi.waitFor(() => expect(score(s)).toEqual([4, 0]));
  s.close();
});

test('two pages of one run show the same', async () => {
  const run = opened();
  const [a, b] = [new Session(run), new Session(run)];
  await Promise.all([a.ready, b.ready]);
  point(a, 0);
  point(b, 1);
  point(a, 1);
  await vi.waitFor(() => {
    expect(score(a)).toEqual([1, 2]);
    expect(score(b)).toEqual([1, 2]);
  });
  a.close();
  b.close();
});

test('an undo pressed right after a tap takes back that tap', async () => {
  const s = new Session(opened());
  await s.ready;
  point(s, 0);
  point(s, 1);
  s.undo();
  await vi.waitFor(() => expect(s.state.events).toBe(3));
  expect(score(s)).toEqual([1, 0]);
  s.close();
});

test('a device that was signed out, or whose server cannot write, keeps counting, and gives up nothing', async () => {
  const run = opened();
  const session = new Session(run);
  await session.ready;
  for (const [status, says] of [
    [401, 'This device is signed out'],
    [503, 'The server has a problem']
  ] as const) {
    fetched.mockImplementation(async () => problem(status, { detail: 'not now' }));
    const before = session.waiting;
    point(session);
    await vi.waitFor(() => expect(session.trouble).toContain(says));
    expect(session.waiting).toBe(before + 1);
    expect(session.refused, `${status} refuses nothing`).toEqual([]);
  }
  await vi.waitFor(() => expect(score(session)).toEqual([2, 0]));
  fetched.mockImplementation(up as unknown as typeof fetch);
  await send();
  await settled(session);
  expect(taken.length).toBe(2);
  session.close();
});

test('signing out clears what the server told this device, unless something waits', async () => {
  const db = await kept();
  const run = opened();
  await db.put('packs', { key: `run ${run.id}`, run, at: Date.now() });
  fetched.mockImplementation(down);
  const session = new Session(run);
  await session.ready;
  point(session);
  await vi.waitFor(() => expect(session.waiting).toBe(1));
  await forget();
  expect(await db.count('packs'), 'one tap waits').toBe(1);
  fetched.mockImplementation(up as unknown as typeof fetch);
  await send();
  await settled(session);
  await forget();
  expect(await db.count('packs')).toBe(0);
  expect(await db.count('taps')).toBe(0);
  session.close();
});
