import { api, need, type Student } from '$lib/api/client';
import { v7 } from 'uuid';

/** A name as it is compared: without case, and blanks for one. */
export const fold = (name: string) => name.trim().replace(/\s+/g, ' ').toLowerCase();

/** The students a name may mean: exact matches first, then names that begin with it, then names that contain it. */
export function meant(people: Student[], typed: string): Student[] {
  const said = fold(typed);
  if (!said) return [];
  const rank = (s: Student) => {
    const name = fold(s.name);
    return name === said
      ? 0
      : name.startsWith(said)
        ? 1
        : name.includes(` ${said}`)
          ? 2
          : name.includes(said)
            ? 3
            : 4;
  };
  return people
    .filter((s) => !s.archived && rank(s) < 4)
    .toSorted((a, b) => rank(a) - rank(b) || a.name.localeCompare(b.name));
}

/**
 * Who alone a typed name means: the one called exactly that, else the only one whose name begins with it.
 * Undefined where it means nobody, or one of several.
 */
export function onlyMeant(people: Student[], typed: string): Student | undefined {
  const said = fold(typed);
  const begins = people.filter((s) => said && fold(s.name).startsWith(said));
  return begins.find((s) => fold(s.name) === said) ?? (begins.length === 1 ? begins[0] : undefined);
}

/** Saves a student; version 0 makes one. */
export const putStudent = (student: Student) =>
  need(api.PUT('/api/v1/students/{student}', { params: { path: { student: student.id } }, body: student }));

/** Somebody new, with what is usual where nothing is known. */
export const newStudent = (name: string): Student => ({
  id: v7(),
  version: 0,
  name: name.trim().replace(/\s+/g, ' '),
  hand: 'right',
  level: 'club'
});
