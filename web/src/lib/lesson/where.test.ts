import { describe, expect, it } from 'vitest';
import { initials, partner } from './where';

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
});
