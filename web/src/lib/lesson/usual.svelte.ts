/**
 * Cautions that a group has had in three lessons are usual: they fold to one line. What a drill or a
 * student adds of their own never does. It is kept on the device, as what a coach has read is.
 */
const KEY = 'hodometer cautions read';
const ENOUGH = 3; // lessons
const MOST = 400; // groups and cautions that are remembered

const read = (): Record<string, string[]> => {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, string[]>;
  } catch {
    return {}; // somebody else wrote there
  }
};
let lessons = $state.raw(read());
const key = (group: string[], caution: string) => `${group.toSorted().join()} ${caution}`;
const own = (caution: string) => caution.startsWith('own') || caution.startsWith('student');

/** Remembers that these cautions were shown to who teaches the group, in that lesson. */
export function shown(group: string[], lesson: string, cautions: string[]) {
  const fresh = cautions.filter((c) => {
    const had = lessons[key(group, c)] ?? [];
    return !own(c) && had.length < ENOUGH + 1 && !had.includes(lesson);
  });
  if (!fresh.length) return;
  const next = { ...lessons };
  for (const c of fresh) next[key(group, c)] = [...(next[key(group, c)] ?? []), lesson];
  for (const old of Object.keys(next).slice(0, Math.max(0, Object.keys(next).length - MOST)))
    delete next[old];
  lessons = next;
  try {
    localStorage.setItem(KEY, JSON.stringify(next));
  } catch {
    // no room: they stay unfolded
  }
}
/** Whether the group had that caution in three other lessons. */
export const isUsual = (group: string[], lesson: string, caution: string) =>
  !own(caution) && (lessons[key(group, caution)] ?? []).filter((l) => l !== lesson).length >= ENOUGH;
