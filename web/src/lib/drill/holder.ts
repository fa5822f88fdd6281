import type { Drill } from '$lib/api/client';

/** Where a drill on the bench is kept: on the shelf, or in a block of a lesson. */
export interface Holder {
  readonly drill: Drill;
  /** Changes with the same key in a row are one step for undo, as a drag is. */
  set(drill: Drill, key?: string): void;
  /** Ends a drag. */
  rest(): void;
}
