import type { Figure } from '$lib/api/client';
import { sayRun, type System } from './length';

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

/** How long something takes; nothing is known of what takes more than four times its block. */
export const sayTime = (f: Pick<Figure, 'value'> | undefined) => (f ? sayMinutes(f.value) : 'too long');

/** A figure or one of its inputs, with its unit. */
export function say(f: Pick<Figure, 'value'> & { unit: string }, system: System = 'metric'): string {
  switch (f.unit) {
    case 'chance':
      return sayChance(f.value);
    case 'minutes':
      return sayMinutes(f.value);
    case 'seconds':
      return `${round(f.value)} s`;
    case 'metres':
      return sayRun(f.value, system);
    case 'load':
      return `${round(f.value)} min × effort`;
    case 'balls':
      return f.value >= 1e9 ? 'too many to count' : `${round(f.value)} balls`;
    default:
      return round(f.value);
  }
}

/** A whole number with its thousands apart: "12,345". */
export const sayCount = (n: number): string => String(Math.round(n)).replace(/\B(?=(\d{3})+$)/g, ',');

function round(value: number): string {
  return Number.isInteger(value) ? sayCount(value) : value.toFixed(1);
}
