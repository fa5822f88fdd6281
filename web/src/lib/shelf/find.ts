/** What is looked for on any shelf; empty means all. */
export interface Wanted {
  words: string;
  /** A sport, or one court (on). */
  sport: string;
  only: '' | 'favourites' | 'own';
}

/** One court, where a sport may stand. */
export const on = (court: string) => `on ${court}`;

/** Words as they are compared: without capitals, and with one apostrophe. */
export const plain = (text: string) => text.toLowerCase().replace(/[’']/g, "'");

/** Those of which every word typed is in what can be read on them, the ones whose title has them first. */
export function withWords<T>(
  all: T[],
  words: string,
  read: (item: T) => { title: string; text: string }
): T[] {
  const looked = plain(words).split(/\s+/).filter(Boolean);
  if (!looked.length) return all;
  const has = (said: string) => looked.every((word) => plain(said).includes(word));
  return all
    .map((item, i) => ({ item, i, ...read(item) }))
    .filter((s) => has(`${s.title} · ${s.text}`))
    .sort((a, b) => Number(has(b.title)) - Number(has(a.title)) || a.i - b.i)
    .map((s) => s.item);
}

/** Nothing is looked for yet. */
export const anything: Wanted = { words: '', sport: '', only: '' };
