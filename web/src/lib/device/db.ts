import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Run, RunEvent } from '$lib/api/client';

/** Where a tap stands with the server. */
export const WAITING = 0;
export const TAKEN = 1;
export const REFUSED = 2;

/** One thing that happened in a run, as this device keeps it. */
export interface Tap {
  run: string;
  id: string;
  event: RunEvent;
  sent: typeof WAITING | typeof TAKEN | typeof REFUSED;
  /** Why the server would not have it. */
  reason?: string;
}

/** A run, or a lesson to begin one of, with all that is needed on court. */
export interface Pack {
  /** `run …` or `lesson …` */
  key: string;
  run: Run;
  at: number;
}

/** An edit that was not saved yet. */
export interface Unsaved {
  /** `lesson …`, `drill …` */
  key: string;
  title: string;
  value: unknown;
  version: number;
  at: number;
}

interface Kept extends DBSchema {
  taps: { key: [string, string]; value: Tap; indexes: { sent: number; run: string } };
  packs: { key: string; value: Pack };
  unsaved: { key: string; value: Unsaved };
}

let open: Promise<IDBPDatabase<Kept>> | undefined;

/** What this device keeps, for all pages of the application and its worker. */
export function kept(): Promise<IDBPDatabase<Kept>> {
  open ??= openDB<Kept>('hodometer', 1, {
    upgrade(db) {
      const taps = db.createObjectStore('taps', { keyPath: ['run', 'id'] });
      taps.createIndex('sent', 'sent');
      taps.createIndex('run', 'run');
      db.createObjectStore('packs', { keyPath: 'key' });
      db.createObjectStore('unsaved', { keyPath: 'key' });
    },
    // A later version of the application, in another page, needs the old one to let go.
    blocking: (_a, _b, event) => (event.target as IDBDatabase).close(),
    terminated: () => (open = undefined)
  });
  open.catch(() => (open = undefined));
  return open;
}
