import { expect, test } from 'vitest';
import { Fed, rated } from './fed.svelte';

test('a tap is about the last ball that the student has met, and a ball is tapped once', () => {
  const fed = new Fed();
  expect(fed.counts).toBe('good');
  fed.thrown('a', 1, 1000);
  fed.thrown('b', 2, 3000);
  fed.thrown('c', 3, 5000);
  expect(fed.tap(3400)?.id).toBe('b'); // c is still in the air
  expect(fed.tap(3500)).toBeUndefined(); // a bounce of the same press
  expect(fed.back()?.id).toBe('b');
  expect(fed.tap(3600)?.id).toBe('b');
  expect(fed.tap(5000)?.id).toBe('c');
  fed.taps = 'good';
  expect(fed.counts).toBe('miss');
});

test('a tap before any ball was met is about the first one', () => {
  const fed = new Fed();
  expect(fed.tap(0)).toBeUndefined();
  fed.thrown('a', 1, 1000);
  expect(fed.tap(500)?.id).toBe('a');
});

test('a rate changes by at least one ball a minute', () => {
  expect(rated({ balls: 2 }, 20, 1.1)).toEqual({ balls: 2, perMinute: 22 });
  expect(rated({}, 4, 1.1).perMinute).toBe(5);
  expect(rated({}, 4, 0.9).perMinute).toBe(3);
});
