import type { Block, Plan } from '$lib/api/client';

type Span = Plan['coach'][number];

/** Where block `from` lands when let go with the pointer `minute` minutes along the tape. */
export function landing(blocks: Pick<Block, 'minutes'>[], from: number, minute: number): number {
  let at = 0;
  let place = 0;
  blocks.forEach((b, i) => {
    if (i !== from && minute > at + b.minutes / 2) place++;
    at += b.minutes;
  });
  return place;
}

/** The list with one item moved to another place. */
export function moved<T>(list: T[], from: number, to: number): T[] {
  const out = list.slice();
  const [item] = out.splice(from, 1);
  if (item !== undefined) out.splice(Math.max(0, Math.min(out.length, to)), 0, item);
  return out;
}

/** Minutes between numbered ticks, so that numbers never touch. */
export function numberedEvery(pixelsPerMinute: number): number {
  return [5, 10, 15, 30, 60].find((m) => m * pixelsPerMinute >= 44) ?? 120;
}

/** The time of day so many minutes after "17:00", to the nearest. */
export function clock(start: string, minutes: number): string {
  const [h = 0, m = 0] = start.split(':').map(Number);
  const t = (((h * 60 + m + Math.round(minutes)) % 1440) + 1440) % 1440;
  return `${String(Math.floor(t / 60)).padStart(2, '0')}:${String(t % 60).padStart(2, '0')}`;
}

const inks: Record<string, string> = {
  hitting: 'var(--doing-hitting)',
  feeding: 'var(--doing-feeding)',
  collecting: 'var(--doing-collecting)'
};

/** Turns as stripes to scale: one round of them, repeated along the span. */
export function stripes(s: Span, pixelsPerMinute: number): string {
  const cycle = s.cycle ?? [];
  const round = cycle.reduce((sum, b) => sum + b.minutes, 0) * pixelsPerMinute;
  let at = 0;
  const stops = cycle.map((b) => {
    const from = at;
    at += b.minutes * pixelsPerMinute;
    const ink = inks[b.doing] ?? 'transparent';
    return `${ink} ${from.toFixed(3)}px ${at.toFixed(3)}px`;
  });
  return `background-image:linear-gradient(90deg,${stops.join(',')});background-size:${round.toFixed(3)}px 100%;background-position:${(-(s.phase ?? 0) * pixelsPerMinute).toFixed(3)}px 0`;
}
