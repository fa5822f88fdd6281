import type { Court, Game } from '$lib/api/client';
import { describe, expect, it } from 'vitest';
import { courtOf, feeds, places, playedOn, points } from './picture';

const court = (id: string, sport: string, walls = false) =>
  ({
    id,
    sport,
    halfLength: 10,
    halfWidth: { singles: 4, doubles: 5 },
    walls: walls || undefined
  }) as never as Court;
const courts = [court('tennis', 'tennis'), court('tennisRed', 'tennis'), court('squash', 'squash', true)];
const game = (more: Partial<Game>): Game =>
  ({
    sports: ['tennis', 'squash'],
    sides: ['A', 'B'],
    players: [1, 1],
    rules: { to: 11, winBy: 2, feedChangesEvery: 4, secondsPerPoint: 15 },
    ...more
  }) as Game;

describe('a game as a picture', () => {
  it('is drawn on its own court, else on the first of the sport that is looked at', () => {
    expect(courtOf(game({}), courts)?.id).toBe('tennis');
    expect(courtOf(game({}), courts, 'squash')?.id).toBe('squash');
    expect(courtOf(game({ courts: ['tennisRed'] }), courts)?.id).toBe('tennisRed');
  });
  it('is offered on its own courts only', () => {
    expect(playedOn(game({}), courts[1]!)).toBe(true);
    expect(playedOn(game({ courts: ['tennisRed'] }), courts[0]!)).toBe(false);
    expect(playedOn(game({ sports: ['squash'] }), courts[0]!)).toBe(false);
  });
  it('puts each player on the floor, the two sides at their own ends', () => {
    for (const players of [
      [1, 1],
      [2, 2],
      [1, 2]
    ]) {
      const [near, far] = places(game({ players }), courts[0]!);
      expect([near.length, far.length]).toEqual(players);
      for (const p of near) expect(p.y).toBeLessThan(0);
      for (const p of far) expect(p.y).toBeGreaterThan(0);
      for (const p of [...near, ...far]) expect(Math.abs(p.x)).toBeLessThan(5);
    }
    for (const p of places(game({}), courts[2]!).flat()) expect(p.y).toBeLessThan(0);
  });
  it('says who feeds and where the points come from', () => {
    expect(feeds(game({}))).toBe('4 feeds each');
    expect(points(game({}))).toEqual(['to 11, two ahead', 'a rally: 1']);
    const bent = game({
      rules: {
        to: 10,
        toB: 5,
        winBy: 1,
        feedChangesEvery: 0,
        secondsPerPoint: 15,
        marks: [
          { id: 'a', words: 'Marker hit', worth: 3 },
          { id: 'b', words: 'Stepped back', ends: true }
        ]
      }
    });
    expect(feeds(bent)).toBe('the coach feeds');
    expect(points(bent)).toEqual([
      'to 10 against 5',
      'a rally: 1',
      'marker hit: 3',
      'stepped back: rally lost'
    ]);
  });
});
