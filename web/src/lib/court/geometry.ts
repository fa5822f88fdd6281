import type { Court, Point } from '$lib/api/client';

/** How the court lies on the screen: across (near end left) or up (near end at the bottom). */
export type Lie = 'across' | 'up';

/** A place on the court as a place in the drawing, both in metres. */
export function toView(p: Point, lie: Lie): Point {
  return lie === 'across' ? { x: p.y, y: p.x } : { x: p.x, y: -p.y };
}

/** And back. */
export function fromView(v: Point, lie: Lie): Point {
  return lie === 'across' ? { x: v.y, y: v.x } : { x: v.x, y: -v.y };
}

/** A place on the front wall, unfolded beyond the end of the floor. */
export function onWall(x: number, z: number, lie: Lie): Point {
  return lie === 'across' ? { x: z, y: x } : { x, y: -z };
}

/** The half into which the near player's ball must go: the far one, or the only one there is. */
export function targetEnd(court: Court): 1 | -1 {
  return court.walls ? -1 : 1;
}

/** The part of the floor to draw: the court, or only the end aimed at, with `margin` metres behind it and `side` beside it. Between walls the front wall stands unfolded at its end. */
export function frame(court: Court, lie: Lie, margin: number, part: 'all' | 'target' = 'all', side = margin) {
  const near = court.walls || part === 'all' ? -court.halfLength - margin : -margin * 0.6;
  const far = court.walls ? (part === 'all' ? court.walls.out : 0) + margin : court.halfLength + margin;
  const wide = court.halfWidth.doubles + side;
  return lie === 'across'
    ? { x: near, y: -wide, width: far - near, height: 2 * wide }
    : { x: -wide, y: -far, width: 2 * wide, height: far - near };
}

/** The flight of a ball seen from above, bowed a little so that feed and stroke stay apart. */
export function flight(from: Point, to: Point, bow: number): string {
  const mid = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const c = { x: mid.x - (to.y - from.y) * bow, y: mid.y + (to.x - from.x) * bow };
  return `M${from.x} ${from.y}Q${c.x} ${c.y} ${to.x} ${to.y}`;
}

/**
 * How much larger words and handles are drawn where a picture is narrower than
 * so many pixels. A picture that is hidden or being resized has no width at all.
 */
export const enlarged = (pixels: number, width: number): number => Math.max(1, pixels / Math.max(160, width));
