import { expect, test } from 'vitest';
import { arrow, fromView, toView } from './geometry';

test('a place drawn and read back is the same place, either way up', () => {
  for (const lie of ['across', 'up'] as const)
    for (const p of [{ x: 3, y: -7 }, { x: -1.5, y: 11.8 }]) expect(fromView(toView(p, lie), lie)).toEqual(p);
});

test('an arrow key moves the drawing the way it points', () => {
  for (const lie of ['across', 'up'] as const) {
    const moved = toView(arrow('ArrowRight', 1, lie)!, lie);
    expect(moved.x).toBeCloseTo(1);
    expect(moved.y).toBeCloseTo(0);
  }
  expect(arrow('Enter', 1, 'up')).toBeUndefined();
});
