import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api, type Fix, type Lesson, type Plan } from '$lib/api/client';
import { Editor } from './editor.svelte';

vi.mock('$lib/api/client', () => ({
  api: { POST: vi.fn(), PUT: vi.fn() },
  explain: (e?: { detail: string }) => e?.detail ?? 'no server'
}));
const put = vi.mocked(api.PUT) as unknown as ReturnType<typeof vi.fn>;
const post = vi.mocked(api.POST) as unknown as ReturnType<typeof vi.fn>;

/** An answer of the server's own. */
const ours = (status: number) => ({ status, headers: new Headers({ 'Content-Type': 'application/json' }) });

const block = (id: string, minutes: number) => ({ id, kind: 'break' as const, title: id, minutes });
const lesson: Lesson = {
  id: 'l',
  version: 1,
  title: 'One',
  aim: '',
  date: '2026-05-17',
  start: '17:00',
  slotMinutes: 60,
  court: 'tennis',
  students: [],
  blocks: [block('a', 10), block('b', 20)]
};
const plan = { blocks: [] } as unknown as Plan;

/** A server that saves, and refuses any version but its own. */
let saved: Lesson;
beforeEach(() => {
  vi.useFakeTimers();
  saved = lesson;
  post.mockReset().mockResolvedValue({ data: plan });
  put.mockReset().mockImplementation(async (_: string, { body }: { body: Lesson }) => {
    if (body.version !== saved.version)
      return {
        error: { detail: 'late', current: saved, changes: ['Slot: 60 min → 75 min'], version: saved.version },
        response: ours(409)
      };
    saved = { ...body, version: body.version + 1 };
    return { data: saved, response: ours(200) };
  });
});
afterEach(() => vi.useRealTimers());
const rest = () => vi.advanceTimersByTimeAsync(1000);

test('a drag is one step for undo, and every step comes back', async () => {
  const e = new Editor(lesson, plan);
  for (const minutes of [11, 12, 13]) e.setBlock('a', { minutes }, 'minutes a');
  e.rest();
  e.setBlock('a', { minutes: 14 }, 'minutes a');
  e.move(0, 1);
  e.undo();
  e.undo();
  expect(e.lesson.blocks.map((b) => b.minutes)).toEqual([13, 20]);
  e.undo();
  expect(e.lesson.blocks).toEqual(lesson.blocks);
  expect(e.canUndo).toBe(false);
  e.redo();
  e.redo();
  e.redo();
  expect(e.lesson.blocks.map((b) => b.id)).toEqual(['b', 'a']);
  await rest();
  expect(saved.blocks.map((b) => b.minutes)).toEqual([20, 14]);
  expect(e.status).toBe('saved');
});

test('many quick changes are one save, and what is typed meanwhile is saved next', async () => {
  const e = new Editor(lesson, plan);
  e.change({ title: 'Two' });
  e.change({ title: 'Three' });
  await rest();
  expect(put).toHaveBeenCalledTimes(1);
  const slow = e.save();
  e.change({ title: 'Four' });
  await slow;
  await rest();
  expect(saved.title).toBe('Four');
  expect(e.lesson.version).toBe(saved.version);
});

test('a late save keeps the edit until the coach decides', async () => {
  const e = new Editor(lesson, plan);
  saved = { ...lesson, version: 2, slotMinutes: 75 };
  e.change({ title: 'Mine' });
  await rest();
  expect(e.status).toBe('stale');
  expect(e.stale?.changes).toEqual(['Slot: 60 min → 75 min']);
  e.change({ aim: 'still typing' });
  await rest();
  expect(put).toHaveBeenCalledTimes(1);
  expect(e.lesson.title).toBe('Mine');
  e.takeTheirs();
  expect(e.lesson.slotMinutes).toBe(75);
  e.undo();
  await rest();
  expect(saved).toMatchObject({ title: 'Mine', aim: 'still typing', version: 3 });
});

test('what the server refuses stays on the screen, named, and can be mended', async () => {
  const e = new Editor(lesson, plan);
  const error = { detail: 'no', errors: [{ field: 'slotMinutes', detail: 'too short' }] };
  put.mockResolvedValueOnce({ error, response: ours(422) });
  e.change({ slotMinutes: -5 });
  await rest();
  expect(e.status).toBe('refused');
  expect(e.wrong).toEqual({ slotMinutes: 'too short' });
  expect(e.lesson.slotMinutes).toBe(-5);
  e.undo();
  await rest();
  expect(e.status).toBe('saved');
});

test('without a server it says so and saves when it is back', async () => {
  const e = new Editor(lesson, plan);
  put.mockRejectedValueOnce(new TypeError('no connection'));
  e.change({ title: 'In the dark' });
  await rest();
  expect(e.status).toBe('away');
  await vi.advanceTimersByTimeAsync(4000);
  expect(e.status).toBe('saved');
  expect(saved.title).toBe('In the dark');
});

