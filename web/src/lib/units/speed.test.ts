import { expect, test } from 'vitest';
import { readSpeed, saySpeed } from './speed';

test('speeds are read as coaches say them', () => {
  for (const text of ['97.2 km/h', '60.4 mph', '27 m/s', '97,2'])
    expect(readSpeed(text, 'metric'), text).toBeCloseTo(27, 1);
  for (const bad of ['', 'fast', '-3', '12 knots']) expect(readSpeed(bad, 'metric'), bad).toBeUndefined();
});

test('what is said is read back to the unit', () => {
  for (const system of ['metric', 'imperial'] as const)
    for (let v = 1; v < 80; v += 0.7)
      expect(saySpeed(readSpeed(saySpeed(v, system), system)!, system)).toBe(saySpeed(v, system));
});
