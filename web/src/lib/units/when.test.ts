import { expect, test } from 'vitest';
import {
  ago,
  clubTime,
  later,
  momentOf,
  readDay,
  readTime,
  sayDate,
  sayDay,
  sayMoment,
  sayShortDate,
  standIn,
  today
} from './when';

const now = new Date('2026-11-29T15:00');

test('a date has its weekday, and its year where it is another', () => {
  expect(sayDate('2026-12-01', now)).toBe('Tue 1 Dec');
  expect(sayDate('2025-12-01', now)).toBe('Mon 1 Dec 2025');
  expect(sayShortDate('2026-05-09')).toBe('9 May');
  expect(sayMoment(new Date('2026-12-01T16:05').getTime(), now)).toBe('Tue 1 Dec, 16:05');
});

test('only the days next to this one have a name', () => {
  expect(
    ['2026-11-27', '2026-11-28', '2026-11-29', '2026-11-30', '2026-12-01'].map((d) => sayDay(d, now))
  ).toEqual(['Fri 27 Nov', 'Yesterday', 'Today', 'Tomorrow', 'Tue 1 Dec']);
  expect(sayDay(new Date('2026-11-28T23:59').getTime(), now)).toBe('Yesterday');
});

test('every day of ten years is the weekday that the calendar has', () => {
  const d = new Date('2020-01-01T12:00'); // a Wednesday
  for (let i = 0; i < 3653; i++, d.setDate(d.getDate() + 1))
    expect(sayDate(today(d), d).slice(0, 3), today(d)).toBe(
      ['Wed', 'Thu', 'Fri', 'Sat', 'Sun', 'Mon', 'Tue'][i % 7]
    );
});

test('how long ago', () => {
  const at = now.getTime();
  for (const [seconds, said] of [
    [30, 'just now'],
    [60, '1 minute ago'],
    [7200, '2 hours ago'],
    [86_400 * 8, '1 week ago'],
    [86_400 * 800, '2 years ago']
  ] as const)
    expect(ago(at - seconds * 1000, at)).toBe(said);
});

test('a day is read as it is written, and in the ways people type it', () => {
  for (let day = '2025-01-01'; day < '2029-01-01'; day = later(day, 1)) {
    expect(readDay(sayDate(day, now), now)).toBe(day);
    expect(readDay(day, now)).toBe(day);
  }
  for (const typed of ['1 dec', 'Tue, 1 December', '1.12.', '1/12', '01.12.2026', 'tue', 'Tuesday'])
    expect(readDay(typed, now), typed).toBe('2026-12-01');
  expect(readDay('3 Jan', now)).toBe('2027-01-03');
  expect(readDay('Sunday', now)).toBe('2026-11-29');
  for (const typed of ['soon', '31 Feb', '0.12.', '1.13.', '1 Dec 26', '2026-02-30', '12'])
    expect(readDay(typed, now), typed).toBeUndefined();
});

test('a time is read as it is written, and in the ways people type it', () => {
  let at = '00:00';
  do {
    expect(readTime(at)).toBe(at);
    expect(later(later(at, 1), -1)).toBe(at);
    at = later(at, 1);
  } while (at !== '00:00');
  for (const typed of ['16:30', '16.30', '1630', '4:30 pm', '4.30PM', '4:30 p.m.'])
    expect(readTime(typed), typed).toBe('16:30');
  expect(['9', '12 am', '12 pm', '9am'].map(readTime)).toEqual(['09:00', '00:00', '12:00', '09:00']);
  for (const typed of ['25:00', '16:60', 'noonish', '13 pm', '0 am', ''])
    expect(readTime(typed), typed).toBeUndefined();
});

test('days and times are those of the club, wherever the browser stands', () => {
  const at = Date.UTC(2026, 4, 15, 20, 30);
  for (const [zone, day, time] of [
    ['Pacific/Auckland', '2026-05-16', '08:30'],
    ['America/Lima', '2026-05-15', '15:30'],
    ['Asia/Kathmandu', '2026-05-16', '02:15']
  ] as const) {
    standIn(zone);
    expect(today(clubTime(at)), zone).toBe(day);
    expect(sayMoment(at, clubTime(at)), zone).toBe(`${sayDate(day, clubTime(at))}, ${time}`);
    expect(momentOf(day, time), zone).toBe(at);
  }
  standIn('Nowhere/Atall'); // unknown here: the browser's own
  expect(clubTime(at).getTime()).toBe(at);
  standIn('');
});
