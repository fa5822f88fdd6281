import { expect, test } from 'vitest';
import { sideCounts } from './marks';

test('a mark says whose it was, the one with more first', () => {
  const side = (i: number) => ['Ida', 'Otto'][i]!;
  expect(sideCounts([1, 4], side)).toBe('Otto 4, Ida 1');
  expect(sideCounts([0, 2], side)).toBe('Otto 2');
  expect(sideCounts([3], side)).toBe('3');
});
