import { describe, expect, it } from 'vitest';
import { daysOf, monday, mondays, plus } from './days';

describe('weeks', () => {
  it('begin on Monday, whatever the day, across months and the clock’s change', () => {
    // 2026-10-25 is the Sunday on which clocks go back.
    expect(monday('2026-10-25')).toBe('2026-10-19');
    expect(plus('2026-10-25', 1)).toBe('2026-10-26');
    expect(monday('2026-10-26')).toBe('2026-10-26');
    expect(daysOf('2026-02-23')).toContain('2026-03-01');
  });
  it('are as many as there are from the one to the other', () => {
    expect(mondays('2026-11-25', '2026-12-14')).toEqual([
      '2026-11-23',
      '2026-11-30',
      '2026-12-07',
      '2026-12-14'
    ]);
  });
});
