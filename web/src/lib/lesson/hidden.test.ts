import { beforeEach, expect, test, vi } from 'vitest';

beforeEach(() => {
  localStorage.clear();
  vi.resetModules();
});
const load = () => import('./hidden.svelte');

test('advice is hidden in a lesson or in all, kept on the device, and shown again', async () => {
  const one = await load();
  one.hide('onePlace', 'a');
  expect([one.isHidden('a', 'onePlace'), one.isHidden('b', 'onePlace')]).toEqual([true, false]);
  one.hide('load');
  vi.resetModules();
  const later = await load();
  expect(['a', 'b'].map((l) => later.isHidden(l, 'load'))).toEqual([true, true]);
  expect(later.isHidden('a', 'onePlace')).toBe(true);
  later.showAll('a');
  expect([later.isHidden('a', 'load'), later.isHidden('a', 'onePlace')]).toEqual([false, false]);
});

test('what cannot be read hides nothing, and old lessons are forgotten', async () => {
  localStorage.setItem('hodometer hidden advice', 'not ours');
  const hidden = await load();
  expect(hidden.isHidden('a', 'load')).toBe(false);
  for (let i = 0; i < 205; i++) hidden.hide('load', `lesson ${i}`);
  expect(hidden.isHidden('lesson 0', 'load')).toBe(false);
  expect(hidden.isHidden('lesson 204', 'load')).toBe(true);
});
