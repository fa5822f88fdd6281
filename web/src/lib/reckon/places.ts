import type { Court, Place, Point } from '$lib/api/client';

/**
 * Where the places of a rotation lie on a court, in the order the core lists
 * them. Only a drawing: a coach puts people where there is room.
 */
export function layOut(kind: string, places: Pick<Place, 'doing'>[], court: Court): Point[] {
  const w = court.halfWidth.doubles;
  const l = court.halfLength;
  const near = court.walls ? -0.62 * l : -0.92 * l;
  const waitingFrom = places.findIndex((p) => p.doing === 'waiting');
  const first = waitingFrom < 0 ? places.length : waitingFrom;
  /** A file behind the hitters, or along the side where there are walls. */
  const file = (i: number, x: number): Point =>
    court.walls ? { x, y: -l * 0.8 - i * l * 0.05 } : { x, y: -l * 1.1 - i * l * 0.11 };
  return places.map(({ doing }, i) => {
    const queue = i - first;
    if (kind === 'stations') {
      const columns = Math.ceil(places.length / 2);
      return {
        x: (i % 2 ? 0.55 : -0.55) * w,
        y: -0.85 * l + (Math.floor(i / 2) * 1.7 * l) / Math.max(1, columns - 1)
      };
    }
    if (kind === 'onDeck') {
      // Left and right as the players themselves see it, facing the net; from deck they come in at the back.
      const spots: Point[] = [
        { x: 0.4 * w, y: 0.28 * l },
        { x: -0.4 * w, y: 0.28 * l },
        { x: -0.4 * w, y: near },
        { x: 0.4 * w, y: near }
      ];
      return spots[i] ?? { x: 1.16 * w, y: -0.5 * l + queue * l * 0.16 };
    }
    if (kind === 'winnersStay')
      return i === 0
        ? { x: 0, y: near }
        : i === 1
          ? { x: 0, y: court.walls ? near + 0.2 * l : 0.92 * l }
          : { x: -1.16 * w, y: 0.1 * l - queue * l * 0.16 };
    if (kind === 'twoLines')
      return i === 0
        ? { x: -0.5 * w, y: near }
        : i === 1
          ? { x: 0.5 * w, y: near }
          : file(Math.floor(queue / 2), queue % 2 ? 0.5 * w : -0.5 * w);
    if (doing === 'feeding') return { x: 0, y: court.walls ? -0.3 * l : 0.18 * l };
    if (doing === 'collecting') return { x: 0.7 * w, y: court.walls ? -0.1 * l : 0.9 * l };
    if (i === 0) return { x: 0, y: near };
    return file(queue, 0);
  });
}
