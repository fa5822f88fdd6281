import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api, type Run, type RunEvent } from '$lib/api/client';
import { Session } from './session.svelte';

vi.mock('$lib/api/client', () => ({ api: { POST: vi.fn() }, explain: () => 'refused' }));
const post = vi.mocked(api.POST) as unknown as ReturnType<typeof vi.fn>;

const student = { id: 's', stage: 0, met: false, stages: [] };
const state = {
  status: 'running',
  block: 0,
  since: 0,
  blocks: [{ id: 'b', elapsedMs: 0, balls: 0, pickUps: 0, basketLeft: -1, students: [student] }],
  focus: 's',
  engagement: {},
  note: '',
  events: 0
};
const run = {
  id: 'r',
  lesson: { blocks: [{ id: 'b' }] },
  students: [{ id: 's' }],
  undoable: ['good', 'miss'],
  pairs: [[0], []],
  state
} as unknown as Run;

/** A server that keeps what it acknowledges. */
let taken: RunEvent[];
const up = async (_: string, { body }: { body: { events: RunEvent[] } }) => {
  taken.push(...body.events);
  return { data: { ...state, events: taken.length }, response: { status: 200 } };
};
const down = async () => {
  throw new TypeError('no connection');
};

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  taken = [];
  post.mockReset().mockImplementation(up);
});
afterEach(() => vi.useRealTimers());

test('taps made without a connection are kept, survive a reload and arrive once, in order', async () => {
  post.mockImplementation(down);
  const first = new Session(run);
  for (const kind of ['good', 'miss', 'good'] as const) first.tap(kind);
  await vi.advanceTimersByTimeAsync(10);
  expect(first.waiting).toBe(3);
  expect(first.trouble).toContain('kept on this device');
  first.close();

  const again = new Session(run);
  expect(again.waiting).toBe(3);
  post.mockImplementation(up);
  await vi.advanceTimersByTimeAsync(3000);
  expect(taken.map((e) => e.kind)).toEqual(['good', 'miss', 'good']);
  expect(taken.map((e) => e.id)).toEqual(taken.map((e) => e.id).sort());
  expect(again.waiting).toBe(0);
  expect(again.trouble).toBe('');
  again.close();
});

test('undo without a connection takes back one tap after the other', async () => {
  post.mockImplementation(down);
  const s = new Session(run);
  s.tap('good');
  s.tap('good');
  s.undo();
  s.undo();
  s.undo();
  post.mockImplementation(up);
  await vi.advanceTimersByTimeAsync(3000);
  const [a, b] = taken.filter((e) => e.kind === 'good');
  expect(taken.filter((e) => e.kind === 'undo').map((e) => e.undoes)).toEqual([b!.id, a!.id]);
  s.close();
});

test('what the server refuses for good is kept aside and said, and does not block what follows', async () => {
  post.mockImplementationOnce(async () => ({ error: { detail: 'no' }, response: { status: 422 } }));
  const s = new Session(run);
  s.tap('good');
  await vi.advanceTimersByTimeAsync(10);
  expect(s.trouble).toBe('refused');
  expect(s.waiting).toBe(0);
  s.tap('miss');
  await vi.advanceTimersByTimeAsync(10);
  expect(taken.map((e) => e.kind)).toEqual(['miss']);
  s.close();
});

test('a server in trouble is asked again', async () => {
  post.mockImplementationOnce(async () => ({ error: {}, response: { status: 503 } }));
  const s = new Session(run);
  s.tap('good');
  await vi.advanceTimersByTimeAsync(10);
  expect(s.waiting).toBe(1);
  await vi.advanceTimersByTimeAsync(2500);
  expect(taken).toHaveLength(1);
  s.close();
});

test('the clock of a block goes on between answers and never backward', () => {
  const s = new Session({
    ...run,
    state: { ...state, since: 1000, blocks: [{ ...state.blocks[0]!, elapsedMs: 5000 }] }
  } as unknown as Run);
  s.now = 4000;
  expect(s.elapsed).toBe(8000);
  s.now = 500;
  expect(s.elapsed).toBe(5000);
  s.close();
});
