import type { Court, Drill, DrillCheck, Pattern, Point } from '$lib/api/client';
import { heading, label as wordOf, vocabulary } from '$lib/api/vocabulary';

export type Feed = Pattern['feeds'][number];
export type Person = Pattern['people'][number];
export type Thing = Pattern['objects'][number];
export type Target = Drill['targets'][number];
export type Step = Drill['stages'][number];

/** What is selected on the bench. */
export type Selection =
  | { part: 'student' }
  | { part: 'base' }
  | { part: 'ball'; i: number }
  | { part: 'aim'; i: number }
  | { part: 'go'; i: number }
  | { part: 'person'; i: number }
  | { part: 'thing'; i: number }
  | { part: 'target'; i: number };
export const sameThing = (a: Selection, b: Selection) =>
  a.part === b.part && ('i' in a ? a.i : 0) === ('i' in b ? b.i : 0);

/** The mark of each effort on the drawings; the letters of the words a coach reads. */
export const letters = { easy: 'E', working: 'M', stretch: 'H', unreachable: '–' } as const;
export const sayEffort = (e: keyof typeof letters) => wordOf(vocabulary.efforts, e);
/** What a student has left over at a ball, or is short of. */
export const sayToSpare = (seconds: number) =>
  seconds < -0.005 ? `${(-seconds).toFixed(2)} s short` : `${Math.abs(seconds).toFixed(2)} s to spare`;
export const efforts = {
  easy: '#1d5b34',
  working: '#1f4d47',
  stretch: '#7a4a00',
  unreachable: '#8f1d1d'
} as const;

export const round = (n: number) => Math.round(n * 100) / 100;
const least = (v: number, lo: number, hi: number) => round(Math.max(lo, Math.min(hi, v)));

/** The nearest place on the floor, and for what belongs to an end, at that end. */
export function onFloor(p: Point, court: Court, end: 'near' | 'far' | 'any' = 'any'): Point {
  const x = court.halfWidth.doubles + court.runSide;
  const y = court.halfLength + court.runBack;
  const far = court.walls ? 0 : y;
  return {
    x: least(p.x, -x, x),
    y: least(p.y, end === 'far' ? 0.05 : -y, end === 'near' ? Math.min(far, -0.02) : far)
  };
}
/** The nearest place where a target may stand. */
export function inTarget(p: Point, court: Court): Point {
  const w = court.halfWidth.doubles;
  return court.walls
    ? { x: least(p.x, -w, w), y: least(p.y, -court.halfLength + 0.02, -0.02) }
    : { x: least(p.x, -w, w), y: least(p.y, 0.05, court.halfLength) };
}

/**
 * The place a hand means that lets go near a line, the middle or a named spot:
 * there, when it is nearer than `reach` metres. Lines hold one direction each.
 */
export function snap(p: Point, court: Court, reach: number): Point {
  const spot = court.spots.find((s) => Math.hypot(s.at.x - p.x, s.at.y - p.y) < reach);
  if (spot) return spot.at;
  const xs = [0];
  const ys: number[] = [];
  for (const { from, to } of court.lines) {
    if (Math.abs(from.x - to.x) < 1e-6) xs.push(from.x);
    else if (Math.abs(from.y - to.y) < 1e-6) ys.push(from.y);
  }
  const near = (v: number, all: number[]) => {
    const best = all.reduce((b, l) => (Math.abs(l - v) < Math.abs(b - v) ? l : b), Infinity);
    return Math.abs(best - v) < reach * 0.6 ? best : v;
  };
  return { x: near(p.x, xs), y: near(p.y, ys) };
}

/** Who brings each ball, by their place among the people or the things; −1: neither. */
export type Sources = DrillCheck['edits']['sources'];
/** Somebody or something that can bring balls. */
export type Bringer = { part: 'person' | 'thing'; i: number };
export const bringers = (d: Drill): Bringer[] => [
  ...d.pattern.people.flatMap((q, i): Bringer[] =>
    q.role === 'feeder' || q.role === 'partner' ? [{ part: 'person', i }] : []
  ),
  ...d.pattern.objects.flatMap((o, i): Bringer[] => (o.kind === 'machine' ? [{ part: 'thing', i }] : []))
];
export const bringerOf = (s: Sources[number] | undefined): Bringer | undefined =>
  !s
    ? undefined
    : s.person >= 0
      ? { part: 'person', i: s.person }
      : s.thing >= 0
        ? { part: 'thing', i: s.thing }
        : undefined;
/** The balls that somebody or something brings. */
export const broughtBy = (sources: Sources, by: Selection) =>
  sources.flatMap((s, i) => {
    const b = bringerOf(s);
    return b && sameThing(b, by) ? [i] : [];
  });
