import { expect, test } from 'vitest';
import { calledAmong, callNames } from './names';

// The same table as core/units/names_test.go: both sides call people alike.
test.each([
  ['Wren Abbot, Otto Quill', 'Wren, Otto'],
  ['Otto Quill, Otto Reed', 'Otto Q, Otto R'],
  ['Otto Quill, Otto Quast, Wren', 'Otto Qui, Otto Qua, Wren'],
  ['Otto, Otto Quill', 'Otto, Otto Q'],
  ['Student 1, Student 10, Student 2', 'Student 1, Student 10, Student 2'],
  ['Ana Maria Silva, Ana Luz Silva', 'Ana Maria Silva, Ana Luz Silva'],
  ['Åsa Östberg, Åsa Öman', 'Åsa Ös, Åsa Öm'],
  ['otto quill, Otto Reed', 'otto q, Otto R']
])('%s are called %s', (names, called) => {
  expect(callNames(names.split(', ')).join(', ')).toBe(called);
});

test('a name depends on who is in view', () => {
  const both = [
    { id: 'a', name: 'Otto Quill' },
    { id: 'b', name: 'Otto Reed' }
  ];
  expect(calledAmong(both)('b')).toBe('Otto R');
  expect(calledAmong(both.slice(1))('b')).toBe('Otto');
  expect(calledAmong(both)('c')).toBe('');
  expect(calledAmong([...both.slice(1), ...both.slice(1)])('b'), 'one person twice').toBe('Otto');
});
