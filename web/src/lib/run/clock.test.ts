import { expect, test } from 'vitest';
import { roleAt, sayLeft } from './clock';

test('the clock counts down and then up', () => {
  expect(sayLeft(245)).toBe('4:05');
  expect(sayLeft(59.2)).toBe('1:00');
  expect(sayLeft(0)).toBe('0:00');
  expect(sayLeft(-80)).toBe('+1:20');
});

test('roles follow each other minute by minute and the last one stays', () => {
  expect(roleAt(0, 10)).toEqual({ minute: 0, left: 60, last: false });
  expect(roleAt(60_000, 10).minute).toBe(1);
  expect(roleAt(65_000, 10).left).toBe(55);
  expect(roleAt(20 * 60_000, 10)).toEqual({ minute: 9, left: 0, last: true });
});
