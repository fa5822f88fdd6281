import { expect, test } from 'vitest';
import { History } from './history.svelte';

test('steps come back in their order, and a drag is one of them', () => {
  const h = new History<number>();
  let now = 0;
  const to = (next: number, key = '') => {
    h.step(now, key);
    now = next;
  };
  for (const n of [1, 2, 3]) to(n, 'drag');
  h.rest();
  to(4, 'drag');
  to(5);
  const back = () => (now = h.undo(now) ?? now);
  expect([back(), back(), back()]).toEqual([4, 3, 0]);
  expect(h.canUndo).toBe(false);
  expect(h.undo(now)).toBeUndefined();
  const again = () => (now = h.redo(now) ?? now);
  expect([again(), again(), again()]).toEqual([3, 4, 5]);
  expect(h.canRedo).toBe(false);
  back();
  to(9);
  expect(h.canRedo, 'a new step ends what was taken back').toBe(false);
});

test('the oldest steps are let go, the newest two hundred stay', () => {
  const h = new History<number>();
  for (let n = 0; n < 500; n++) h.step(n);
  let n = 0;
  for (let now: number | undefined = 500; now !== undefined; now = h.undo(now)) n++;
  expect(n).toBe(201);
});
