/** The main views, each one key away; on a phone those from `MORE` on stand behind one more tap. */
export const views = [
  { key: 't', path: '/', name: 'Today' },
  { key: 'l', path: '/lessons', name: 'Lessons' },
  { key: 'w', path: '/weeks', name: 'Weekly plan' },
  { key: 's', path: '/students', name: 'Students' },
  { key: 'd', path: '/drills', name: 'Drills' },
  { key: 'a', path: '/ladders', name: 'Ladders' },
  { key: 'g', path: '/games', name: 'Games' },
  { key: 'o', path: '/log', name: 'Log' },
  { key: 'r', path: '/reckon', name: 'Reckoner' },
  { key: 'p', path: '/phone', name: 'Devices and backups' }
] as const;
export const MORE = 4;
/** Those for who only counts. */
export const FOR_ALL: string[] = ['/', '/drills', '/games', '/reckon', '/phone'];

export const shortcuts: [string, string][] = [
  ['T  L  W  S  D', 'Today, Lessons, Weekly plan, Students, Drills'],
  ['A  G  O  R  P', 'Ladders, Games, Log, Reckoner, Devices and backups'],
  ['N', 'Plan a lesson'],
  ['1 … 7', 'Reckoner: the questions'],
  ['?', 'Show this list'],
  ['Ctrl Z, Ctrl Shift Z', 'Undo, redo in a lesson, on the workbench and in the reckoner'],
  ['Alt ← →', 'Move the selected block'],
  ['+ −', 'Make the block longer or shorter; make the target larger or smaller'],
  ['Delete', 'Remove the selected item'],
  ['D', 'Workbench: duplicate the selected item'],
  ['/', 'Drills, lessons and log: search'],
  ['Arrow keys', 'Move the selected item in a picture (Shift: small steps); change a number'],
  ['Space  ← →  X', 'Watch a play: play and pause, ball by ball, throw new dice'],
  ['Space', 'Courtside: start and pause the clock; workbench: play the turn'],
  ['G  M  U', 'Courtside: good or one more, miss, undo'],
  ['W', 'Courtside: total, where a miss went, observation, note'],
  ['1 2 …', 'Courtside: the student to count, or the side that won the point'],
  ['0', 'Courtside: back to whose ball is due'],
  ['N  P', 'Courtside: next and previous block'],
  ['B', 'Courtside: the balls are picked up'],
  ['T  L  C', 'Courtside: change the turn, lesson menu, caller and metronome']
];

/** Whether keys belong to what has the focus and must not be taken for a shortcut. */
export function typing(e: KeyboardEvent): boolean {
  const t = e.target;
  return t instanceof HTMLInputElement
    ? t.type !== 'checkbox'
    : t instanceof HTMLTextAreaElement || t instanceof HTMLSelectElement;
}
