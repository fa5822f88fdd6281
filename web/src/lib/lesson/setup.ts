import type { Court, Sheet } from '$lib/api/client';
import { sayLength } from '$lib/units/length';
import type { settings } from '$lib/units/settings.svelte';

export type Placement = Sheet['blocks'][number]['setUp'][number];

/** Where a thing lies, as a coach paces it out: from the nearest sideline and from the baseline or the net, whichever is nearer. */
export function paced(laid: Placement, court: Court, units: typeof settings.units): string {
  const o = laid.offsets;
  const say = (m: number) => sayLength(Math.abs(m), units);
  const across =
    Math.abs(laid.at.x) < 0.15 * court.halfWidth.singles
      ? Math.abs(laid.at.x) < 0.05
        ? 'on the centre line'
        : `${say(laid.at.x)} ${laid.at.x < 0 ? 'left' : 'right'} of the centre line`
      : o.fromSideline < -0.02
        ? `${say(o.fromSideline)} outside the ${o.side} ${court.words.side}`
        : `${say(o.fromSideline)} inside the ${o.side} ${court.words.side}`;
  const back = court.walls ? court.words.end : `${o.end} ${court.words.end}`;
  const front = court.walls ? 'front wall' : 'net';
  const along =
    o.fromBaseline < -0.02
      ? `${say(o.fromBaseline)} behind the ${back}`
      : o.fromNet < o.fromBaseline
        ? `${say(o.fromNet)} from the ${front}${court.walls ? '' : `, ${o.end} side`}`
        : `${say(o.fromBaseline)} from the ${back}`;
  return `${across}, ${along}`;
}
