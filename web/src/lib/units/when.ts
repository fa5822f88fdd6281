/**
 * Days and times in one style, whatever the browser's own is: "Tue 1 Dec", "16:00", the year where it is
 * another. A day is written 2026-05-17; a moment is in milliseconds.
 */
import { clockIn } from './zone';

export const weekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

let place: ReturnType<typeof clockIn>;
/** From now on days and times are those of that time zone, such as Europe/Oslo; '' for the browser's own. */
export function standIn(zone: string) {
  place = clockIn(zone);
}

/** A date whose local parts are what the club's clock shows at that moment. */
export const clubTime = (at: number | Date = Date.now()): Date => place?.(at) ?? new Date(at);

/** The moment at which the club's clock shows that day and time. */
export function momentOf(day: string, time: string): number {
  const shown = new Date(`${day}T${time}`).getTime();
  return shown - (clubTime(shown).getTime() - shown);
}

const two = (n: number) => String(n).padStart(2, '0');
const noon = (when: string | number) =>
  typeof when === 'string' ? new Date(`${when.slice(0, 10)}T12:00`) : clubTime(when);

/** The club’s day as 2026-05-17. */
export const today = (now = clubTime()): string =>
  `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;

/** "1 Dec": for a chart, where the year is plain. */
export function sayShortDate(when: string | number): string {
  const d = noon(when);
  return `${d.getDate()} ${months[d.getMonth()]}`;
}

/** "Tue 1 Dec", with the year where it is not this one. For paper and for sentences. */
export function sayDate(when: string | number, now = clubTime()): string {
  const d = noon(when);
  const year = d.getFullYear() === now.getFullYear() ? '' : ` ${d.getFullYear()}`;
  return `${weekdays[(d.getDay() + 6) % 7]} ${sayShortDate(when)}${year}`;
}

/** "Nov 2026", of 2026-11. */
export const sayMonth = (month: string): string =>
  `${months[Number(month.slice(5, 7)) - 1]} ${month.slice(0, 4)}`;

/** "Today", "Tomorrow", "Yesterday", else the date. Only on a screen, and at the head of a line. */
export function sayDay(when: string | number, now = clubTime()): string {
  const far = noon(when).setHours(12, 0, 0, 0) - new Date(now).setHours(12, 0, 0, 0);
  return { [-1]: 'Yesterday', 0: 'Today', 1: 'Tomorrow' }[Math.round(far / 86_400_000)] ?? sayDate(when, now);
}

/** "16:00". */
export function sayTime(at: number): string {
  const d = clubTime(at);
  return `${two(d.getHours())}:${two(d.getMinutes())}`;
}

/** "Tue 1 Dec, 16:00". */
export const sayMoment = (at: number, now = clubTime()): string => `${sayDate(at, now)}, ${sayTime(at)}`;

const spans: [number, string][] = [
  [365.25 * 86_400, 'year'],
  [30.44 * 86_400, 'month'],
  [7 * 86_400, 'week'],
  [86_400, 'day'],
  [3600, 'hour'],
  [60, 'minute']
];

/** How long ago that was: "3 days ago". */
export function ago(at: number, now = Date.now()): string {
  for (const [span, unit] of spans) {
    const whole = Math.floor((now - at) / 1000 / span);
    if (whole >= 1) return `${whole} ${unit}${whole === 1 ? '' : 's'} ago`;
  }
  return 'just now';
}

const exact = (y: number, m: number, d: number): string | undefined => {
  const at = new Date(y, m, d, 12);
  return at.getMonth() === m && at.getDate() === d ? today(at) : undefined;
};
const begins = (names: string[], word: string) =>
  word.length < 3 ? -1 : names.findIndex((n) => n.toLowerCase() === word.slice(0, 3).toLowerCase());

/**
 * The day that was typed: "1 Dec", "Tue 1 Dec 2027", "1.12.", "1/12/2027", "2026-12-01", "today", "Tue" (the next
 * one). Without a year it is the nearest such day. Undefined when it is none.
 */
export function readDay(text: string, now = clubTime()): string | undefined {
  const said = text.trim().toLowerCase().replace(/,/g, ' ');
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(said);
  if (iso) return exact(+iso[1]!, +iso[2]! - 1, +iso[3]!);
  const near = ['yesterday', 'today', 'tomorrow'].indexOf(said);
  const moved = (days: number) => {
    const at = new Date(now.getFullYear(), now.getMonth(), now.getDate() + days, 12);
    return today(at);
  };
  if (near >= 0) return moved(near - 1);
  const words = said.split(/[\s./]+/).filter(Boolean);
  const weekday = begins(weekdays, words[0] ?? '');
  if (weekday >= 0 && words.length === 1) return moved((weekday - ((now.getDay() + 6) % 7) + 7) % 7);
  if (weekday >= 0) words.shift();
  const [first = '', second = '', year] = words;
  const month = /^\d+$/.test(second) ? +second - 1 : begins(months, second);
  if (!/^\d{1,2}$/.test(first) || month < 0 || month > 11 || words.length > 3) return undefined;
  if (year !== undefined) return /^\d{4}$/.test(year) ? exact(+year, month, +first) : undefined;
  const all = [-1, 0, 1]
    .map((by) => exact(now.getFullYear() + by, month, +first))
    .filter((d): d is string => d !== undefined);
  const far = (d: string) => Math.abs(noon(d).getTime() - now.getTime());
  const nearest = all.toSorted((a, b) => far(a) - far(b));
  // "Thu 1 Jan" is the year in which it is a Thursday.
  return nearest.find((d) => weekday >= 0 && (noon(d).getDay() + 6) % 7 === weekday) ?? nearest[0];
}

/** The time of day that was typed: "16:00", "16.30", "1630", "16", "4 pm". Undefined when it is none. */
export function readTime(text: string): string | undefined {
  const m = /^(\d{1,2})(?:[:.]?(\d{2}))? ?([ap])?\.?m?\.?$/i.exec(text.trim());
  if (!m) return undefined;
  const half = m[3]?.toLowerCase();
  const hour = half ? (+m[1]! % 12) + (half === 'p' ? 12 : 0) : +m[1]!;
  const minute = +(m[2] ?? 0);
  if (hour > 23 || minute > 59 || (half && (+m[1]! > 12 || +m[1]! < 1))) return undefined;
  return `${two(hour)}:${two(minute)}`;
}

/** A day later, or five minutes; earlier where by is −1. */
export function later(value: string, by: number): string {
  if (value.includes('-')) {
    const d = noon(value);
    d.setDate(d.getDate() + by);
    return today(d);
  }
  const [h, m] = value.split(':').map(Number);
  const at = (((h! * 60 + m! + 5 * by) % 1440) + 1440) % 1440;
  return `${two(Math.floor(at / 60))}:${two(at % 60)}`;
}
