/**
 * Days and times in one style, whatever the browser's own is: "Tue 1 Dec", "16:00", the year where it is
 * another. A day is written 2026-05-17; a moment is in milliseconds.
 */
export const weekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

const two = (n: number) => String(n).padStart(2, '0');
const noon = (when: string | number) =>
  typeof when === 'string' ? new Date(`${when.slice(0, 10)}T12:00`) : new Date(when);

/** The local day as 2026-05-17. */
export const today = (now = new Date()): string =>
  `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;

/** "1 Dec": for a chart, where the year is plain. */
export function sayShortDate(when: string | number): string {
  const d = noon(when);
  return `${d.getDate()} ${months[d.getMonth()]}`;
}

/** "Tue 1 Dec", with the year where it is not this one. For paper and for sentences. */
export function sayDate(when: string | number, now = new Date()): string {
  const d = noon(when);
  const year = d.getFullYear() === now.getFullYear() ? '' : ` ${d.getFullYear()}`;
  return `${weekdays[(d.getDay() + 6) % 7]} ${sayShortDate(when)}${year}`;
}

/** "Today", "Tomorrow", "Yesterday", else the date. Only on a screen, and at the head of a line. */
export function sayDay(when: string | number, now = new Date()): string {
  const far = noon(when).setHours(12, 0, 0, 0) - new Date(now).setHours(12, 0, 0, 0);
  return { [-1]: 'Yesterday', 0: 'Today', 1: 'Tomorrow' }[Math.round(far / 86_400_000)] ?? sayDate(when, now);
}

/** "16:00". */
export function sayTime(at: number): string {
  const d = new Date(at);
  return `${two(d.getHours())}:${two(d.getMinutes())}`;
}

/** "Tue 1 Dec, 16:00". */
export const sayMoment = (at: number, now = new Date()): string => `${sayDate(at, now)}, ${sayTime(at)}`;

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
