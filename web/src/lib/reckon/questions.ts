/** The questions the reckoner answers, in the order of their keys. */
export const questions = [
  { id: 'flight', short: 'Flight', title: 'Does it clear the net, and where does it land?' },
  { id: 'target', short: 'Target', title: 'How likely is that target?' },
  { id: 'goal', short: 'Goal', title: 'How many balls will the goal take?' },
  { id: 'race', short: 'Race', title: 'Which race is fair?' },
  { id: 'angle', short: 'Angle', title: 'How wide is the angle, and where to wait?' },
  { id: 'rotation', short: 'Rotation', title: 'Who is where, turn by turn?' },
  { id: 'tempo', short: 'Tempo', title: 'How fast is the rally?' }
] as const;

export type QuestionId = (typeof questions)[number]['id'];