/** "ball 2", "balls 1, 2 and 4"; they count from 0. */
export function sayBalls(balls: number[]) {
  const said = balls.map((i) => String(i + 1));
  const last = said.pop() ?? '';
  return said.length ? `balls ${said.join(', ')} and ${last}` : `ball ${last}`;
}

/** The drill with balls brought by somebody or something else. */
export function bring(d: Drill, balls: number[], by: Bringer): Drill {
  const p = d.pattern;
  const at = (by.part === 'person' ? p.people[by.i] : p.objects[by.i])!.at;
  const how = (f: Feed): Feed['how'] =>
    by.part === 'thing' ? 'machine' : f.how === 'machine' ? 'racket' : f.how;
  const feeds = p.feeds.map((f, j) =>
    balls.includes(j) && flown(f) ? { ...f, how: how(f), from: { ...f.from, x: at.x, y: at.y } } : f
  );
  return { ...d, pattern: { ...p, feeds } };
}

/** The drill with one thing of it changed. The balls go with whoever brings them. */
export function change(d: Drill, on: Selection, to: Point, court: Court, sources: Sources): Drill {
  const p = d.pattern;
  const put = (next: Partial<Pattern>): Drill => ({ ...d, pattern: { ...p, ...next } });
  const feeds = (i: number, next: Partial<Feed>) =>
    put({ feeds: p.feeds.map((f, j) => (j === i ? { ...f, ...next } : f)) });
  switch (on.part) {
    case 'student':
      return put({ start: onFloor(to, court, 'near') });
    case 'base':
      return put({ base: onFloor(to, court, 'near') });
    case 'ball': {
      const at = onFloor(to, court, 'near');
      const f = p.feeds[on.i]!;
      return feeds(on.i, flown(f) ? { to: at } : { to: at, from: { ...f.from, ...at } });
    }
    case 'aim':
      return feeds(on.i, { aim: onFloor(to, court) });
    case 'go':
      return feeds(on.i, { go: onFloor(to, court, 'near') });
    case 'person': {
      const at = onFloor(to, court);
      return bring(
        put({ people: p.people.map((q, j) => (j === on.i ? { ...q, at } : q)) }),
        broughtBy(sources, on),
        on
      );
    }
    case 'thing': {
      const at = onFloor(to, court);
      return bring(
        put({ objects: p.objects.map((o, j) => (j === on.i ? { ...o, at } : o)) }),
        broughtBy(sources, on),
        on
      );
    }
    case 'target':
      return {
        ...d,
        targets: d.targets.map((t, j) => (j === on.i ? { ...t, at: inTarget(to, court) } : t))
      };
  }
}
export const flown = (f: Feed) => f.how !== 'self' && f.how !== 'shadow';

/** Where what is selected stands. */
export function placeOf(d: Drill, on: Selection): Point | undefined {
  const p = d.pattern;
  switch (on.part) {
    case 'student':
      return p.start;
    case 'base':
      return p.base;
    case 'ball':
      return p.feeds[on.i]?.to;
    case 'aim':
      return p.feeds[on.i]?.aim;
    case 'go':
      return p.feeds[on.i]?.go;
    case 'person':
      return p.people[on.i]?.at;
    case 'thing':
      return p.objects[on.i]?.at;
    case 'target':
      return d.targets[on.i]?.at;
  }
}

/**
 * The drill without what is selected; undefined where it cannot be without it.
 * With a ball fewer, a turn has `turnBalls`.
 */
export function without(d: Drill, on: Selection, turnBalls: number): Drill | undefined {
  const p = d.pattern;
  const rest = <T>(all: T[], i: number) => all.filter((_, j) => j !== i);
  switch (on.part) {
    case 'ball':
      return p.feeds.length > 1
        ? { ...d, turnBalls, pattern: { ...p, feeds: rest(p.feeds, on.i) } }
        : undefined;
    case 'aim':
    case 'go':
      return {
        ...d,
        pattern: { ...p, feeds: p.feeds.map((f, j) => (j === on.i ? { ...f, [on.part]: undefined } : f)) }
      };
    case 'person':
      return { ...d, pattern: { ...p, people: rest(p.people, on.i) } };
    case 'thing':
      return { ...d, pattern: { ...p, objects: rest(p.objects, on.i) } };
    case 'target':
      return {
        ...d,
        targets: rest(d.targets, on.i),
        stages: d.stages.map((s) => ({
          ...s,
          target: s.target > on.i ? s.target - 1 : s.target === on.i ? 0 : s.target
        }))
      };
  }
  return undefined;
}

