import { expect, test } from 'vitest';
import type { Court } from '$lib/api/client';
import {
  betweenFeeds,
  blank,
  change,
  everything,
  inRhythm,
  nextBall,
  placeOf,
  snap,
  turns,
  twice,
  without
} from './parts';

const court = {
  id: 'tennis',
  sport: 'tennis',
  name: 'Tennis',
  halfLength: 11.885,
  halfWidth: { singles: 4.115, doubles: 5.485 },
  runBack: 6.4,
  runSide: 3.66,
  lines: [
    { name: 'near baseline', from: { x: -5.485, y: -11.885 }, to: { x: 5.485, y: -11.885 }, areas: [] },
    {
      name: 'left singles sideline',
      from: { x: -4.115, y: -11.885 },
      to: { x: -4.115, y: 11.885 },
      areas: []
    }
  ],
  spots: [{ name: 'T', at: { x: 0, y: -6.4 }, byHand: false }]
} as unknown as Court;

test('a drag lets go at lines and spots, each line in one direction', () => {
  expect(snap({ x: 0.2, y: -6.3 }, court, 0.36)).toEqual({ x: 0, y: -6.4 });
  expect(snap({ x: -4, y: -9 }, court, 0.36)).toEqual({ x: -4.115, y: -9 });
  expect(snap({ x: -4, y: -11.8 }, court, 0.36)).toEqual({ x: -4.115, y: -11.885 });
  expect(snap({ x: 2, y: -9 }, court, 0.36)).toEqual({ x: 2, y: -9 });
});

test('the balls go with the feeder, and nobody leaves the floor', () => {
  const d = blank(court);
  const moved = change(d, { part: 'person', i: 0 }, { x: 3, y: 9 }, court);
  expect(moved.pattern.feeds[0]!.from).toMatchObject({ x: 3, y: 9, z: 1 });
  const far = change(d, { part: 'ball', i: 0 }, { x: 99, y: 99 }, court);
  expect(far.pattern.feeds[0]!.to.x).toBeLessThan(9.2);
  expect(far.pattern.feeds[0]!.to.y).toBeLessThan(0);
  expect(d.pattern.feeds[0]!.from).toMatchObject({ x: 0 });
});

test('what is put down can be taken away again, and a turn stays whole rounds', () => {
  const d = blank(court);
  const two = {
    ...d,
    turnBalls: turns(d, 2),
    pattern: { ...d.pattern, feeds: [...d.pattern.feeds, nextBall(d)] }
  };
  expect(two.pattern.feeds[1]!.stroke).toBe('backhand');
  expect(two.turnBalls).toBe(2);
  const three = twice(two, { part: 'ball', i: 0 })!;
  expect(three.drill.pattern.feeds).toHaveLength(3);
  expect(placeOf(three.drill, three.hand)!.x).toBeCloseTo(d.pattern.feeds[0]!.to.x + 0.3);
  expect(without(three.drill, three.hand)!.pattern).toEqual(two.pattern);
  expect(without(d, { part: 'ball', i: 0 })).toBeUndefined();
  expect(everything(two).map((h) => h.part)).toEqual(['student', 'base', 'ball', 'ball', 'person']);
});

test('a goal keeps to its target when another goes', () => {
  const d = blank(court);
  const t = {
    name: '',
    kind: 'circle' as const,
    at: { x: 0, y: 9 },
    radius: 1,
    width: 0,
    depth: 0,
    both: false,
    worth: 1
  };
  const step = d.steps[0]!;
  const with3 = {
    ...d,
    targets: [t, t, t],
    steps: [
      { ...step, target: 2 },
      { ...step, target: 1 }
    ]
  };
  expect(without(with3, { part: 'target', i: 1 })!.steps.map((s) => s.target)).toEqual([1, 0]);
});

test('another rhythm keeps the pattern’s shape', () => {
  const d = blank(court);
  const p = {
    ...d,
    pattern: {
      ...d.pattern,
      feeds: [
        { ...d.pattern.feeds[0]!, gap: 2 },
        { ...d.pattern.feeds[0]!, gap: 4 }
      ]
    }
  };
  expect(betweenFeeds(p)).toBe(3);
  expect(inRhythm(p, 6).pattern.feeds.map((f) => f.gap)).toEqual([4, 8]);
});
