import { expect, test } from 'vitest';
import { Question, read, write } from './state.svelte';

const defaults = { x: 1.5, by: 'speed', n: 4 };

test('an address brings the values back, and says only what differs', () => {
  const values = { x: -2.25, by: 'time', n: 4 };
  const address = write(defaults, values);
  expect(address).not.toContain('n=');
  expect(read(defaults, new URLSearchParams(address))).toEqual(values);
  expect(write(defaults, defaults)).toBe('');
  expect(read(defaults, new URLSearchParams('?x=wide&n=&other=1'))).toEqual(defaults);
});

test('each rest of the hand is one step back', () => {
  const said: string[] = [];
  const q = new Question(defaults, new URLSearchParams(), (a) => said.push(a));
  q.move({ x: 2 });
  q.move({ x: 3 });
  q.rest();
  q.set({ n: 5 });
  q.rest(); // nothing moved
  q.undo();
  expect(q.values).toEqual({ x: 3, by: 'speed', n: 4 });
  q.undo();
  expect(q.values).toEqual(defaults);
  q.undo();
  q.redo();
  q.redo();
  expect(q.values).toEqual({ x: 3, by: 'speed', n: 5 });
  expect(said).toEqual(['?x=3', '?x=3&n=5', '?x=3', '', '?x=3', '?x=3&n=5']);
});
