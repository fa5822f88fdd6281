import type { Court, Drill, Point } from '$lib/api/client';
import { round, type Target } from './parts';

/** The drill with one more target, its size by the court's; the first one is aimed at by every goal. */
export function withTarget(d: Drill, court: Court, kind: Target['kind']): Drill {
  const s = court.halfLength / 11.885;
  const y = round((court.walls ? -0.86 : kind === 'gate' ? 0.42 : 0.77) * court.halfLength);
  const target: Target = {
    name: '',
    kind,
    at: { x: 0, y },
    radius: kind === 'circle' ? round(1.4 * s) : 0,
    width: kind === 'circle' ? 0 : round((kind === 'gate' ? 1.8 : 3) * s),
    depth: kind === 'box' ? round(3 * s) : 0,
    both: false,
    worth: 1
  };
  const stages = d.targets.length === 0 ? d.stages.map((st) => ({ ...st, target: 0 })) : d.stages;
  return { ...d, targets: [...d.targets, target], stages };
}

/** The drill with one more person, where somebody of that role usually stands. */
export function withPerson(d: Drill, court: Court, role: string): Drill {
  const l = court.halfLength;
  const w = court.halfWidth.doubles;
  const spots: Record<string, Point> = court.walls
    ? {
        feeder: { x: -w * 0.3, y: -l * 0.5 },
        partner: { x: w * 0.4, y: -l * 0.5 },
        hitter: { x: -w * 0.5, y: -l * 0.7 },
        waiting: { x: 0, y: -l * 0.97 },
        collector: { x: -w * 0.9, y: -l * 0.15 }
      }
    : {
        feeder: { x: 0, y: l * 0.55 },
        partner: { x: 0, y: l },
        hitter: { x: -w * 0.6, y: -l },
        waiting: { x: 0, y: -l - court.runBack * 0.6 },
        collector: { x: w * 1.13, y: l * 0.9 }
      };
  const at = spots[role] ?? { x: 0, y: -l * 0.5 };
  // Beside who stands there already, not on top of them.
  const taken = () => d.pattern.people.some((q) => Math.hypot(q.at.x - at.x, q.at.y - at.y) < w * 0.15);
  while (taken()) at.x += w * 0.3;
  const people = [...d.pattern.people, { role, at: { x: round(at.x), y: round(at.y) } }];
  return { ...d, pattern: { ...d.pattern, people } };
}

/** The drill with one more thing, ahead of the student. */
export function withThing(d: Drill, court: Court, kind: string): Drill {
  const at = { x: 0, y: round(court.halfLength * (court.walls ? -0.6 : 0.3)) };
  return { ...d, pattern: { ...d.pattern, objects: [...d.pattern.objects, { kind, at }] } };
}
