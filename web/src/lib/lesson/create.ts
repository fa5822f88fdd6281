import { goto } from '$app/navigation';
import { api, need, type Drill, type Lesson } from '$lib/api/client';
import { clubTime, today } from '$lib/units/when';
import { v7 } from 'uuid';

/** The next full hour. */
export function nextHour(now = clubTime()): string {
  return `${String(Math.min(22, now.getHours() + 1)).padStart(2, '0')}:00`;
}

export const newLesson = () => goto('/lessons/new');

/** Saves a lesson that was not saved before, and opens it. */
export async function open(lesson: Lesson) {
  await need(api.PUT('/api/v1/lessons/{lesson}', { params: { path: { lesson: lesson.id } }, body: lesson }));
  return goto(`/lessons/${lesson.id}`);
}

const FRESH = 'hodometer fresh lesson ';

/** Opens a lesson that holds nothing yet: it is saved with the first thing that is put on its tape. */
export function begin(lesson: Lesson) {
  keepFresh(lesson);
  return goto(`/lessons/${lesson.id}`);
}
/** A lesson that was begun and not saved stays with this window; saved, it is the server's. */
export function keepFresh(lesson: Lesson) {
  sessionStorage.setItem(FRESH + lesson.id, JSON.stringify(lesson));
}
export function freshLesson(id: string): Lesson | undefined {
  const kept = sessionStorage.getItem(FRESH + id);
  return kept ? (JSON.parse(kept) as Lesson) : undefined;
}
export const forgetFresh = (id: string) => sessionStorage.removeItem(FRESH + id);

/** A lesson with nothing but what was asked for: who, when and where. */
export function empty(
  known: Pick<Lesson, 'students' | 'court' | 'date' | 'start' | 'slotMinutes'> & Partial<Lesson>
): Lesson {
  return { id: v7(), version: 0, title: 'New lesson', aim: '', blocks: [], ...known };
}

/** An earlier lesson once more, for another day: blocks with ids of their own, cautions to be seen again. */
export async function again(id: string, next: Partial<Lesson> = {}): Promise<Lesson> {
  const was = await need(api.GET('/api/v1/lessons/{lesson}', { params: { path: { lesson: id } } }));
  return {
    ...was,
    date: today(),
    attendance: undefined,
    ...next,
    id: v7(),
    version: 0,
    blocks: was.blocks.map((b) => ({ ...b, id: v7(), seen: undefined }))
  };
}

/** The lesson with a change in its first drill; refused in a coach's words where it has none. */
export function inFirstDrill(lesson: Lesson, change: (drill: Drill) => Drill): Lesson {
  const i = lesson.blocks.findIndex((b) => b.drill);
  const block = lesson.blocks[i];
  if (!block?.drill) throw new Error('This lesson has no drill yet. Add one first. Nothing was changed.');
  return { ...lesson, blocks: lesson.blocks.with(i, { ...block, drill: change(block.drill) }) };
}
