import { expect, test } from 'vitest';
import type { Court, Place } from '$lib/api/client';
import { layOut } from './places';

const courts = [
  { halfLength: 11.9, halfWidth: { singles: 4.1, doubles: 5.5 } },
  { halfLength: 9.75, halfWidth: { singles: 3.2, doubles: 3.2 }, walls: {} }
] as Court[];
type Doing = Place['doing'];
const waiting = (n: number) => Array.from({ length: n }, (): Doing => 'waiting');
const hitting = (n: number) => Array.from({ length: n }, (): Doing => 'hitting');

test('nobody stands where another stands, and everyone between walls stands inside them', () => {
  const rotations: [string, Doing[]][] = [
    ['line', [...hitting(1), ...waiting(3)]],
    ['twoLines', [...hitting(2), ...waiting(3)]],
    ['roles', ['hitting', 'feeding', 'collecting', ...waiting(2)]],
    ['onDeck', [...hitting(4), ...waiting(4)]],
    ['winnersStay', [...hitting(2), ...waiting(4)]],
    ['stations', hitting(6)]
  ];
  for (const court of courts)
    for (const [kind, doings] of rotations) {
      const places = layOut(
        kind,
        doings.map((doing) => ({ doing })),
        court
      );
      expect(places).toHaveLength(doings.length);
      places.forEach((p, i) =>
        places
          .slice(i + 1)
          .forEach((o) =>
            expect(Math.hypot(p.x - o.x, p.y - o.y), `${kind}: ${i} ${doings[i]}`).toBeGreaterThan(0.3)
          )
      );
      if (court.walls && (kind === 'line' || kind === 'twoLines'))
        for (const p of places) expect(p.y, kind).toBeGreaterThan(-court.halfLength);
    }
});
