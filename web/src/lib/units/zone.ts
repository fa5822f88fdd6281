/** Time zones as the browser knows them: which there are, which it is in, and what a clock there shows. */

/** The browser's own, such as Europe/Oslo. */
export const ownZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** All that can be chosen, in the order of the alphabet. */
export const zones = (): string[] =>
  [...new Set([ownZone(), 'UTC', ...Intl.supportedValuesOf('timeZone')])].toSorted();

/** What the clocks of a zone show at a moment, as a date whose local parts are that; undefined for no zone. */
export function clockIn(zone: string): ((at: number | Date) => Date) | undefined {
  if (!zone) return undefined;
  try {
    const format = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
      second: 'numeric'
    });
    return (at) => {
      const parts = Object.fromEntries(format.formatToParts(at).map((p) => [p.type, Number(p.value)]));
      return new Date(parts.year!, parts.month! - 1, parts.day, parts.hour, parts.minute, parts.second);
    };
  } catch {
    return undefined; // one that this browser does not know
  }
}
