import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api, type Lesson, type Watched } from '$lib/api/client';
import { core } from '$lib/core/core';
import { Watching } from './watching.svelte';

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const began = Date.UTC(2026, 10, 30, 17);
const lesson = {
  id: id(1),
  version: 1,
  title: 'Games',
  aim: '',
  date: '2026-11-30',
  start: '17:00',
  slotMinutes: 30,
  court: 'tennis',
  students: [id(101), id(102)],
  blocks: [
    { id: id(10), kind: 'talk', title: 'Talk', minutes: 2 },
    {
      id: id(11),
      kind: 'game',
      title: 'Eleven',
      minutes: 10,
      match: { rules: { to: 11, winBy: 2, secondsPerPoint: 10 }, start: '', cue: '' }
    }
  ]
} as unknown as Lesson;

/** Two minutes of talk, half a minute to change, and a point every ten seconds for the first side. */
function play(number: number): Watched {
  const events: Watched['events'] = [];
  const add = (at: number, e: Omit<Watched['events'][number], 'id' | 'at'>) => {
    const t = (began + at).toString(16).padStart(12, '0');
    events.push({
      id: `${t.slice(0, 8)}-${t.slice(8)}-7000-8000-${String(events.length).padStart(12, '0')}`,
      at: began + at,
      ...e
    });
  };
  add(0, { kind: 'start' });
  add(120_000, { kind: 'pause' });
  add(150_000, { kind: 'goTo', block: id(11) });
  add(150_000, { kind: 'start' });
  for (let i = 0; i < 8; i++) add(150_000 + i * 10_000, { kind: 'point', block: id(11), value: 0 });
  add(750_000, { kind: 'pause' });
  add(750_000, { kind: 'finish' });
  return {
    play: number,
    began,
    events,
    blocks: [
      { id: id(10), from: 0, to: 120_000, met: [] },
      { id: id(11), from: 150_000, to: 750_000, met: [] }
    ]
  };
}

let asked: { play?: number }[];
let still = false;
beforeEach(async () => {
  asked = [];
  still = false;
  vi.stubGlobal('window', { matchMedia: () => ({ matches: still }) });
  vi.stubGlobal('requestAnimationFrame', () => 0);
  vi.stubGlobal('cancelAnimationFrame', () => undefined);
  vi.spyOn(api, 'POST').mockImplementation(((_: string, { body }: { body: { play?: number } }) => {
    asked.push(body);
    return Promise.resolve({ data: play(body.play ?? 7) });
  }) as never);
  await core(readFileSync('src/lib/core/core.wasm'));
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

const score = (w: Watching) => w.state?.blocks[1]?.courts?.[0]?.score.points;

test('the court shows what has happened by the time that is watched, forth and back', async () => {
  const w = new Watching(lesson);
  await w.ask();
  expect(w.play.value?.play, 'the typical one').toBe(7);
  expect([w.now, w.at, w.over]).toEqual([0, 0, false]);
  w.seek(130_000);
  expect([w.at, w.between, w.elapsed]).toEqual([1, true, 0]);
  w.seek(150_000 + 25_000);
  expect(score(w)).toEqual([3, 0]);
  expect([w.between, w.elapsed]).toEqual([false, 25_000]);
  w.seek(150_000 + 5_000);
  expect(score(w), 'back is as it was').toEqual([1, 0]);
  w.seek(9e9);
  expect([w.over, w.now]).toEqual([true, 750_000]);
  expect(w.state?.status).toBe('finished');
  w.close();
});

test('it is stepped from tap to tap and from block to block', async () => {
  const w = new Watching(lesson);
  await w.ask();
  w.block(1);
  expect(w.now).toBe(150_000);
  w.step(1);
  expect([w.now, score(w)?.[0]]).toEqual([160_000, 2]);
  w.step(-1);
  expect([w.now, score(w)?.[0]]).toEqual([150_000, 1]);
  w.block(-1);
  expect(w.now).toBe(0);
  w.step(-1);
  expect(w.now, 'there is nothing before it').toBe(0);
  w.close();
});

test('new dice begin anew, and an edited lesson is watched with the same ones from where it is', async () => {
  const w = new Watching(lesson);
  await w.ask();
  w.seek(200_000);
  await w.ask(42);
  expect([w.now, w.play.value?.play]).toEqual([0, 42]);
  w.seek(200_000);
  await w.ask(42, { ...lesson, title: 'Another title' });
  expect([w.now, asked.map((a) => a.play)]).toEqual([200_000, [undefined, 42, 42]]);
  w.close();
});

test('after its end it is played again from the start', async () => {
  const w = new Watching(lesson);
  await w.ask();
  w.seek(750_000);
  w.start();
  expect([w.playing, w.now]).toEqual([true, 0]);
  w.toggle();
  expect(w.playing).toBe(false);
  w.close();
});
