import { expect, test, vi } from 'vitest';
import { withWords } from './find';
import { Shelf } from './shelf.svelte';

vi.mock('$lib/drill/picture', () => ({ keepFile: vi.fn() }));
const { keepFile } = await import('$lib/drill/picture');

interface Card {
  id: string;
  title: string;
  own: boolean;
}
/** A shelf over a list that stands for the server. */
function shelf(...cards: Card[]) {
  let there = cards;
  const refused = { errors: [{ field: 'line 3', detail: 'a title is needed' }] };
  return new Shelf<Card>({
    one: 'card',
    many: 'cards',
    of: (c) => c,
    list: () => Promise.resolve(there),
    remove: (c) => {
      there = there.filter((o) => o.id !== c.id);
      return Promise.resolve();
    },
    restore: (c) => {
      there = [...there, c];
      return Promise.resolve();
    },
    file: (ids) => Promise.resolve(ids.join()),
    bring: (text) => {
      if (text === 'broken') throw refused;
      if (text === 'cut off') throw new Error('The line was lost.');
      there = [...there, ...text.split(' ').map((title) => ({ id: title, title, own: true }))];
      return Promise.resolve(text.split(' '));
    },
    stays: 'Lessons keep their copies.'
  });
}
const file = (name: string, text: string) => ({ name, text: () => Promise.resolve(text) }) as unknown as File;
const own: Card = { id: 'a', title: 'Tide', own: true };
const ships: Card = { id: 'b', title: 'Ebb', own: false };
const ids = (s: Shelf<Card>) => s.items.map((c) => c.id);

test('what is ticked goes into one file', async () => {
  const s = shelf(own, ships);
  await s.again();
  s.choose(own);
  s.choose(ships);
  await s.takeOut();
  expect(keepFile).toHaveBeenLastCalledWith('a,b', 'cards.json', 'application/json');
  s.choose(own);
  await s.takeOut();
  expect(keepFile).toHaveBeenLastCalledWith('b', 'card.json', 'application/json');
});

test('only one’s own is deleted, and comes back', async () => {
  const s = shelf(own, ships);
  await s.again();
  s.choose(own);
  await s.remove([own, ships]);
  expect(ids(s)).toEqual(['b']);
  expect(s.chosen).toEqual([]);
  expect(s.told?.words).toBe('“Tide” deleted. Lessons keep their copies.');
  await s.told?.back?.();
  expect(ids(s)).toEqual(['b', 'a']);
  expect(s.told).toBeUndefined();
  await s.remove([ships]);
  expect(ids(s)).toEqual(['b', 'a']);
  expect(s.told?.words).toMatch(/^Cards that come with Hodometer cannot be deleted/);
  expect(s.told?.back).toBeUndefined();
});

test('where some could not be deleted, those that were come back, and the others stay ticked', async () => {
  const [a, b, c] = ['a', 'b', 'c'].map((id) => ({ id, title: id, own: true }));
  const s = shelf(a!, b!, c!);
  await s.again();
  for (const card of [a!, b!, c!]) s.choose(card);
  const { remove, restore } = s.kind;
  s.kind.remove = (card) => (card === c ? Promise.reject(new Error('No connection.')) : remove(card));
  await s.remove([a!, b!, c!]);
  expect(ids(s)).toEqual(['c']);
  expect(s.chosen).toEqual(['c']);
  expect(s.told?.words).toBe('2 of 3 cards deleted. No connection.');
  s.kind.restore = (card) => (card === b ? Promise.reject(new Error('Still none.')) : restore(card));
  await s.told?.back?.();
  expect(ids(s)).toEqual(['c', 'a']);
  expect(s.told?.words).toBe('Still none.');
  s.kind.restore = restore;
  await s.told?.back?.();
  expect(ids(s), 'nothing comes back twice').toEqual(['c', 'a', 'b']);
  expect(s.told).toBeUndefined();
});

test('files are taken in up to one that is refused, and it is said why', async () => {
  const s = shelf();
  await s.bringIn([file('one.json', 'x'), file('two.json', 'broken'), file('three.json', 'y')]);
  expect(ids(s)).toEqual(['x']);
  expect(s.told).toEqual({
    words: 'two.json was not imported. Nothing was added.',
    wrong: ['a title is needed (line 3)']
  });
  await s.bringIn([file('four.json', 'cut off')]);
  expect(s.told?.wrong).toEqual(['The line was lost.']);
  await s.bringIn([file('five.json', 'p q')]);
  expect(s.told?.words).toBe('2 cards added to my cards.');
});

test('every word typed is found, in a title first', () => {
  const read = (c: { title: string; text: string }) => c;
  const all = [
    { title: 'Last ball', text: 'to the net' },
    { title: 'Net race', text: 'one’s last chance' }
  ];
  expect(withWords(all, 'net', read).map((c) => c.title)).toEqual(['Net race', 'Last ball']);
  expect(withWords(all, "one's LAST", read).map((c) => c.title)).toEqual(['Net race']);
  expect(withWords(all, ' ', read)).toBe(all);
  expect(withWords(all, 'net lob', read)).toEqual([]);
});
