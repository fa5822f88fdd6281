import type { BlockRotation, Court, Drill, Point } from '$lib/api/client';

/**
 * Where the places of a drill's rotation lie on its court, in the order the core
 * lists them. Only a drawing: hitters side by side where the drill starts, feeders
 * over the net, collectors behind, the line behind the baseline.
 */
export function placesOn(rotation: Pick<BlockRotation, 'places'>, drill: Drill, court: Court): Point[] {
  const w = court.halfWidth.doubles;
  const l = court.halfLength;
  const start = drill.pattern.start;
  const feeder = drill.pattern.people.find((p) => p.role === 'feeder')?.at ?? {
    x: 0,
    y: court.walls ? -0.35 * l : 0.3 * l
  };
  const waiting = drill.pattern.people.find((p) => p.role === 'waiting')?.at;
  const of = (doing: string) => rotation.places.filter((p) => p.doing === doing).length;
  const seen: Record<string, number> = {};
  return rotation.places.map((p) => {
    const i = (seen[p.doing] = (seen[p.doing] ?? -1) + 1);
    const n = of(p.doing);
    const across = (x: number) =>
      n === 1 ? x : (2 * (i + 0.5) - n) * (Math.min(0.42 * l, (2.1 * w) / n) / 2) * (n > 1 ? 1 : 0);
    if (p.doing === 'hitting') return { x: across(start.x), y: start.y };
    if (p.doing === 'feeding')
      return {
        x: across(feeder.x),
        y: court.walls ? -0.3 * l : court.table ? 1.25 * l : Math.max(0.16 * l, Math.min(0.5 * l, feeder.y))
      };
    if (p.doing === 'collecting')
      return { x: across(0.7 * w), y: court.walls ? -0.08 * l : court.table ? 1.5 * l : 0.95 * l };
    const row = Math.floor(i / 4);
    return {
      x: (waiting?.x ?? 0.35 * w) * 0.6 + ((i % 4) - 1.5) * 0.16 * l,
      y: court.walls ? -0.95 * l + row * 0.1 * l : -1.16 * l - row * 0.15 * l
    };
  });
}

/** The initials that tell people of one group apart: "W", or "Ju" and "Jo"; "OQ" for one called "Otto Q". */
export function initials(names: string[]): string[] {
  return names.map((name) => {
    const [given, ...rest] = name.split(' ');
    if (rest.length) return `${given?.[0] ?? ''}${rest.at(-1)}`.slice(0, 4);
    for (let n = 1; n <= 3; n++) {
      const short = name.slice(0, n);
      if (names.filter((o) => o.startsWith(short)).length === 1) return short;
    }
    return name.slice(0, 3);
  });
}

/** Who is the one or the other partner of a script's pairs, on paper all of them; one alone has the coach. */
export function partner(names: string[], pairs: number[][], which: number, all = false): string {
  const own = (pairs[which] ?? []).map((i) => names[i]).filter((n) => n !== undefined);
  if (names.length === 1 && own.length === 0) return 'Coach';
  if (own.length === 0) return `Student ${which + 1}`;
  return own.length > 3 && !all ? `${own.slice(0, 2).join(', ')} and ${own.length - 2} more` : own.join(', ');
}
