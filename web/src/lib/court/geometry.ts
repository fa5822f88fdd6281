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

/** The part of the floor to draw: the court with `margin` metres around it. */
export function frame(court: Court, lie: Lie, margin: number) {
  const long = court.halfLength + margin;
  const wide = court.halfWidth.doubles + margin;
  return lie === 'across'
    ? { x: -long, y: -wide, width: 2 * long, height: 2 * wide }
    : { x: -wide, y: -long, width: 2 * wide, height: 2 * long };
}

/** A step of the arrow keys on the screen as a step on the court. */
export function arrow(key: string, by: number, lie: Lie): Point | undefined {
  const steps: Record<string, Point> = {
    ArrowLeft: { x: -by, y: 0 },
    ArrowRight: { x: by, y: 0 },
    ArrowUp: { x: 0, y: -by },
    ArrowDown: { x: 0, y: by }
  };
  const step = steps[key];
  return step && fromView(step, lie);
}

/** The flight of a ball seen from above, bowed a little so that feed and stroke stay apart. */
export function flight(from: Point, to: Point, bow: number): string {
  const mid = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const c = { x: mid.x - (to.y - from.y) * bow, y: mid.y + (to.x - from.x) * bow };
  return `M${from.x} ${from.y}Q${c.x} ${c.y} ${to.x} ${to.y}`;
}
