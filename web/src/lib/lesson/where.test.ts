import { describe, expect, it } from 'vitest';
import type { BlockRotation, Court, Drill, Place } from '$lib/api/client';
import { initials, partner, placesOn } from './where';

type Doing = Place['doing'];

describe('who is where', () => {
  it('tells people of a group apart by the fewest letters', () => {
    expect(initials(['Wren', 'Tove'])).toEqual(['W', 'T']);
    expect(initials(['Juno', 'Joss', 'Pip'])).toEqual(['Ju', 'Jo', 'P']);
    expect(new Set(initials(['Ann', 'Anna', 'Anne', 'An'])).size).toBeGreaterThan(1);
  });
  it('names the partners of a pair as the core pairs them', () => {
    const three = ['A', 'B', 'C'];
    expect(partner(three, [[0, 2], [1]], 0)).toBe('A, C');
    expect(partner(three, [[0, 2], [1]], 1)).toBe('B');
    expect(partner(['A'], [[0], []], 1)).toBe('Coach');
    expect(partner([], [[], []], 1)).toBe('Student 2');
    expect(
      partner(
        [...'ABCDEFGH'],
        [
          [0, 2, 4, 6],
          [1, 3, 5, 7]
        ],
        0
      )
    ).toBe('A, C and 2 more');
  });
  it('puts nobody on anybody', () => {
    const court = {
      halfWidth: { singles: 4.1, doubles: 5.5 },
      halfLength: 11.9,
      walls: null
    } as unknown as Court;
    const drill = { pattern: { start: { x: 0, y: -12 }, people: [] } } as unknown as Drill;
    for (const [h, f, c, w] of [
      [1, 0, 0, 7],
      [4, 4, 0, 0],
      [2, 1, 1, 4],
      [3, 3, 1, 1]
    ] as const) {
      const doing = [
        ...Array<Doing>(h).fill('hitting'),
        ...Array<Doing>(f).fill('feeding'),
        ...Array<Doing>(c).fill('collecting'),
        ...Array<Doing>(w).fill('waiting')
      ];
      const at = placesOn(
        { places: doing.map((d) => ({ name: d, doing: d })) } as BlockRotation,
        drill,
        court
      );
      at.forEach((p, i) =>
        at
          .slice(0, i)
          .forEach((q) => expect(Math.hypot(p.x - q.x, p.y - q.y), `${h} ${f} ${c} ${w}`).toBeGreaterThan(1))
      );
    }
  });
});
