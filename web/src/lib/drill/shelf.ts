import type { ShelfDrill } from '$lib/api/client';
import { focuses, sports } from './parts';

/** What a coach looks for on the shelf; empty means all. */
export interface Wanted {
  words: string;
  sport: string;
  focus: string;
  level: string;
  zone: string;
  /** Something that must not be needed beyond it: a kit word to look for. */
  kit: string;
  students: number;
  minutes: number;
  only: '' | 'favourites' | 'own';
}
export const anything: Wanted = {
  words: '',
  sport: '',
  focus: '',
  level: '',
  zone: '',
  kit: '',
  students: 0,
  minutes: 0,
  only: ''
};

const plain = (text: string) => text.toLowerCase().replace(/[’']/g, "'");
/** All that can be read on a drill, to search in. */
function text(s: ShelfDrill): string {
  const d = s.drill;
  return plain(
    [
      d.title,
      d.intent,
      focuses[d.focus],
      sports[s.sport] ?? s.sport,
      d.level,
      d.situation,
      ...d.cues,
      ...d.kit,
      ...s.zones
    ].join(' · ')
  );
}

/** The drills that fit, the ones whose title fits first; every word typed must be found. */
export function find(all: ShelfDrill[], w: Wanted): ShelfDrill[] {
  const words = plain(w.words).split(/\s+/).filter(Boolean);
  const fits = (s: ShelfDrill) => {
    const d = s.drill;
    if (w.only === 'favourites' && !s.favourite) return false;
    if (w.only === 'own' && !s.own) return false;
    if (w.sport && s.sport !== w.sport) return false;
    if (w.focus && d.focus !== w.focus) return false;
    if (w.level && d.level !== w.level) return false;
    if (w.zone && !s.zones.includes(w.zone)) return false;
    if (w.kit && !d.kit.some((k) => plain(k).includes(plain(w.kit)))) return false;
    if (w.students && (w.students < d.players.least || w.students > d.players.most)) return false;
    if (w.minutes && (w.minutes < d.minutes.least || w.minutes > d.minutes.most)) return false;
    const said = words.length ? text(s) : '';
    return words.every((word) => said.includes(word));
  };
  const found = all.filter(fits);
  if (!words.length) return found;
  const titled = (s: ShelfDrill) => (words.every((word) => plain(s.drill.title).includes(word)) ? 0 : 1);
  return found
    .map((s, i) => ({ s, i }))
    .sort((a, b) => titled(a.s) - titled(b.s) || a.i - b.i)
    .map(({ s }) => s);
}

/** The kinds of kit on the shelf that a coach could lack, most needed first. */
export function kitWords(all: ShelfDrill[]): string[] {
  const words = [
    'basket',
    'marker',
    'cone',
    'machine',
    'band',
    'medicine ball',
    'obstacle',
    'pole',
    'shuttle',
    'stopwatch',
    'eyewear'
  ];
  return words.filter((word) => all.some((s) => s.drill.kit.some((k) => plain(k).includes(word))));
}
