import { expect, test } from 'vitest';
import { ago } from '$lib/units/when';
import { deviceName } from './door.svelte';

test('how long ago that was, in a coach’s words', () => {
  const now = Date.UTC(2026, 4, 17, 12);
  const MINUTE = 60_000;
  const said = (minutes: number) => ago(now - minutes * MINUTE, now);
  expect([0, 0.5, 1, 59, 60, 23 * 60, 24 * 60, 6 * 24 * 60, 8 * 24 * 60].map(said)).toEqual([
    'just now',
    'just now',
    '1 minute ago',
    '59 minutes ago',
    '1 hour ago',
    '23 hours ago',
    '1 day ago',
    '6 days ago',
    '1 week ago'
  ]);
  expect(ago(now + MINUTE, now), 'a clock that is ahead').toBe('just now');
});

test('a device is called what it is until somebody names it', () => {
  const called = {
    'Mozilla/5.0 (iPhone; CPU iPhone OS 19_1 like Mac OS X)': 'iPhone',
    'Mozilla/5.0 (Linux; Android 16; K) Mobile Safari/537.36': 'Android phone',
    'Mozilla/5.0 (Linux; Android 16; K) Safari/537.36': 'Android tablet',
    'Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7)': 'Mac',
    'Mozilla/5.0 (X11; Linux x86_64)': 'Laptop'
  };
  for (const [agent, name] of Object.entries(called)) expect(deviceName(agent)).toBe(name);
});
