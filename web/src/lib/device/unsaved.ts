import type { Lesson } from '$lib/api/client';
import { kept, type Unsaved } from './db';

/**
 * Edits that the server does not have yet are kept on the device, so that closing the
 * page, or a dead battery, loses none of them; they are offered when the document is
 * opened again.
 */
export async function keepUnsaved(edit: Unsaved) {
  try {
    await (await kept()).put('unsaved', edit);
  } catch {
    // No store or a full one: the page still has it, and warns before it closes.
  }
}

export async function unsavedOf(key: string): Promise<Unsaved | undefined> {
  try {
    return await (await kept()).get('unsaved', key);
  } catch {
    return undefined;
  }
}

export async function forgetUnsaved(key: string) {
  try {
    await (await kept()).delete('unsaved', key);
  } catch {
    // Nothing was kept.
  }
}

/** The most that a request may carry which outlives its page, in bytes, with room for its headers. */
const OUTLIVES = 60_000;

/** Whether a request can carry that and outlive the page by itself. */
export const outlives = (body: unknown) => new Blob([JSON.stringify(body)]).size < OUTLIVES;

/** A lesson that a page which closes leaves to the service worker to save. */
export interface Left {
  kind: 'save';
  lesson: Lesson;
  key: string;
}

/** Leaves a save to the service worker, which outlives the page; false where there is none. */
export function leave(lesson: Lesson, key: string): boolean {
  const worker = globalThis.navigator?.serviceWorker?.controller;
  worker?.postMessage({ kind: 'save', lesson, key } satisfies Left);
  return !!worker;
}
