import type { PatternTurn, Point } from '$lib/api/client';

/** Where the student is at a time, in seconds into the turn. */
export function studentAt(start: Point, turn: PatternTurn, at: number): Point {
  const stops: { t: number; p: Point }[] = [{ t: 0, p: start }];
  for (const b of turn.balls)
    stops.push({ t: Math.max(b.release, stops.at(-1)!.t), p: b.leg.stands }, { t: b.contact, p: b.at });
  const i = stops.findIndex((s) => s.t >= at);
  if (i <= 0) return i === 0 ? start : stops.at(-1)!.p;
  const [a, b] = [stops[i - 1]!, stops[i]!];
  const k = (at - a.t) / Math.max(1e-6, b.t - a.t);
  return { x: a.p.x + k * (b.p.x - a.p.x), y: a.p.y + k * (b.p.y - a.p.y) };
}

/** Where the ball in play is at that time, with its height; none between balls. */
export function ballAt(turn: PatternTurn, at: number): { x: number; y: number; z: number } | undefined {
  const path = turn.balls.findLast((b) => b.release <= at && at <= b.contact + 0.05)?.path;
  if (!path?.length) return undefined;
  const i = Math.max(
    1,
    path.findIndex((q) => q.t >= at)
  );
  const [a, b] = [path[i - 1]!, path[i] ?? path.at(-1)!];
  const k = Math.min(1, Math.max(0, (at - a.t) / Math.max(1e-6, b.t - a.t)));
  return { x: a.x + k * (b.x - a.x), y: a.y + k * (b.y - a.y), z: a.z + k * (b.z - a.z) };
}
