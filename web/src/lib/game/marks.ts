/**
 * How often rallies carried a mark, by side: "Ida 2, Otto 1"; a side that has none is left out. One number alone
 * is of a game from before sides were kept.
 */
export const sideCounts = (by: number[], side: (i: number) => string): string =>
  by.length < 2
    ? String(by[0] ?? 0)
    : by
        .map((n, i) => ({ n, i }))
        .filter(({ n }) => n > 0)
        .sort((a, b) => b.n - a.n)
        .map(({ n, i }) => `${side(i)} ${n}`)
        .join(', ');
