import type { Course, CourseState, LessonSummary } from '$lib/api/client';
import { callNames } from '$lib/people/names';

export type Slot = Course['lessons'][number];

/** A lesson in the calendar: of a course or by itself, drafted or not, given or not. */
export interface Entry {
  id: string;
  date: string;
  start: string;
  minutes: number;
  title: string;
  who: string;
  course?: CourseState;
  slot?: Slot;
  there: boolean;
  given: boolean;
}

/** Everything in the calendar in its order; of one course, where `only` names it. */
export function entriesOf(
  courses: CourseState[],
  lessons: LessonSummary[],
  /** What these students are called. */
  names: (ids: string[]) => string[],
  only: string
): Entry[] {
  const out: Entry[] = [];
  const seen: Record<string, true> = {};
  for (const c of courses)
    for (const s of c.course.lessons) {
      seen[s.id] = true;
      if (only && c.course.id !== only) continue;
      out.push({
        id: s.id,
        date: s.date,
        start: s.start,
        minutes: s.minutes,
        title: lessons.find((l) => l.id === s.id)?.title ?? c.course.title,
        who: c.course.students.length > 3 ? c.course.title : names(c.course.students).join(', '),
        course: c,
        slot: s,
        there: c.drafted.includes(s.id),
        given: c.given.includes(s.id)
      });
    }
  if (!only)
    for (const l of lessons)
      if (!seen[l.id] && l.blocks.length)
        out.push({
          id: l.id,
          date: l.date,
          start: l.start,
          minutes: l.slotMinutes,
          title: l.title,
          who: l.students.length > 3 ? `${l.students.length} students` : callNames(l.students).join(', '),
          there: true,
          given: l.runStatus === 'finished'
        });
  return out.toSorted((a, b) => `${a.date} ${a.start}`.localeCompare(`${b.date} ${b.start}`));
}
