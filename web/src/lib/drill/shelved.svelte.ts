import { replaceState } from '$app/navigation';
import { api, type Drill, type ShelfDrill } from '$lib/api/client';
import { outlives } from '$lib/device/unsaved';
import { answered, EditedDocument, lateOf, type Put } from '$lib/shell/document.svelte';
import { v7 } from 'uuid';
import type { Holder } from './holder';

/**
 * A drill of the shelf on the bench. One that ships is copied with the first
 * change: it becomes a drill of the club's own, with its kinship.
 */
export class Shelved extends EditedDocument<Drill> implements Holder {
  readonly what = 'drill';
  get key() {
    return `drill ${this.id}`;
  }
  id = $state('');
  own = $state(false);
  favourite = $state(false);
  readonly #shipped: { id: string; title: string };

  constructor(read: ShelfDrill) {
    super(read.drill, read.version);
    this.id = read.id;
    this.own = read.own;
    this.favourite = read.favourite;
    this.#shipped = { id: read.id, title: read.drill.title };
  }
  get drill(): Drill {
    return this.value;
  }
  set(drill: Drill, key = '') {
    super.set(this.own ? drill : { ...drill, kin: drill.kin ?? { ...this.#shipped, bend: 'Changed' } }, key);
  }
  /** Takes a neighbour; the way it was bent is kept. */
  bend(drill: Drill, words: string) {
    const from = this.drill.kin ?? { id: this.id, title: this.drill.title, bend: '' };
    const way = [from.bend, words].filter(Boolean).join(' · ');
    this.set({ ...drill, kin: { ...from, bend: way.length > 120 ? `… ${way.slice(-116)}` : way } });
  }
  protected changed() {
    // The bench asks for the reckoning itself.
  }
  protected async put(drill: Drill, version: number, leaving: boolean): Promise<Put<Drill>> {
    const id = this.own ? this.id : v7();
    const { data, error, response } = await api.PUT('/api/v1/drills/{drill}', {
      params: { path: { drill: id } },
      body: { version, drill },
      keepalive: leaving && outlives(this.value)
    });
    answered(response);
    if (data) {
      if (!this.own) {
        this.id = id;
        this.own = true;
        if (!leaving) replaceState(`/drills/${id}`, {});
      }
      return { version: data.version, merged: data.version > version + 1 ? data.drill : undefined };
    }
    return lateOf<Drill>(response, error) ?? { error };
  }
}
