import { beforeEach, expect, test } from 'vitest';
import { clock } from './clock.svelte';

const hour = 3600_000;
const heard = (off: number) => {
  const at = Date.now();
  clock.heard(new Date(at + off).toUTCString(), at);
};
beforeEach(() => heard(0));

test('a clock that is some minutes or a time zone wrong is not asked about', () => {
  for (const off of [0, 3 * 60_000, -11 * hour]) {
    heard(off);
    expect(clock.ask).toBe(false);
    expect(Math.abs(clock.now() - Date.now())).toBeLessThan(1000);
  }
  clock.heard(null);
  clock.heard('noon');
  expect(clock.ask).toBe(false);
});

test('a clock that is days wrong is asked about once, and then the agreed time counts', () => {
  heard(72 * hour);
  expect(clock.ask).toBe(true);
  clock.answer('server');
  expect(clock.ask).toBe(false);
  heard(72 * hour + 5000);
  expect(clock.ask).toBe(false);
  expect(Math.abs(clock.now() - Date.now() - 72 * hour)).toBeLessThan(7000);
  heard(0); // somebody set it right
  expect(Math.abs(clock.now() - Date.now())).toBeLessThan(1000);
});

test('the device may be the one that is right', () => {
  heard(-72 * hour);
  clock.answer('device');
  heard(-72 * hour);
  expect(clock.ask).toBe(false);
  expect(Math.abs(clock.now() - Date.now())).toBeLessThan(1000);
});
