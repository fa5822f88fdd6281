import { expect, test } from 'vitest';
import { addressOf, findingOf, monthsBack, queryOf } from './finding';

test('what is looked for stands in the address and is read from it', () => {
  const url = new URL('http://club/log?words=deep%20net&month=2026-12');
  const found = findingOf(url);
  expect(found).toEqual({ words: 'deep net', student: '', month: '2026-12' });
  expect(addressOf(url, found)).toBe('/log?words=deep+net&month=2026-12');
  expect(addressOf(url, { words: '', student: 'x', month: '' })).toBe('/log?student=x');
  expect(findingOf(new URL('http://club/log?month=13')).month).toBe('');
});

test('a month is asked for by its first day and the first of the next', () => {
  expect(queryOf({ words: ' ', student: '', month: '2026-12' })).toEqual({
    words: undefined,
    student: undefined,
    from: '2026-12-01',
    until: '2027-01-01'
  });
});

test('months go back ten years', () => {
  const all = monthsBack('2026-11-30');
  expect(all[0]).toMatchObject({ year: '2027' });
  expect(all.at(-1)!.months.at(-1)).toBe('2016-01');
});
