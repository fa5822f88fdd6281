import { heading as word, strokeName, vocabulary } from '$lib/api/vocabulary';
import type { Step } from './parts';

/** A stroke with its direction, or that any does. */
export const strokeNameOf = (s: Step): string => strokeName(s) || 'any stroke';

/** What a stage is called: by the coach, or by its stroke. */
export function heading(s: Step): string {
  if (s.name) return s.name;
  const said = strokeName(s);
  return said ? said.charAt(0).toUpperCase() + said.slice(1) : 'Any stroke';
}

/** The word of a holder of a goal. */
export const holderWord = (id: string) => word(vocabulary.holders, id);

/** A stage of another kind of goal, with what that kind needs and nothing else. */
export function ofKind(s: Step, kind: string): Step {
  const count = Math.max(1, s.goal.count);
  const goal: Step['goal'] = { kind, count };
  if (kind === 'timed') Object.assign(goal, { count: 0, seconds: s.goal.seconds || 60 });
  if (kind === 'clock') goal.count = Math.min(count, 3);
  if (kind === 'repetitions' && s.goal.seconds) goal.seconds = s.goal.seconds;
  return { ...s, goal, holder: kind === 'race' ? undefined : kind === 'rally' ? 'pair' : s.holder };
}
