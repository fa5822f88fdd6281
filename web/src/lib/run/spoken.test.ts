import { expect, test } from 'vitest';
import type { TurnState } from './called';
import { callOf, type Moment } from './spoken';

const turn = (more: Partial<TurnState>) =>
  ({ n: 3, by: 'balls', of: 6, balls: 0, now: [], round: 4, ...more }) as TurnState;
const moment = (more: Partial<Moment>): Moment => ({
  block: 'b',
  left: 300,
  seconds: 600,
  next: 'Game',
  turn: undefined,
  due: false,
  posts: 'Hit: Juno',
  stage: '',
  ...more
});
const said = (more: Partial<Moment>) => callOf(moment(more))?.words;

test('what is called, and when', () => {
  expect(said({ left: 400 })).toBeUndefined();
  expect(said({ left: 300 })).toBe('Half-time');
  expect(said({ left: 294 }), 'it was a while ago').toBeUndefined();
  expect(said({ left: 100, seconds: 200 }), 'a short block has none').toBeUndefined();
  expect(said({ left: 10 })).toBe('Ten seconds');
  expect(said({ left: 0 })).toBe('Time. Next: Game');
  expect(said({ left: -5, next: '' })).toBe('Time. That was the last block');
  expect(said({ left: 200, turn: turn({ balls: 5 }) })).toBe('Last ball');
  expect(said({ left: 200, turn: turn({ of: 2, balls: 1 }) }), 'of two it is plain').toBeUndefined();
  expect(said({ left: 200, turn: turn({ balls: 6 }), due: true })).toBe('Change. Hit: Juno');
  expect(said({ left: 200, turn: turn({ by: 'ends', bell: 9000 }), stage: 'Zone two' })).toBe('Zone two');
});

test('a call has one key as long as it lasts, and each change its own', () => {
  const key = (more: Partial<Moment>) => callOf(moment(more))?.key;
  expect(key({ left: 9 })).toBe(key({ left: 1 }));
  const change = (n: number) => key({ left: 200, due: true, turn: turn({ n }) });
  expect(change(3)).not.toBe(change(4));
});
