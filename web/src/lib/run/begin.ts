import { goto } from '$app/navigation';
import { api, need } from '$lib/api/client';
import { v7 } from 'uuid';

/** Opens the run of a lesson courtside: the one under way, or a new one. */
export async function runLesson(lesson: string, under?: { run?: string; runStatus?: string }) {
  if (under?.run && under.runStatus !== 'finished') return goto(`/court/${under.run}`);
  const id = v7();
  await need(api.PUT('/api/v1/runs/{run}', { params: { path: { run: id } }, body: { lesson } }));
  return goto(`/court/${id}`);
}
