import { api, need, type LessonSummary } from '$lib/api/client';
import { drained } from '$lib/device/outbox';
import { every } from '$lib/shell/pages.svelte';
import { today } from '$lib/units/when';

/** Every lesson from a day on, the soonest first, with the runs of them that began on this device. */
export const from = async (day: string): Promise<LessonSummary[]> => {
  await drained();
  return every((after) =>
    need(
      api.GET('/api/v1/lessons', { params: { query: { from: day, order: 'earliest', limit: 200, after } } })
    )
  );
};

/** Every lesson that is to come, today's among them. */
export const upcoming = () => from(today());

/** The latest lessons, planned or given, of a student or of all. */
export const latest = async (limit: number, student?: string): Promise<LessonSummary[]> =>
  (await need(api.GET('/api/v1/lessons', { params: { query: { limit, student } } }))).items;

/** The latest lesson of just these students, or of any of them; undefined where there is none. */
export async function lastOf(students: string[]) {
  const { data, error, response } = await api.GET('/api/v1/lessons/last', {
    params: { query: { students } }
  });
  if (response.status === 404) return undefined;
  return need(Promise.resolve({ data, error }));
}
