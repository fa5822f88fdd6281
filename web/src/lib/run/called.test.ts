import { expect, test } from 'vitest';
import { sayPosts, sayTurn, type Post, type TurnState } from './called';

const name = (id: string) => ({ a: 'Isolde', b: 'Otto', c: 'Tam' })[id] ?? '';
const post = (id: string, doing: string, ...students: string[]) =>
  ({ place: { id, name: id, doing }, students }) as unknown as Post;
const turn = (more: Partial<TurnState>): TurnState =>
  ({
    n: 0,
    round: 3,
    by: 'balls',
    balls: 3,
    of: 8,
    from: 0,
    now: [post('hitter', 'hitting', 'a'), post('waiting', 'waiting', 'b', 'c')],
    next: [post('hitter', 'hitting', 'b'), post('waiting', 'waiting', 'c', 'a')],
    ...more
  }) as TurnState;

test('a turn of balls says whose it is, how full it is, and who is next', () => {
  const words = sayTurn(turn({}), { waiting: 'shadow swings' }, undefined, 12_000, name);
  expect(words).toMatchObject({ due: false, head: 'Isolde’s turn', tail: '3 of 8', filled: 3 / 8 });
  expect(words.next).toBe('Next: Otto. Others: shadow swings');
  expect(words.waits).toBe('Wait (shadow swings)');
});

test('a full turn is due, one by the clock when its time is up, and a paused one never', () => {
  const due = (more: Partial<TurnState>, elapsed = 0) =>
    sayTurn(turn(more), undefined, undefined, elapsed, name).due;
  expect(due({ full: true })).toBe(true);
  expect(due({ full: true, held: true })).toBe(false);
  expect(due({ by: 'time', ms: 60_000, of: undefined }, 59_000)).toBe(false);
  expect(due({ by: 'time', ms: 60_000, of: undefined }, 60_000)).toBe(true);
  expect(due({ by: 'ends', ms: 60_000 }, 90_000), 'the engine fills it').toBe(false);
});

test('what ends a turn otherwise is said, and a secret number is not', () => {
  const ball = { student: 'a', stage: 0, feed: 0, ball: 4, said: 'forehand' };
  const ends = turn({ by: 'ends', until: 'at a miss', of: 8 });
  expect(sayTurn(ends, undefined, ball, 0, name)).toMatchObject({
    tail: 'ball 4 of 8',
    next: 'Next: Otto. Ends at a miss'
  });
  const secret = turn({ by: 'ends', of: 5, secret: true });
  expect(sayTurn(secret, undefined, ball, 0, name)).toMatchObject({ tail: 'ball 4', filled: 0 });
  expect(sayTurn(undefined, undefined, ball, 0, name).head).toBe('');
});

test('a change is called with its verbs, and a game by its courts', () => {
  expect(sayPosts(turn({}).next, name)).toBe('Hit: Otto. Wait: Tam, Isolde');
  const game = [
    { place: { id: 'court1side1', court: 1, side: 1 }, students: ['a'] },
    { place: { id: 'court1side2', court: 1, side: 2 }, students: ['b'] },
    { place: { id: 'waiting' }, students: ['c'] }
  ] as unknown as Post[];
  expect(sayPosts(game, name, 'On deck')).toBe('Isolde against Otto. On deck: Tam');
});
