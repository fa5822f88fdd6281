import { goto } from '$app/navigation';
import { api, done, type Lesson, type RunEvent } from '$lib/api/client';
import { begunHere } from '$lib/device/packs';
import { momentOf } from '$lib/units/when';
import { v7 } from 'uuid';

/** Runs that are over, in whatever way; the next one is a new one. */
const over = ['finished', 'givenUp', 'removed'];

/** When a lesson is over as it was planned, in ms since 1970. */
export const overAt = (l: Lesson) => momentOf(l.date, l.start || '12:00') + l.slotMinutes * 60_000;

/** A lesson counted on paper, as if it had gone as planned on its day; its counts are entered in the log. */
export async function fromPaper(lesson: Lesson) {
  const run = v7();
  const end = overAt(lesson);
  let at = end - lesson.slotMinutes * 60_000;
  const event = (more: Pick<RunEvent, 'kind'> & Partial<RunEvent>): RunEvent => ({
    id: v7({ msecs: at }),
    at,
    ...more
  });
  const events = [event({ kind: 'start' })];
  at = end;
  events.push(event({ kind: 'finish' }));
  for (const b of lesson.blocks) {
    at += 1; // put right after it is over, one after the other
    events.push(event({ kind: 'lasted', block: b.id, value: b.minutes * 60_000 }));
  }
  await done(
    api.POST('/api/v1/runs/{run}/events', {
      params: { path: { run }, query: { state: false } },
      body: { lesson: { id: lesson.id, version: lesson.version! }, events }
    })
  );
  return goto(`/log/${run}`);
}

/**
 * Opens the run of a lesson courtside: the one under way, also where the server has not heard of it yet, or a
 * new one, which is written with its first tap.
 */
export async function runLesson(lesson: string, under?: { run?: string; runStatus?: string }) {
  const goesOn = under?.run && !over.includes(under.runStatus ?? '') ? under.run : await begunHere(lesson);
  return goto(goesOn ? `/court/${goesOn}` : `/court/${v7()}?lesson=${lesson}`);
}
