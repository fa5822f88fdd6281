import { replaceState } from '$app/navigation';
import { api, type Game, type Preset } from '$lib/api/client';
import { outlives } from '$lib/device/unsaved';
import { answered, EditedDocument, lateOf, type Put } from '$lib/shell/document.svelte';
import { v7 } from 'uuid';

/** The document of a game of the shelf, without what the shelf adds. */
export function documentOf(g: Preset): Game {
  const { edition, own, id, ...game } = g;
  void edition;
  void own;
  void id;
  return game;
}

/**
 * A game being edited. One that ships is copied with the first change, and becomes a
 * game of the club's own.
 */
export class GameEditor extends EditedDocument<Game> {
  readonly what = 'game';
  get key() {
    return `game ${this.id}`;
  }
  id = $state('');
  own = $state(false);

  constructor(read: Preset) {
    super(documentOf(read), read.edition);
    this.id = read.id;
    this.own = read.own;
  }
  protected changed() {
    // The odds are asked for by who shows them.
  }
  protected async put(game: Game, edition: number, leaving: boolean): Promise<Put<Game>> {
    const id = this.own ? this.id : v7();
    const { data, error, response } = await api.PUT('/api/v1/games/{game}', {
      params: { path: { game: id } },
      body: { edition, game },
      keepalive: leaving && outlives(this.value)
    });
    answered(response);
    if (data) {
      if (!this.own) {
        this.id = id;
        this.own = true;
        if (!leaving) replaceState(`/games/${id}`, {});
      }
      return { version: data.edition, merged: data.edition > edition + 1 ? documentOf(data) : undefined };
    }
    return lateOf(response, error, (g) => documentOf(g as Preset)) ?? { error };
  }
}
