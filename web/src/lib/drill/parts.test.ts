import { expect, test } from 'vitest';
import type { Court, Drill } from '$lib/api/client';
import {
  betweenFeeds,
  bring,
  bringerOf,
  bringers,
  broughtBy,
  change,
  everything,
  inRhythm,
  placeOf,
  sayBalls,
  snap,
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

/** A drill of one fed ball. */
const fed: Drill = {
  format: 'hodometer.drill',
  version: 4,
  title: 'New drill',
  intent: '',
  focus: 'depth',
  level: 'club',
  situation: 'fedBall',
  players: { least: 1, best: 4, most: 8 },
  minutes: { least: 5, best: 10, most: 20 },
  hitters: 1,
  pattern: {
    court: 'tennis',
    area: 'singles',
    hand: 'right',
    start: { x: 0, y: -12.24 },
    base: { x: 0, y: -12.24 },
    shift: false,
    feeds: [
      {
        how: 'racket',
        from: { x: 0, y: 6.54, z: 1 },
        to: { x: 1.65, y: -8.56 },
        by: 'clearance',
        want: 1.3,
        topRpm: 0,
        sideRpm: 0,
        meet: 'falling',
        height: 0.8,
        stroke: 'forehand',
        gap: 3.5
      }
    ],
    people: [{ role: 'feeder', at: { x: 0, y: 6.54 } }],
    objects: []
  },
  targets: [],
  stages: [{ stroke: 'either', direction: 'anywhere', target: 0, goal: { kind: 'total', count: 10 } }],
  basket: 60,
  pickUpMinutes: 2,
  turnBalls: 1,
  after: 'backToLine',
  cues: [],
  cautions: [],
  kit: []
};

test('a drag lets go at lines and spots, each line in one direction', () => {
  expect(snap({ x: 0.2, y: -6.3 }, court, 0.36)).toEqual({ x: 0, y: -6.4 });
  expect(snap({ x: -4, y: -9 }, court, 0.36)).toEqual({ x: -4.115, y: -9 });
  expect(snap({ x: -4, y: -11.8 }, court, 0.36)).toEqual({ x: -4.115, y: -11.885 });
  expect(snap({ x: 2, y: -9 }, court, 0.36)).toEqual({ x: 2, y: -9 });
});

test('the balls go with the feeder, and nobody leaves the floor', () => {
  const d = fed;
  const moved = change(d, { part: 'person', i: 0 }, { x: 3, y: 9 }, court, [{ person: 0, thing: -1 }]);
  expect(moved.pattern.feeds[0]!.from).toMatchObject({ x: 3, y: 9, z: 1 });
  const far = change(d, { part: 'ball', i: 0 }, { x: 99, y: 99 }, court, []);
  expect(far.pattern.feeds[0]!.to.x).toBeLessThan(9.2);
  expect(far.pattern.feeds[0]!.to.y).toBeLessThan(0);
  expect(d.pattern.feeds[0]!.from).toMatchObject({ x: 0 });
});

test('what is put down can be taken away again, and a turn stays whole rounds', () => {
  const d = fed;
  const two = {
    ...d,
    turnBalls: 2,
    pattern: {
      ...d.pattern,
      feeds: [...d.pattern.feeds, { ...d.pattern.feeds[0]!, to: { x: -1.6, y: -8.5 } }]
    }
  };
  const three = twice(two, { part: 'ball', i: 0 }, 3)!;
  expect(three.drill.pattern.feeds).toHaveLength(3);
  expect(three.drill.turnBalls).toBe(3);
  expect(placeOf(three.drill, three.selected)!.x).toBeCloseTo(d.pattern.feeds[0]!.to.x + 0.3);
  expect(without(three.drill, three.selected, 2)).toEqual(two);
  expect(without(d, { part: 'ball', i: 0 }, 0)).toBeUndefined();
  expect(everything(two).map((h) => h.part)).toEqual(['student', 'base', 'ball', 'ball', 'person']);
});

test('a goal keeps to its target when another goes', () => {
  const d = fed;
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
  const step = d.stages[0]!;
  const with3 = {
    ...d,
    targets: [t, t, t],
    stages: [
      { ...step, target: 2 },
      { ...step, target: 1 }
    ]
  };
  expect(without(with3, { part: 'target', i: 1 }, 1)!.stages.map((s) => s.target)).toEqual([1, 0]);
});

test('another rhythm keeps the pattern’s shape', () => {
  const d = fed;
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

test('who brings balls takes them along, a machine throws its own, and a toss is nobody’s to bring', () => {
  const feed = fed.pattern.feeds[0]!;
  const d: Drill = {
    ...fed,
    pattern: {
      ...fed.pattern,
      feeds: [feed, { ...feed, how: 'self' }, feed],
      people: [
        ...fed.pattern.people,
        { role: 'waiting', at: { x: 0, y: -16 } },
        { role: 'partner', at: { x: 2, y: 11 } }
      ],
      objects: [
        { kind: 'cone', at: { x: 1, y: -4 } },
        { kind: 'machine', at: { x: -2, y: 8 } }
      ]
    }
  };
  expect(bringers(d)).toEqual([
    { part: 'person', i: 0 },
    { part: 'person', i: 2 },
    { part: 'thing', i: 1 }
  ]);
  const thrown = bring(d, [0, 1, 2], { part: 'thing', i: 1 }).pattern.feeds;
  expect(thrown.map((f) => f.how)).toEqual(['machine', 'self', 'machine']);
  expect(thrown.map((f) => f.from.x)).toEqual([-2, 0, -2]);
  const played = bring({ ...d, pattern: { ...d.pattern, feeds: thrown } }, [2], { part: 'person', i: 2 });
  expect(played.pattern.feeds[2]).toMatchObject({ how: 'racket', from: { x: 2, y: 11, z: 1 } });
  expect(played.pattern.feeds[0]!.how).toBe('machine');
});

test('balls are said as a coach counts them, and belong to who brings them', () => {
  const sources = [
    { person: 0, thing: -1 },
    { person: -1, thing: -1 },
    { person: -1, thing: 1 },
    { person: 0, thing: -1 }
  ];
  expect(broughtBy(sources, { part: 'person', i: 0 })).toEqual([0, 3]);
  expect(broughtBy(sources, { part: 'thing', i: 1 })).toEqual([2]);
  expect(broughtBy(sources, { part: 'ball', i: 0 })).toEqual([]);
  expect(bringerOf(sources[1])).toBeUndefined();
  expect([[0], [0, 3], [0, 1, 3]].map(sayBalls)).toEqual(['ball 1', 'balls 1 and 4', 'balls 1, 2 and 4']);
});
