import { expect, test } from 'vitest';
import { every, Pages } from './pages.svelte';

/** Seven things, three a page. */
const seven = (after = '0') => {
  const from = Number(after);
  const items = [0, 1, 2, 3, 4, 5, 6].slice(from, from + 3);
  return Promise.resolve({ items, next: from + 3 < 7 ? String(from + 3) : undefined });
};

test('every page of a list is read', async () => {
  expect(await every(seven)).toEqual([0, 1, 2, 3, 4, 5, 6]);
});

test('a page is added when it is asked for, and the list can begin anew', async () => {
  const list = new Pages(seven);
  await list.begin();
  expect(list.items).toEqual([0, 1, 2]);
  await list.more();
  await list.more();
  expect(list.items).toHaveLength(7);
  expect(list.next).toBeUndefined();
  await list.begin();
  expect(list.items).toEqual([0, 1, 2]);
});

test('an answer that a later question outran is let go, and what is shown stays when none comes', async () => {
  const slow: ((page: { items: string[] }) => void)[] = [];
  const list = new Pages<string>(() => new Promise((done) => slow.push(done)));
  const first = list.begin();
  const second = list.begin();
  slow[1]!({ items: ['second'] });
  slow[0]!({ items: ['first'] });
  await Promise.all([first, second]);
  expect(list.items).toEqual(['second']);
  const broken = new Pages<string>(() => Promise.reject(new Error('Cannot reach the server.')));
  broken.items = ['kept'];
  await broken.begin();
  expect(broken.items).toEqual(['kept']);
  expect(broken.wrong).toBe('Cannot reach the server.');
});
