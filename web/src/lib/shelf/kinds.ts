import { api, done, need, type Preset, type ShelfDrill, type ShelfLadder } from '$lib/api/client';
import { documentOf } from '$lib/game/editor.svelte';
import { Shelf } from './shelf.svelte';

/** A file goes as it is, and the server reads it. */
const asText = { bodySerializer: (b: unknown) => b as string, headers: { 'Content-Type': 'text/plain' } };

/** The data of an answer; what was refused is thrown as it was answered, with all that is wrong. */
async function taken<T>(answer: Promise<{ data?: T; error?: unknown }>): Promise<T> {
  const { data, error } = await answer;
  if (data === undefined) throw error;
  return data;
}
const text = (answer: Promise<{ data?: unknown; error?: unknown }>) => need(answer) as Promise<string>;

export const drills = new Shelf<ShelfDrill>({
  one: 'drill',
  many: 'drills',
  of: (s) => ({ id: s.id, title: s.drill.title, own: s.own }),
  list: () => need(api.GET('/api/v1/drills')),
  remove: (s) => done(api.DELETE('/api/v1/drills/{drill}', { params: { path: { drill: s.id } } })),
  restore: (s) =>
    need(
      api.PUT('/api/v1/drills/{drill}', {
        params: { path: { drill: s.id } },
        body: { version: s.version, drill: s.drill }
      })
    ),
  file: (id) => text(api.GET('/api/v1/drills/export', { params: { query: { id } }, parseAs: 'text' })),
  bring: async (body) =>
    (await taken(api.POST('/api/v1/drills/import', { params: { query: {} }, body, ...asText }))).map(
      (s) => s.drill.title
    ),
  stays: 'Lessons keep their copies.'
});

export const games = new Shelf<Preset>({
  one: 'game',
  many: 'games',
  of: (g) => g,
  list: () => need(api.GET('/api/v1/games')),
  remove: (g) => done(api.DELETE('/api/v1/games/{game}', { params: { path: { game: g.id } } })),
  restore: (g) =>
    need(
      api.PUT('/api/v1/games/{game}', {
        params: { path: { game: g.id } },
        body: { edition: g.edition, game: documentOf(g) }
      })
    ),
  file: (id) => text(api.GET('/api/v1/games/export', { params: { query: { id } }, parseAs: 'text' })),
  bring: async (body) =>
    (await taken(api.POST('/api/v1/games/import', { params: { query: {} }, body, ...asText }))).map(
      (g) => g.title
    ),
  stays: 'Lessons keep their copies.'
});

/** What brings ladders in says first what is in a file, and for whom: it is a dialog of its own. */
export const ladders = new Shelf<ShelfLadder>({
  one: 'ladder',
  many: 'ladders',
  of: (l) => ({ id: l.ladder.id, title: l.ladder.title, own: l.version > 0 }),
  list: () => need(api.GET('/api/v1/ladders')),
  remove: (l) => done(api.DELETE('/api/v1/ladders/{ladder}', { params: { path: { ladder: l.ladder.id } } })),
  restore: (l) =>
    need(
      api.PUT('/api/v1/ladders/{ladder}', {
        params: { path: { ladder: l.ladder.id } },
        body: { version: l.version, ladder: l.ladder }
      })
    ),
  file: (ladder) => text(api.GET('/api/v1/share', { params: { query: { ladder } }, parseAs: 'text' })),
  stays: 'Students keep their rungs.'
});
