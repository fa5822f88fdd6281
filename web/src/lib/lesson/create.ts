import { goto } from '$app/navigation';
import { api, need } from '$lib/api/client';
import { today } from '$lib/units/say';
import { v7 } from 'uuid';

/** Makes a lesson of an hour from the next full hour, with a warm-up and a talk on it, and opens it. */
export async function newLesson() {
  const templates = await need(api.GET('/api/v1/courts/{court}/blocks', { params: { path: { court: 'tennis' } } }));
  const hour = Math.min(22, new Date().getHours() + 1);
  const lesson = {
    id: v7(),
    version: 0,
    title: 'New lesson',
    aim: '',
    date: today(),
    start: `${String(hour).padStart(2, '0')}:00`,
    slotMinutes: 60,
    court: 'tennis',
    students: [],
    blocks: templates.filter((b) => b.kind === 'warmUp' || b.kind === 'talk')
  };
  await need(api.PUT('/api/v1/lessons/{lesson}', { params: { path: { lesson: lesson.id } }, body: lesson }));
  return goto(`/lessons/${lesson.id}`);
}
