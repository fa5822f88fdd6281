import { expect, test } from 'vitest';
import { clock, landing, moved, numberedEvery, stripes } from './tape';

const blocks = [{ minutes: 10 }, { minutes: 25 }, { minutes: 15 }];

test('a block lands between the middles of the others', () => {
  expect(landing(blocks, 0, 5)).toBe(0);
  expect(landing(blocks, 0, 22)).toBe(0);
  expect(landing(blocks, 0, 23)).toBe(1);
  expect(landing(blocks, 0, 49)).toBe(2);
  expect(landing(blocks, 2, 4)).toBe(0);
});

test('moving keeps every block', () => {
  for (let from = 0; from < 3; from++)
    for (let to = -1; to < 5; to++) expect(moved([1, 2, 3], from, to).sort()).toEqual([1, 2, 3]);
  expect(moved([1, 2, 3], 0, 2)).toEqual([2, 3, 1]);
});

test('the clock runs past midnight and numbers keep apart', () => {
  expect(clock('23:30', 40)).toBe('00:10');
  for (const px of [0.5, 1, 4, 9, 20]) expect(numberedEvery(px) * px).toBeGreaterThanOrEqual(44);
});

test('turns are drawn to scale: one round, repeated, from where it begins', () => {
  const css = stripes(
    {
      from: 0,
      to: 10,
      doing: 'turns',
      cycle: [
        { doing: 'hitting', minutes: 0.5 },
        { doing: 'waiting', minutes: 1.5 }
      ],
      phase: 0.25
    },
    20
  );
  expect(css).toContain('var(--doing-hitting) 0.000px 10.000px');
  expect(css).toContain('transparent 10.000px 40.000px');
  expect(css).toContain('background-size:40.000px');
  expect(css).toContain('background-position:-5.000px');
});
