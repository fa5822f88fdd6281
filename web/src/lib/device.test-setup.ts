import { vi } from 'vitest';

/** The two parts of a device that the state of screens leans on. */
const kept = new Map<string, string>();
vi.stubGlobal('localStorage', {
  getItem: (k: string) => kept.get(k) ?? null,
  setItem: (k: string, v: string) => void kept.set(k, v),
  removeItem: (k: string) => void kept.delete(k),
  clear: () => kept.clear()
});
vi.stubGlobal('document', { documentElement: { dataset: {} } });
