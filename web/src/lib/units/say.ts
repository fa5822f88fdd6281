import type { Figure } from '$lib/api/client';

/** A chance as a coach says it; never a certainty it is not. */
export function sayChance(p: number): string {
  const percent = Math.round(p * 100);
  if (percent < 1) return '<1%';
  return percent > 99 ? '>99%' : `${percent}%`;
}

/** A rate as a coach says it; what is done and not hit has none. */
export function sayRate(rate: { mean: number } | undefined): string {
  return rate ? sayChance(rate.mean) : 'done';
}

/** Minutes, whole past ten; "over 4 h" where the figure has no use. */
export function sayMinutes(minutes: number): string {
  if (minutes > 240) return 'over 4 h';
  return minutes < 10 ? `${minutes.toFixed(1)} min` : `${Math.round(minutes)} min`;
}

/** A figure or one of its inputs, with its unit. */
export function say(f: Pick<Figure, 'value'> & { unit: string }): string {
  switch (f.unit) {
    case 'chance':
      return sayChance(f.value);
    case 'minutes':
      return sayMinutes(f.value);
    case 'seconds':
      return `${round(f.value)} s`;
    case 'load':
      return `${round(f.value)} min × effort`;
    case 'balls':
      return f.value >= 1e9 ? 'too many to count' : `${round(f.value)} balls`;
    default:
      return round(f.value);
  }
}

function round(value: number): string {
  return Number.isInteger(value) ? value.toLocaleString('en-GB') : value.toFixed(1);
}

/** "today", "tomorrow", "Thu 26 Nov". */
export function sayDay(date: string, now = new Date()): string {
  const day = new Date(`${date.slice(0, 10)}T12:00`);
  const diff = Math.round((day.getTime() - new Date(now).setHours(12, 0, 0, 0)) / 86_400_000);
  const names: Record<number, string> = { [-1]: 'Yesterday', 0: 'Today', 1: 'Tomorrow' };
  return names[diff] ?? day.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
}

/** The local day as 2026-05-17. */
export function today(now = new Date()): string {
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
}

/** The name a coach calls across the court. */
export function first(name: string): string {
  return name.split(' ')[0] ?? name;
}

const SPANS: [number, Intl.RelativeTimeFormatUnit][] = [
  [60, 'second'],
  [60, 'minute'],
  [24, 'hour'],
  [7, 'day'],
  [5, 'week'],
  [12, 'month'],
  [Infinity, 'year']
];

/** How long ago that was, in a coach's words: "3 days ago". */
export function ago(at: number, now = Date.now()): string {
  let n = Math.max(0, now - at) / 1000;
  if (n < 60) return 'just now';
  for (const [many, unit] of SPANS) {
    if (n < many) return new Intl.RelativeTimeFormat('en-GB').format(-Math.floor(n), unit);
    n /= many;
  }
  return '';
}