test('a block is added after the one in hand and taken in hand', () => {
  const e = new Editor(lesson, plan);
  e.add(block('', 5));
  expect(e.lesson.blocks.map((b) => b.minutes)).toEqual([10, 5, 20]);
  expect(e.block?.minutes).toBe(5);
});

test('removing the block in hand takes the next one in hand', () => {
  const e = new Editor(lesson, plan);
  expect(e.selected).toBe('a');
  e.remove('a');
  expect(e.selected).toBe('b');
  e.remove('b');
  expect(e.selected).toBeUndefined();
  e.undo();
  expect(e.lesson.blocks).toHaveLength(1);
});

test('what another window changed comes in with the save; what is typed meanwhile waits for the next', async () => {
  const e = new Editor(lesson, plan);
  const merged = { ...lesson, title: 'Mine', slotMinutes: 75, version: 3 };
  put.mockResolvedValueOnce({ data: merged, response: ours(200) });
  saved = merged;
  e.change({ title: 'Mine' });
  await rest();
  expect(e.lesson).toEqual(merged);
  expect(e.merged).toBe(true);
  e.change({ aim: 'Depth' });
  await rest();
  expect(saved).toMatchObject({ title: 'Mine', slotMinutes: 75, aim: 'Depth', version: 4 });

  // Typed while the merged answer is under way: the version it was made from stays.
  put.mockImplementationOnce(async () => {
    e.change({ title: 'Typed meanwhile' });
    return { data: { ...saved, slotMinutes: 80, version: 6 }, response: ours(200) };
  });
  e.change({ aim: 'Width' });
  await vi.advanceTimersByTimeAsync(550);
  expect(e.lesson.title).toBe('Typed meanwhile');
  expect(e.version).toBe(4);
});

test('a lesson is fitted to the length it has, not to the one it had when last reckoned', async () => {
  const fitted = (minutes: number) => ({
    label: '',
    outcome: '',
    blocks: [block('a', minutes)],
    whole: true
  });
  post.mockImplementation(async (_: string, { body }: { body: { lesson: Lesson } }) => ({
    data: { blocks: [], fit: fitted(body.lesson.slotMinutes) }
  }));
  const e = new Editor(lesson, { ...plan, fit: fitted(60) } as unknown as Plan);
  e.change({ slotMinutes: 80 });
  await e.fit();
  expect(e.lesson.blocks.map((b) => b.minutes)).toEqual([80]);
});

test('a fix is of the lesson that stands now; one that is offered no longer changes nothing', async () => {
  const shorter = (minutes: number) => ({
    label: `${minutes} min`,
    outcome: '',
    blocks: [block('a', minutes)]
  });
  const saying = (minutes: number) => ({
    blocks: [],
    notices: [{ kind: 'overTime', text: '', caution: false, seen: false, fixes: [shorter(minutes)] }]
  });
  const first = saying(8);
  post.mockImplementation(async () => ({ data: saying(5) }));
  const e = new Editor(lesson, first as unknown as Plan);
  e.change({ slotMinutes: 15 });
  await e.fix(first.notices[0]!.fixes[0] as Fix);
  expect(e.lesson.blocks[0]!.minutes).toBe(5);
  post.mockImplementation(async () => ({ data: { blocks: [], notices: [] } }));
  const was = e.plan!.notices[0]!.fixes[0]!;
  e.change({ slotMinutes: 60 });
  await e.fix(was);
  expect(e.lesson.blocks[0]!.minutes, 'there is time enough').toBe(5);
});

test('a fix takes the place of some blocks or of all, and one student has something of their own', async () => {
  const e = new Editor(lesson, plan);
  await e.fix({ label: '', outcome: '', blocks: [block('b', 5)] });
  expect(e.lesson.blocks.map((b) => b.minutes)).toEqual([10, 5]);
  await e.fix({
    label: '',
    outcome: '',
    blocks: [block('b', 5), block('c', 7), block('a', 10)],
    whole: true
  });
  expect(e.lesson.blocks.map((b) => b.id)).toEqual(['b', 'c', 'a']);
  e.undo();
  expect(e.lesson.blocks.map((b) => b.id)).toEqual(['a', 'b']);
  const a = () => e.lesson.blocks[0]!;
  e.setVariant(a(), 's1', { scale: 1.2 });
  e.setVariant(a(), 's1', { cue: 'Feet' });
  e.setVariant(a(), 's2', { tempo: 1.5 });
  expect(a().variants).toEqual([
    { student: 's1', scale: 1.2, cue: 'Feet' },
    { student: 's2', scale: 1, tempo: 1.5 }
  ]);
  e.setVariant(a(), 's2', { tempo: undefined });
  e.setVariant(a(), 's1', { scale: 1, cue: undefined });
  expect(a().variants, 'nothing left of it').toBeUndefined();
});
