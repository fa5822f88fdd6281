import { beforeEach, expect, test, vi } from 'vitest';

beforeEach(() => {
  localStorage.clear();
  vi.resetModules();
});
const load = () => import('./usual.svelte');

test('a caution is usual from the fourth lesson of the same group on, in whatever order it stands', async () => {
  const one = await load();
  for (const lesson of ['1', '2', '2', '3']) one.shown(['a', 'b'], lesson, ['balls', 'own.x', 'student.a.0']);
  expect(one.isUsual(['b', 'a'], '4', 'balls')).toBe(true);
  expect(one.isUsual(['a', 'b'], '3', 'balls'), 'in the third it still stands').toBe(false);
  expect(one.isUsual(['a'], '4', 'balls'), 'another group').toBe(false);
  expect(['own.x', 'student.a.0'].map((c) => one.isUsual(['a', 'b'], '4', c))).toEqual([false, false]);
  vi.resetModules();
  expect((await load()).isUsual(['a', 'b'], '4', 'balls'), 'the device remembers').toBe(true);
});

test('what cannot be read folds nothing', async () => {
  localStorage.setItem('hodometer cautions read', 'not ours');
  expect((await load()).isUsual(['a'], '1', 'balls')).toBe(false);
});
