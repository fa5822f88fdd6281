import type { ShelfDrill } from '$lib/api/client';
import { kitName, label, sportName, vocabulary } from '$lib/api/vocabulary';
import { on, withWords, type Wanted as Looked } from '$lib/shelf/find';

/** What a coach looks for on the shelf of drills; empty means all. */
export interface Wanted extends Looked {
  focus: string;
  level: string;
  zone: string;
  /** A thing that the drill brings. */
  kit: string;
  students: number;
  minutes: number;
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

/** All that can be read on a drill, to search in. */
function text(s: ShelfDrill): string {
  const d = s.drill;
  return [
    s.edited ?? '',
    d.intent,
    label(vocabulary.focuses, d.focus),
    sportName(s.sport),
    label(vocabulary.levels, d.level),
    situationName(d),
    ...d.cues,
    ...d.kit.map(kitName),
    ...s.zones,
    ...(d.stages ?? []).flatMap((st) => [
      st.name ?? '',
      label(vocabulary.strokes, st.stroke),
      label(vocabulary.directions, st.direction),
      st.cue ?? '',
      ...(st.choices ?? []).map((c) => c.words)
    ]),
    ...(d.pattern?.feeds ?? []).map((f) => label(vocabulary.hows, f.how)),
    d.turn?.oneBall ? 'one ball' : '',
    d.hitters > 1 ? `${counts[d.hitters] ?? d.hitters} lines` : ''
  ].join(' · ');
}
const counts = ['', 'one', 'two', 'three', 'four'];

/** What is typed as a coach says it, "10 min" or "4 students", is a bound; the rest are words to find. */
export function meaning(w: Wanted): Wanted {
  const out = { ...w };
  out.words = w.words
    .replace(/(\d+)\s*(min|mins|minutes?)\b/i, (_, n: string) => {
      out.minutes ||= Number(n);
      return ' ';
    })
    .replace(/(\d+)\s*(students?|players?|people)\b/i, (_, n: string) => {
      out.students ||= Number(n);
      return ' ';
    });
  return out;
}

/** The drills that fit, the ones whose title fits first; every word typed must be found. */
export function find(all: ShelfDrill[], wanted: Wanted): ShelfDrill[] {
  const w = meaning(wanted);
  const fits = (s: ShelfDrill) => {
    const d = s.drill;
    if (w.only === 'favourites' && !s.favourite) return false;
    if (w.only === 'own' && !s.own) return false;
    if (w.sport && s.sport !== w.sport && on(d.pattern.court) !== w.sport) return false;
    if (w.focus && d.focus !== w.focus) return false;
    if (w.level && d.level !== w.level) return false;
    if (w.zone && !s.zones.includes(w.zone)) return false;
    if (w.kit && !d.kit.some((k) => k.id === w.kit)) return false;
    if (w.students && (w.students < d.players.least || w.students > d.players.most)) return false;
    return !w.minutes || (w.minutes >= d.minutes.least && w.minutes <= d.minutes.most);
  };
  return withWords(all.filter(fits), w.words, (s) => ({ title: s.drill.title, text: text(s) }));
}

/** The things that some drill on the shelf brings, in the vocabulary's order. */
export const kitOnShelf = (all: ShelfDrill[]) =>
  vocabulary.things.filter((t) => all.some((s) => s.drill.kit.some((k) => k.id === t.id)));

/** What a drill is played off: the coach's own words, or the vocabulary's. */
export const situationName = (d: ShelfDrill['drill']) =>
  d.situationName || label(vocabulary.situations, d.situation);
