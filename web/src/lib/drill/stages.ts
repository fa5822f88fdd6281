import { goalKind, heading as word, strokeName, vocabulary } from '$lib/api/vocabulary';
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
export function ofKind(s: Step, id: string): Step {
  const kind = goalKind(id);
  if (!kind) return s;
  const seconds = s.goal.seconds || kind.start.seconds;
  return {
    ...s,
    goal: {
      kind: id,
      count: kind.open ? 0 : Math.min(s.goal.count || kind.start.count, kind.most || Infinity),
      ...(kind.time !== 'none' && seconds ? { seconds } : {})
    },
    holder: kind.holding === 'none' ? undefined : kind.holding === 'pair' ? 'pair' : s.holder
  };
}
