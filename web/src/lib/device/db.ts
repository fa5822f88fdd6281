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
  /** Whose lesson it is: the club's id. One of before does not say. */
  club?: string;
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
  /** Which copy of a club's file answered last, by club. */
  copies: { key: string; value: { club: string; copy: string } };
}

let open: Promise<IDBPDatabase<Kept>> | undefined;

/** What this device keeps, for all pages of the application and its worker. */
export async function kept(): Promise<IDBPDatabase<Kept>> {
  open ??= openDB<Kept>('hodometer', 2, {
    upgrade(db, from) {
      if (from < 1) {
        const taps = db.createObjectStore('taps', { keyPath: ['run', 'id'] });
        taps.createIndex('sent', 'sent');
        taps.createIndex('run', 'run');
        db.createObjectStore('packs', { keyPath: 'key' });
        db.createObjectStore('unsaved', { keyPath: 'key' });
      }
      db.createObjectStore('copies', { keyPath: 'club' });
    },
    // A later version of the application, in another page, needs the old one to let go.
    blocking: (_a, _b, event) => (event.target as IDBDatabase).close(),
    terminated: () => (open = undefined)
  });
  open.catch(() => (open = undefined));
  return open;
}

/** Why a device keeps nothing: what it kept is of a newer Hodometer, it does not open, or it is full. */
export type Fault = 'newer' | 'shut' | 'full';

export function faultOf(error: unknown): Fault {
  const name = error instanceof Error || error instanceof DOMException ? error.name : '';
  return name === 'VersionError' ? 'newer' : name === 'QuotaExceededError' ? 'full' : 'shut';
}

/** Packs that the device would not store: they live as long as this page does. */
const inPage = new Map<string, Pack>();

/** Keeps a pack; its events are kept one by one, as taps. */
export async function keepPack(pack: Pack) {
  const lean = { ...pack, run: { ...pack.run, events: [] }, at: Date.now() };
  try {
    await (await kept()).put('packs', lean);
    inPage.delete(pack.key);
  } catch {
    inPage.set(pack.key, lean); // it works as long as there is a connection, or this page
  }
}

export async function packOf(key: string): Promise<Pack | undefined> {
  const db = await kept().catch(() => undefined);
  return inPage.get(key) ?? (await db?.get('packs', key));
}
