import { replaceState } from '$app/navigation';
import { api, type Ladder, type LadderRung, type ShelfLadder } from '$lib/api/client';
import { outlives } from '$lib/device/unsaved';
import { answered, EditedDocument, lateOf, type Put } from '$lib/shell/document.svelte';
import { v7 } from 'uuid';

/** A ladder of the club's own with one rung, or one that goes as another does. */
export function newLadder(sport: string, from?: Ladder): Ladder {
  const id = v7();
  if (from) return { ...from, id, title: `${from.title} (copy)`, other: undefined };
  return {
    format: 'hodometer.ladder',
    version: 1,
    id,
    title: 'New ladder',
    sport,
    intent: '',
    rungs: [newRung('First rung')]
  };
}
export const newRung = (title: string): LadderRung => ({ id: v7(), title });

/** A ladder being edited. One that ships is copied with the first change. */
export class LadderEditor extends EditedDocument<Ladder> {
  readonly what = 'ladder';
  get key() {
    return `ladder ${this.id}`;
  }
  id = $state('');
  own = $state(false);

  constructor(read: ShelfLadder) {
    super(read.ladder, read.version);
    this.id = read.ladder.id;
    this.own = read.version > 0;
  }
  /** The rungs, as many changes of one thing as one step for undo. */
  rungs(rungs: LadderRung[], key = '') {
    // What goes back to a rung that is gone, or that comes after now, goes back one rung.
    const sound = rungs.map((r, i) =>
      r.back && !rungs.slice(0, i).some((o) => o.id === r.back) ? { ...r, back: undefined } : r
    );
    this.set({ ...this.value, rungs: sound }, key);
  }
  setRung(id: string, next: Partial<LadderRung>, key = '') {
    this.rungs(
      this.value.rungs.map((r) => (r.id === id ? { ...r, ...next } : r)),
      key
    );
  }
  move(from: number, to: number) {
    const all = [...this.value.rungs];
    const [r] = all.splice(from, 1);
    if (!r || to < 0 || to > all.length) return;
    all.splice(to, 0, r);
    this.rungs(all);
  }
  protected changed() {
    // Nothing is reckoned of a ladder alone.
  }
  protected async put(ladder: Ladder, version: number, leaving: boolean): Promise<Put<Ladder>> {
    const id = this.own ? this.id : v7();
    const body = { version, ladder: { ...ladder, id } };
    const { data, error, response } = await api.PUT('/api/v1/ladders/{ladder}', {
      params: { path: { ladder: id } },
      body,
      keepalive: leaving && outlives(body)
    });
    answered(response);
    if (data) {
      if (!this.own) {
        this.id = id;
        this.own = true;
        if (!leaving) replaceState(`/ladders/${id}`, {});
      }
      return { version: data.version, merged: data.version > version + 1 ? data.ladder : undefined };
    }
    return lateOf<Ladder>(response, error) ?? { error };
  }
}
