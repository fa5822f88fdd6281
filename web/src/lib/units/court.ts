import type { Court } from '$lib/api/client';

/** The age that a court is meant for, said after its label; nothing where it is anybody's. */
export const ages = (c: Court | undefined) => (c?.ages ? `, about ${c.ages[0]} to ${c.ages[1]} years` : '');
