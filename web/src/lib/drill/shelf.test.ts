import { expect, test } from 'vitest';
import type { ShelfDrill } from '$lib/api/client';
import { learn } from '$lib/api/vocabulary';
import { on } from '$lib/shelf/find';
import { anything, find } from './shelf';

const drill = (
  id: string,
  title: string,
  more: Partial<ShelfDrill> = {},
  d: Partial<ShelfDrill['drill']> = {}
) =>
  ({
    id,
    own: false,
    favourite: false,
    sport: 'tennis',
    zones: [],
    ...more,
    drill: {
      title,
      intent: '',
      focus: 'depth',
      level: 'club',
      situation: 'x',
      pattern: { court: 'tennis', feeds: [] } as never,
      cues: [],
      kit: [],
      players: { least: 2, best: 4, most: 6 },
      minutes: { least: 5, best: 10, most: 15 },
      ...d
    }
  }) as unknown as ShelfDrill;
learn({
  sports: [{ id: 'squash', name: 'Squash' }] as never,
  things: [{ id: 'basket', one: 'basket of balls', many: 'baskets of balls' }]
});
const all = [
  drill('a', 'Three deep in a line', {}, { cues: ['Back past the middle'], kit: [{ id: 'basket' }] }),
  drill('b', 'Length', { sport: 'squash', favourite: true }, { intent: 'Deep, and back to the T' }),
  drill(
    'c',
    'One’s own toss',
    { own: true, zones: ['attack'] },
    { focus: 'shortBall', players: { least: 1, best: 1, most: 1 } }
  )
];
const ids = (w: object) => find(all, { ...anything, ...w }).map((s) => s.id);

test('every word typed is looked for, titles first', () => {
  expect(ids({ words: 'deep' })).toEqual(['a', 'b']);
  expect(ids({ words: 'back deep' })).toEqual(['a', 'b']);
  expect(ids({ words: 'deep middle' })).toEqual(['a']);
  expect(ids({ words: "one's OWN" })).toEqual(['c']);
  expect(ids({ words: 'squash' })).toEqual(['b']);
  expect(ids({ words: 'basket' }), 'by the word that is shown for the id').toEqual(['a']);
});
test('filters hold together, and bounds count', () => {
  expect(ids({})).toEqual(['a', 'b', 'c']);
  expect(ids({ students: 1 })).toEqual(['c']);
  expect(ids({ students: 6, minutes: 15, sport: 'tennis' })).toEqual(['a']);
  expect(ids({ minutes: 16 })).toEqual([]);
  expect(ids({ kit: 'basket' })).toEqual(['a']);
  expect(ids({ zone: 'attack' })).toEqual(['c']);
  expect(ids({ only: 'favourites' })).toEqual(['b']);
  expect(ids({ only: 'own', focus: 'shortBall' })).toEqual(['c']);
});

test('a drill is found by what is done in it, and by what a coach would say of it', () => {
  learn({
    strokes: [{ id: 'backhand', label: 'backhand' }],
    directions: [{ id: 'straight', label: 'straight' }],
    hows: [{ id: 'live', label: 'live ball' }]
  } as never);
  const stage = { name: 'Off the wall', stroke: 'backhand', direction: 'straight', cue: 'Turn early' };
  const one = drill('d', 'Stations', {}, {
    stages: [{ ...stage, choices: [{ id: 'a', words: 'In the air' }] }],
    pattern: { feeds: [{ how: 'live' }] },
    turn: { oneBall: true },
    hitters: 2
  } as never);
  const found = (words: string) => find([...all, one], { ...anything, words }).map((s) => s.id);
  for (const words of [
    'backhand',
    'wall',
    'turn early',
    'in the air',
    'one ball',
    'two lines',
    'live straight'
  ])
    expect(found(words), words).toEqual(['d']);
  expect(found('forehand')).toEqual([]);
  expect(found('6 students')).toEqual(['a', 'b', 'd']);
  expect(found('1 player 10 min')).toEqual(['c']);
  expect(found('16 minutes')).toEqual([]);
  expect(found('minutes')).toEqual([]);
});

test('a court of a sport can be looked at alone, and what was edited is found', () => {
  const junior = drill('r', 'Bounce', { edited: 'larger target' }, {
    pattern: { court: 'tennisRed', feeds: [] }
  } as never);
  const found = (more: Partial<typeof anything>) =>
    find([...all, junior], { ...anything, ...more }).map((s) => s.id);
  expect(found({ sport: on('tennisRed') })).toEqual(['r']);
  expect(found({ sport: 'tennis' })).toContain('r');
  expect(found({ words: 'larger' })).toEqual(['r']);
});
