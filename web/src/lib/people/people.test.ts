import { describe, expect, it } from 'vitest';
import { meant, newStudent } from './people';

const people = ['Ada Fenn', 'Bo Tarn', 'Adam Reed', 'Tess Adair'].map((n) => newStudent(n));

describe('who a name means', () => {
  it('is who is called so, then whose name begins so, then whose family name does', () => {
    expect(meant(people, 'ada').map((s) => s.name)).toEqual(['Ada Fenn', 'Adam Reed', 'Tess Adair']);
    expect(meant(people, '  ADAM  reed ')[0]!.name).toBe('Adam Reed');
  });
  it('is nobody for a name that nobody has, for none, and for who is archived', () => {
    expect(meant(people, 'Zoë')).toEqual([]);
    expect(meant(people, ' ')).toEqual([]);
    expect(meant([{ ...people[0]!, archived: true }], 'ada')).toEqual([]);
  });
});
