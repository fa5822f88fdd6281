import { describe, expect, it, vi } from 'vitest';
import { LadderEditor, newLadder, newRung } from './editor.svelte';

vi.mock('$app/navigation', () => ({ replaceState: () => undefined }));

const editor = () => {
  const ladder = newLadder('tennis');
  ladder.rungs = ['a', 'b', 'c'].map((t) => ({ ...newRung(t), id: t }));
  ladder.rungs[2]!.back = 'a';
  return new LadderEditor({ version: 1, ladder });
};

describe('a ladder being edited', () => {
  it('keeps a rung to go back to only below the one that goes back', () => {
    const e = editor();
    e.move(2, 0);
    expect(e.value.rungs.map((r) => r.id)).toEqual(['c', 'a', 'b']);
    expect(e.value.rungs[0]!.back).toBeUndefined();
    e.undo();
    expect(e.value.rungs[2]!.back).toBe('a');
    e.rungs(e.value.rungs.filter((r) => r.id !== 'a'));
    expect(e.value.rungs.at(-1)!.back).toBeUndefined();
  });
  it('is a copy of another under an id of its own', () => {
    const from = editor().value;
    const copy = newLadder('tennis', from);
    expect(copy.id).not.toBe(from.id);
    expect(copy.rungs).toEqual(from.rungs);
  });
});
