import { describe, expect, it } from 'vitest';
import { meant, newStudent, onlyMeant } from './people';

const people = ['Ada Fenn', 'Bo Tarn', 'Adam Reed', 'Tess Adair'].map((n) => newStudent(n));

describe('who a name means', () => {
  it('lists exact matches first, then first names that begin with it, then surnames', () => {
    expect(meant(people, 'ada').map((s) => s.name)).toEqual(['Ada Fenn', 'Adam Reed', 'Tess Adair']);
    expect(meant(people, '  ADAM  reed ')[0]!.name).toBe('Adam Reed');
  });
  it('is nobody for a name that nobody has, for none, and for who is archived', () => {
    expect(meant(people, 'Zoë')).toEqual([]);
    expect(meant(people, ' ')).toEqual([]);
    expect(meant([{ ...people[0]!, archived: true }], 'ada')).toEqual([]);
  });
});

describe('whom alone a name means', () => {
  const all = ['Otto Quill', 'Wren Abbot', 'Wrenna Low', 'Ottoline'].map((n) => newStudent(n));
  it.each([
    ['Wren A', 'Wren Abbot'],
    ['otto q', 'Otto Quill'],
    ['Ottol', 'Ottoline'],
    ['wren abbot', 'Wren Abbot']
  ])('%s is the beginning of one name only', (typed, name) => expect(onlyMeant(all, typed)?.name).toBe(name));
  it.each(['Otto', 'Wren', 'Quill', 'Zo', ' '])('%s means nobody, or several', (typed) =>
    expect(onlyMeant(all, typed)).toBeUndefined()
  );
  it('takes the one called exactly so before those who are called longer', () =>
    expect(onlyMeant([...all, newStudent('Otto')], 'otto')?.name).toBe('Otto'));
});
