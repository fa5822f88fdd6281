import type { Court } from '$lib/api/client';
import { vocabulary } from '$lib/api/vocabulary';
import { on } from './find';

/** Each sport, and where it has several courts, each of them: what a shelf is narrowed by, and its name. */
export const placesOf = (courts: Court[]): [string, string][] =>
  vocabulary.sports.flatMap((s): [string, string][] => {
    const own = courts.filter((c) => c.sport === s.id);
    return [[s.id, s.name], ...(own.length > 1 ? own.map((c): [string, string] => [on(c.id), c.name]) : [])];
  });
