/**
 * Advice that a coach does not want to read again, in a lesson or at all. It is kept on the device: it
 * is about this coach, not about the lesson.
 */
const KEY = 'hodometer hidden advice';
const read = (): Record<string, string[]> => {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, string[]>;
  } catch {
    return {}; // somebody else wrote there
  }
};
const MOST = 200; // lessons that are remembered
const ALL = 'all';
let kinds = $state.raw(read());

function keep(next: Record<string, string[]>) {
  const lessons = Object.keys(next).filter((k) => k !== ALL);
  for (const old of lessons.slice(0, Math.max(0, lessons.length - MOST))) delete next[old];
  kinds = next;
  try {
    localStorage.setItem(KEY, JSON.stringify(next));
  } catch {
    // no room: hidden until the page is left
  }
}
/** Whether advice of that kind is hidden in that lesson. */
export const isHidden = (lesson: string, kind: string) =>
  !!kinds[ALL]?.includes(kind) || !!kinds[lesson]?.includes(kind);
/** Hides advice of a kind in a lesson, or in all. */
export function hide(kind: string, lesson = ALL) {
  const now = kinds[lesson] ?? [];
  if (!now.includes(kind)) keep({ ...kinds, [lesson]: [...now, kind] });
}
/** Shows what was hidden in that lesson or in all. */
export function showAll(lesson: string) {
  keep({ ...kinds, [ALL]: [], [lesson]: [] });
}
