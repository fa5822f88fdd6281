import { v4 } from 'uuid';

const KEEP = 'device';

/** A name of this device that is its own, for a machine to know it again. */
export function thisDevice(): string {
  let id = localStorage.getItem(KEEP);
  if (!id) localStorage.setItem(KEEP, (id = v4()));
  return id;
}
