import { goto } from '$app/navigation';
import { v7 } from 'uuid';

/** Runs that are over, in whatever way; the next one is a new one. */
const over = ['finished', 'givenUp', 'removed'];

/**
 * Opens the run of a lesson courtside: the one under way, or a new one, which is
 * written with its first tap.
 */
export function runLesson(lesson: string, under?: { run?: string; runStatus?: string }) {
  if (under?.run && !over.includes(under.runStatus ?? '')) return goto(`/court/${under.run}`);
  return goto(`/court/${v7()}?lesson=${lesson}`);
}
