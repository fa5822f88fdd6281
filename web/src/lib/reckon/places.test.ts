import { expect, test } from 'vitest';
import type { Court } from '$lib/api/client';
import { layOut } from './places';

const courts = [
  { halfLength: 11.9, halfWidth: { singles: 4.1, doubles: 5.5 } },
  { halfLength: 9.75, halfWidth: { singles: 3.2, doubles: 3.2 }, walls: {} }
] as Court[];
const waiting = (n: number) => Array.from({ length: n }, () => 'waiting');

test('nobody stands where another stands, and everyone between walls stands inside them', () => {
  const rotations: [string, string[]][] = [
    ['line', ['hitter', ...waiting(3)]],
    ['twoLines', ['hitter, left', 'hitter, right', ...waiting(3)]],
    ['roles', ['hitter', 'feeder', 'collector', ...waiting(2)]],
    ['onDeck', ['net, left', 'net, right', 'back, left', 'back, right', ...waiting(4)]],
    ['winnersStay', ['stays on', 'challenger', ...waiting(4)]],
    ['stations', Array.from({ length: 6 }, (_, i) => `station ${i + 1}`)]
  ];
  for (const court of courts)
    for (const [kind, names] of rotations) {
      const places = layOut(kind, names, court);
      expect(places).toHaveLength(names.length);
      places.forEach((p, i) =>
        places
          .slice(i + 1)
          .forEach((o) =>
            expect(Math.hypot(p.x - o.x, p.y - o.y), `${kind}: ${names[i]}`).toBeGreaterThan(0.3)
          )
      );
      if (court.walls && (kind === 'line' || kind === 'twoLines'))
        for (const p of places) expect(p.y, kind).toBeGreaterThan(-court.halfLength);
    }
});
