import { expect, test } from 'vitest';
import type { Court } from '$lib/api/client';
import { frame, fromView, onWall, toView } from './geometry';

test('a place drawn and read back is the same place, either way up', () => {
  for (const lie of ['across', 'up'] as const)
    for (const p of [
      { x: 3, y: -7 },
      { x: -1.5, y: 11.8 }
    ])
      expect(fromView(toView(p, lie), lie)).toEqual(p);
});

test('the front wall stands on the end of the floor and lies in the frame', () => {
  const squash = {
    halfLength: 9.75,
    halfWidth: { singles: 3.2, doubles: 3.2 },
    walls: { tin: 0.48, serviceLine: 1.78, out: 4.57, outBack: 2.13 }
  } as Court;
  for (const lie of ['across', 'up'] as const) {
    const foot = onWall(1, 0, lie);
    const floor = toView({ x: 1, y: 0 }, lie);
    expect(foot.x).toBeCloseTo(floor.x);
    expect(foot.y).toBeCloseTo(floor.y);
    const f = frame(squash, lie, 1);
    for (const p of [onWall(3.2, 4.57, lie), toView({ x: -3.2, y: -9.75 }, lie)]) {
      expect(p.x).toBeGreaterThanOrEqual(f.x);
      expect(p.x).toBeLessThanOrEqual(f.x + f.width);
      expect(p.y).toBeGreaterThanOrEqual(f.y);
      expect(p.y).toBeLessThanOrEqual(f.y + f.height);
    }
  }
});
