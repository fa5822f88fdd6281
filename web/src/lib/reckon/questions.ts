/** The questions the reckoner answers, in the order of their keys. */
export const questions = [
  { id: 'flight', short: 'Flight', title: 'Does it clear the net, and where does it land?' },
  { id: 'target', short: 'Target', title: 'How likely is that target?' },
  { id: 'goal', short: 'Goal', title: 'How many balls will the goal take?' },
  { id: 'race', short: 'Race', title: 'Which race is fair?' },
  { id: 'angle', short: 'Angle', title: 'Which angle is open, and where to wait?' },
  { id: 'rotation', short: 'Rotation', title: 'Who is where, turn by turn?' },
  { id: 'tempo', short: 'Tempo', title: 'How fast is the rally?' }
] as const;

export type QuestionId = (typeof questions)[number]['id'];

/** The ball of a court. */
export const ballOf: Record<string, string> = {
  tennis: 'tennis',
  tennisOrange: 'tennisOrange',
  tennisRed: 'tennisRed',
  tableTennis: 'tableTennis',
  badminton: 'shuttle',
  squash: 'squash',
  pickleball: 'pickleball'
};

/** What the plane y = 0 is called: the net, or where there is none the tin. */
export const barrier = (court: { walls?: unknown }) => (court.walls ? 'the tin' : 'the net');
export const ballWord = (court: { id: string }) => (court.id === 'badminton' ? 'shuttle' : 'ball');
export const endLine = (court: { id: string }) =>
  ({ tableTennis: 'end line', squash: 'back wall', badminton: 'back line' })[court.id] ?? 'baseline';
export const sideLine = (court: { id: string }) => (court.id === 'squash' ? 'side wall' : 'sideline');