/** The drill with one more target, person or thing; the first target is aimed at by every goal. */
export function withOne<K extends 'targets' | 'people' | 'objects'>(
  d: Drill,
  of: K,
  one: DrillCheck['edits']['put'][K][string] | undefined
): Drill | undefined {
  if (!one) return undefined;
  if (of === 'targets') {
    const stages = d.targets.length ? d.stages : d.stages.map((s) => ({ ...s, target: 0 }));
    return { ...d, stages, targets: [...d.targets, one as Target] };
  }
  return { ...d, pattern: { ...d.pattern, [of]: [...d.pattern[of as 'people'], one] } };
}

/** The circle of a drill that is one ball to one circle at either corner: it is set out by dragging it. */
export const soleCircle = (d: Drill) =>
  d.targets.length === 1 &&
  d.targets[0]!.kind === 'circle' &&
  d.targets[0]!.both &&
  d.pattern.feeds.length === 1
    ? d.targets[0]
    : undefined;

/** Seconds from feed to feed, on average. */
export const betweenFeeds = (d: Drill) =>
  d.pattern.feeds.reduce((sum, f) => sum + f.gap, 0) / d.pattern.feeds.length;
/** The drill with its rhythm stretched or pressed to so many seconds from feed to feed. */
export function inRhythm(d: Drill, seconds: number): Drill {
  const k = seconds / betweenFeeds(d);
  return {
    ...d,
    pattern: {
      ...d.pattern,
      feeds: d.pattern.feeds.map((f) => ({ ...f, gap: round(Math.max(0.2, Math.min(60, f.gap * k))) }))
    }
  };
}

/**
 * The drill with what is selected once more, a little aside, and that selected.
 * With a ball more, a turn has `turnBalls`.
 */
export function twice(
  d: Drill,
  on: Selection,
  turnBalls: number
): { drill: Drill; selected: Selection } | undefined {
  const p = d.pattern;
  const aside = (at: Point) => ({ x: round(at.x + 0.3), y: at.y });
  switch (on.part) {
    case 'ball': {
      const f = p.feeds[on.i]!;
      return {
        drill: {
          ...d,
          turnBalls,
          pattern: { ...p, feeds: p.feeds.toSpliced(on.i + 1, 0, { ...f, to: aside(f.to) }) }
        },
        selected: { part: 'ball', i: on.i + 1 }
      };
    }
    case 'person':
      return {
        drill: {
          ...d,
          pattern: { ...p, people: [...p.people, { ...p.people[on.i]!, at: aside(p.people[on.i]!.at) }] }
        },
        selected: { part: 'person', i: p.people.length }
      };
    case 'thing':
      return {
        drill: {
          ...d,
          pattern: {
            ...p,
            objects: [...p.objects, { ...p.objects[on.i]!, at: aside(p.objects[on.i]!.at) }]
          }
        },
        selected: { part: 'thing', i: p.objects.length }
      };
    case 'target':
      return {
        drill: { ...d, targets: [...d.targets, { ...d.targets[on.i]!, at: aside(d.targets[on.i]!.at) }] },
        selected: { part: 'target', i: d.targets.length }
      };
  }
  return undefined;
}

/** What a thing is called in a list and to a screen reader. */
export function nameOf(d: Drill, on: Selection): string {
  switch (on.part) {
    case 'student':
      return 'Student’s start';
    case 'base':
      return 'Base';
    case 'ball':
      return `Ball ${on.i + 1}`;
    case 'aim':
      return `Aim of ball ${on.i + 1}`;
    case 'go':
      return `After ball ${on.i + 1}`;
    case 'person': {
      const role = d.pattern.people[on.i]?.role;
      const many = d.pattern.people.filter((q) => q.role === role).length > 1;
      const name = heading(vocabulary.roles, role ?? '');
      return many
        ? `${name} ${d.pattern.people.slice(0, on.i + 1).filter((q) => q.role === role).length}`
        : name;
    }
    case 'thing': {
      const kind = d.pattern.objects[on.i]?.kind;
      const many = d.pattern.objects.filter((o) => o.kind === kind).length > 1;
      const name = heading(vocabulary.objects, kind ?? '');
      return many
        ? `${name} ${d.pattern.objects.slice(0, on.i + 1).filter((o) => o.kind === kind).length}`
        : name;
    }
    case 'target':
      return d.targets[on.i]?.name || `Target ${on.i + 1}`;
  }
}

/** Everything that stands on the court, in the order of a list. */
export function everything(d: Drill): Selection[] {
  const p = d.pattern;
  return [
    { part: 'student' },
    { part: 'base' },
    ...p.feeds.flatMap((f, i): Selection[] => [
      { part: 'ball', i },
      ...(f.aim ? [{ part: 'aim', i } as Selection] : []),
      ...(f.go ? [{ part: 'go', i } as Selection] : [])
    ]),
    ...d.targets.map((_, i): Selection => ({ part: 'target', i })),
    ...p.people.map((_, i): Selection => ({ part: 'person', i })),
    ...p.objects.map((_, i): Selection => ({ part: 'thing', i }))
  ];
}
