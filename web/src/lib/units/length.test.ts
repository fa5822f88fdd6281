import { expect, test } from 'vitest';
import { readLength, sayLength } from './length';

test('lengths are read as coaches say them', () => {
  for (const [text, metres] of [
    ['4.5', 1.3716],
    ['4 ft 6 in', 1.3716],
    ["4'6", 1.3716],
    ['1.3716 m', 1.3716],
    ['137.16cm', 1.3716],
    ['54 in', 1.3716],
    ['-1 ft', -0.3048]
  ] as const)
    expect(readLength(text, 'imperial'), text).toBeCloseTo(metres, 6);
  expect(readLength('1,37', 'metric')).toBeCloseTo(1.37, 6);
  for (const bad of ['', 'wide', '4 ft 6 in 2', '1.2.3'])
    expect(readLength(bad, 'metric'), bad).toBeUndefined();
});

test('what is said is read back to the inch', () => {
  for (let inches = -100; inches < 400; inches++) {
    const said = sayLength(inches * 0.0254, 'imperial');
    expect(readLength(said, 'imperial')! / 0.0254, said).toBeCloseTo(inches, 6);
  }
});
