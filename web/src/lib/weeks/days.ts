/** Days as 2026-05-17, in local time; weeks begin on Monday. */
import { sayShortDate, today } from '$lib/units/when';

const noon = (day: string) => new Date(`${day}T12:00`);

/** So many days later. */
export function plus(day: string, n: number): string {
  const d = noon(day);
  d.setDate(d.getDate() + n);
  return today(d);
}
/** The Monday of its week. */
export const monday = (day: string): string => plus(day, -((noon(day).getDay() + 6) % 7));

/** The Mondays from the one to the other, both included. */
export function mondays(from: string, to: string): string[] {
  const out: string[] = [];
  for (let m = monday(from); m <= to && out.length < 120; m = plus(m, 7)) out.push(m);
  return out;
}
/** The seven days of a week. */
export const daysOf = (start: string): string[] => Array.from({ length: 7 }, (_, i) => plus(start, i));

/** "25 Nov"; with the month only on the first of it, as a calendar has it. */
export function dayOfMonth(day: string): string {
  return noon(day).getDate() === 1 ? sayShortDate(day) : String(noon(day).getDate());
}
