import type { Court } from '$lib/api/client';

/** A court as it is chosen: of a junior stage, with the age it is meant for. */
export const courtLabel = (c: Court) =>
  c.ages ? `${c.name}, about ${c.ages[0]} to ${c.ages[1]} years` : c.name;
