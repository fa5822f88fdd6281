import { api, need, type Derivation, type Term, type Vocabulary } from './client';

/**
 * What is shown for the ids of the contract, and how figures are reckoned. Both
 * are read once, before the first screen; nothing is ever matched by a word.
 */
const none: Vocabulary = {
  usualCourt: '',
  leastEvidence: { up: 0, play: 0 },
  sports: [],
  ages: [],
  withs: [],
  dimensions: [],
  forms: [],
  schools: [],
  themes: [],
  courseManners: [],
  kinds: [],
  goals: [],
  levels: [],
  focuses: [],
  situations: [],
  strokes: [],
  shapes: [],
  directions: [],
  hows: [],
  meets: [],
  efforts: [],
  roles: [],
  objects: [],
  afters: [],
  ends: [],
  agains: [],
  bends: [],
  manners: [],
  holders: [],
  gates: [],
  things: [],
  equipment: []
};
export let vocabulary: Vocabulary = none;
export let derivations: Record<string, Derivation> = {};

/** Asks for both, unless they are there. */
export async function readVocabulary() {
  if (vocabulary !== none) return;
  const [words, how] = await Promise.all([
    need(api.GET('/api/v1/vocabulary')),
    need(api.GET('/api/v1/bases'))
  ]);
  learn(words, how);
}

/** Takes both as given, for tests. */
export function learn(words: Partial<Vocabulary>, how: Record<string, Derivation> = {}) {
  vocabulary = { ...none, ...words };
  derivations = how;
}

/** The word of an id in a vocabulary; never the id, which is no word. */
export const label = (terms: readonly Term[], id: string): string =>
  terms.find((t) => t.id === id)?.label ?? (id && 'other');

/** The same, to begin a line with. */
export const heading = (terms: readonly Term[], id: string): string => {
  const words = label(terms, id);
  return words.charAt(0).toUpperCase() + words.slice(1);
};

export const sportName = (id: string) => vocabulary.sports.find((s) => s.id === id)?.name ?? id;
export const kindOf = (id: string) => vocabulary.kinds.find((k) => k.id === id);
export const kindName = (id: string) => kindOf(id)?.label ?? id;

/** What a kind of goal needs; undefined for one that is not known. */
export const goalKind = (id: string) => vocabulary.goals.find((g) => g.id === id);

/** A stroke with its direction: "forehand cross-court"; empty for any stroke anywhere. */
export function strokeName(s: { stroke: string; direction: string }): string {
  return [
    s.stroke === 'either' ? '' : label(vocabulary.strokes, s.stroke),
    s.direction === 'anywhere' ? '' : label(vocabulary.directions, s.direction)
  ]
    .filter(Boolean)
    .join(' ');
}

/** What a thing to bring is called, without its number. */
export function thingName(item: { id: string; count?: number; words?: string }): string {
  const thing = vocabulary.things.find((t) => t.id === item.id);
  if (!thing) return item.words ?? item.id;
  return (item.count ?? 0) > 1 ? thing.many : thing.one;
}

/** A thing to bring, as it is said: "8 flat markers", "balls each". */
export function kitName(item: { id: string; count?: number; each?: boolean; words?: string }): string {
  return `${item.count ? `${item.count} ` : ''}${thingName(item)}${item.each ? ' each' : ''}`;
}
