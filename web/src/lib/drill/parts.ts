import type { Court, Drill, Pattern, Point } from '$lib/api/client';

export type Feed = Pattern['feeds'][number];
export type Person = Pattern['people'][number];
export type Thing = Pattern['objects'][number];
export type Target = Drill['targets'][number];
export type Step = Drill['steps'][number];

/** What is in hand on the bench. */
export type Hand =
  | { part: 'student' }
  | { part: 'base' }
  | { part: 'ball'; i: number }
  | { part: 'aim'; i: number }
  | { part: 'go'; i: number }
  | { part: 'person'; i: number }
  | { part: 'thing'; i: number }
  | { part: 'target'; i: number };
export const sameHand = (a: Hand, b: Hand) =>
  a.part === b.part && ('i' in a ? a.i : 0) === ('i' in b ? b.i : 0);

export const hows = [
  { id: 'hand', name: 'by hand' },
  { id: 'racket', name: 'by racket' },
  { id: 'machine', name: 'by machine' },
  { id: 'live', name: 'from a rally' },
  { id: 'self', name: 'own toss or serve' },
  { id: 'shadow', name: 'no ball' }
] as const;
export const strokes = [
  { id: 'forehand', name: 'forehand' },
  { id: 'backhand', name: 'backhand' },
  { id: 'volley', name: 'volley' },
  { id: 'overhead', name: 'overhead' },
  { id: 'serve', name: 'serve' },
  { id: 'either', name: 'any' }
] as const;
export const directions = [
  { id: 'crossCourt', name: 'cross-court' },
  { id: 'straight', name: 'straight' },
  { id: 'middle', name: 'to the middle' },
  { id: 'anywhere', name: 'anywhere' }
] as const;
export const meets = [
  { id: 'falling', name: 'falling' },
  { id: 'rising', name: 'on the rise' },
  { id: 'inAir', name: 'in the air' }
] as const;
export const roles = [
  { id: 'feeder', name: 'Feeder' },
  { id: 'partner', name: 'Partner' },
  { id: 'hitter', name: 'Hitter' },
  { id: 'waiting', name: 'Line' },
  { id: 'collector', name: 'Collector' }
] as const;
export const kinds = [
  { id: 'cone', name: 'Cone' },
  { id: 'marker', name: 'Marker' },
  { id: 'basket', name: 'Basket' },
  { id: 'obstacle', name: 'Obstacle' },
  { id: 'machine', name: 'Machine' }
] as const;
export const focuses: Record<Drill['focus'], string> = {
  depth: 'Depth',
  direction: 'Direction',
  shortBall: 'Short ball',
  lowBall: 'Low ball',
  early: 'Taking it early',
  volley: 'Volleys',
  transition: 'Coming in',
  serveReturn: 'Serve and return',
  spin: 'Spin',
  footwork: 'Footwork',
  anticipation: 'Reading it',
  technique: 'Technique',
  rhythm: 'Rhythm',
  warmUp: 'Warm-up',
  pressure: 'Under pressure'
};
export const levels: Record<Drill['level'], string> = {
  beginner: 'beginner',
  club: 'club',
  performance: 'performance'
};
/** The bends of the feeds that one student can have. */
export const bends: Record<string, string> = {
  '': 'as all',
  mirror: 'other side',
  otherHand: 'other hand',
  reverse: 'other order',
  swapDepths: 'short for deep',
  onePlace: 'to one place',
  oneSide: 'to one side',
  shuffled: 'shuffled',
  fewer: 'one ball fewer'
};
export const afters: Record<Drill['after'], string> = {
  stay: 'stays on',
  backToLine: 'back to the line',
  swap: 'swaps',
  collect: 'collects',
  rotate: 'moves one place'
};
export const sports: Record<string, string> = {
  tennis: 'Tennis',
  tableTennis: 'Table tennis',
  badminton: 'Badminton',
  squash: 'Squash',
  pickleball: 'Pickleball'
};
export const letters = { easy: 'E', working: 'W', stretch: 'S', unreachable: 'U' } as const;
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

/** The drill with one thing of it changed. */
export function change(d: Drill, hand: Hand, to: Point, court: Court): Drill {
  const p = d.pattern;
  const put = (next: Partial<Pattern>): Drill => ({ ...d, pattern: { ...p, ...next } });
  const feeds = (i: number, next: Partial<Feed>) =>
    put({ feeds: p.feeds.map((f, j) => (j === i ? { ...f, ...next } : f)) });
  switch (hand.part) {
    case 'student':
      return put({ start: onFloor(to, court, 'near') });
    case 'base':
      return put({ base: onFloor(to, court, 'near') });
    case 'ball': {
      const at = onFloor(to, court, 'near');
      const f = p.feeds[hand.i]!;
      return feeds(hand.i, flown(f) ? { to: at } : { to: at, from: { ...f.from, ...at } });
    }
    case 'aim':
      return feeds(hand.i, { aim: onFloor(to, court) });
    case 'go':
      return feeds(hand.i, { go: onFloor(to, court, 'near') });
    case 'person': {
      const who = p.people[hand.i]!;
      const at = onFloor(to, court);
      // The balls go with whoever feeds them.
      const theirs = (f: Feed) => flown(f) && Math.hypot(f.from.x - who.at.x, f.from.y - who.at.y) < 0.6;
      const moved =
        who.role === 'feeder' || who.role === 'partner'
          ? p.feeds.map((f) => (theirs(f) ? { ...f, from: { ...f.from, ...at } } : f))
          : p.feeds;
      return put({ feeds: moved, people: p.people.map((q, j) => (j === hand.i ? { ...q, at } : q)) });
    }
    case 'thing':
      return put({ objects: p.objects.map((o, j) => (j === hand.i ? { ...o, at: onFloor(to, court) } : o)) });
    case 'target':
      return {
        ...d,
        targets: d.targets.map((t, j) => (j === hand.i ? { ...t, at: inTarget(to, court) } : t))
      };
  }
}
export const flown = (f: Feed) => f.how !== 'self' && f.how !== 'shadow';

/** Where what is in hand stands. */
export function placeOf(d: Drill, hand: Hand): Point | undefined {
  const p = d.pattern;
  switch (hand.part) {
    case 'student':
      return p.start;
    case 'base':
      return p.base;
    case 'ball':
      return p.feeds[hand.i]?.to;
    case 'aim':
      return p.feeds[hand.i]?.aim;
    case 'go':
      return p.feeds[hand.i]?.go;
    case 'person':
      return p.people[hand.i]?.at;
    case 'thing':
      return p.objects[hand.i]?.at;
    case 'target':
      return d.targets[hand.i]?.at;
  }
}

/** The drill without what is in hand; undefined where it cannot be without it. */
export function without(d: Drill, hand: Hand): Drill | undefined {
  const p = d.pattern;
  const rest = <T>(all: T[], i: number) => all.filter((_, j) => j !== i);
  switch (hand.part) {
    case 'ball':
      return p.feeds.length > 1
        ? { ...d, turnBalls: turns(d, p.feeds.length - 1), pattern: { ...p, feeds: rest(p.feeds, hand.i) } }
        : undefined;
    case 'aim':
    case 'go':
      return {
        ...d,
        pattern: { ...p, feeds: p.feeds.map((f, j) => (j === hand.i ? { ...f, [hand.part]: undefined } : f)) }
      };
    case 'person':
      return { ...d, pattern: { ...p, people: rest(p.people, hand.i) } };
    case 'thing':
      return { ...d, pattern: { ...p, objects: rest(p.objects, hand.i) } };
    case 'target':
      return {
        ...d,
        targets: rest(d.targets, hand.i),
        steps: d.steps.map((s) => ({
          ...s,
          target: s.target > hand.i ? s.target - 1 : s.target === hand.i ? 0 : s.target
        }))
      };
  }
  return undefined;
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

/** Balls in a turn when the pattern gets so many: as many rounds as before. */
export const turns = (d: Drill, feeds: number) =>
  Math.max(feeds, Math.round(d.turnBalls / d.pattern.feeds.length) * feeds);

/** The drill with what is in hand once more, a little aside, and that in hand. */
export function twice(d: Drill, hand: Hand): { drill: Drill; hand: Hand } | undefined {
  const p = d.pattern;
  const aside = (at: Point) => ({ x: round(at.x + 0.3), y: at.y });
  switch (hand.part) {
    case 'ball': {
      const f = p.feeds[hand.i]!;
      return {
        drill: {
          ...d,
          turnBalls: turns(d, p.feeds.length + 1),
          pattern: { ...p, feeds: p.feeds.toSpliced(hand.i + 1, 0, { ...f, to: aside(f.to) }) }
        },
        hand: { part: 'ball', i: hand.i + 1 }
      };
    }
    case 'person':
      return {
        drill: {
          ...d,
          pattern: { ...p, people: [...p.people, { ...p.people[hand.i]!, at: aside(p.people[hand.i]!.at) }] }
        },
        hand: { part: 'person', i: p.people.length }
      };
    case 'thing':
      return {
        drill: {
          ...d,
          pattern: {
            ...p,
            objects: [...p.objects, { ...p.objects[hand.i]!, at: aside(p.objects[hand.i]!.at) }]
          }
        },
        hand: { part: 'thing', i: p.objects.length }
      };
    case 'target':
      return {
        drill: { ...d, targets: [...d.targets, { ...d.targets[hand.i]!, at: aside(d.targets[hand.i]!.at) }] },
        hand: { part: 'target', i: d.targets.length }
      };
  }
  return undefined;
}

/** A new ball: like the last one, on the other side; from the feeder. */
export function nextBall(d: Drill): Feed {
  const last = d.pattern.feeds.at(-1)!;
  const other = {
    forehand: 'backhand',
    backhand: 'forehand',
    volley: 'volley',
    overhead: 'overhead',
    serve: 'serve',
    either: 'either'
  } as const;
  return {
    ...last,
    to: { x: round(-last.to.x || 1), y: last.to.y },
    stroke: other[last.stroke],
    go: undefined
  };
}

/** A drill from nothing on that court: a student, a feeder, one ball, one goal. */
export function blank(court: Court): Drill {
  const l = court.halfLength;
  const w = court.halfWidth.singles;
  const table = court.sport === 'tableTennis';
  const shuttle = court.sport === 'badminton';
  const from = court.walls ? { x: round(-w * 0.3), y: round(-l * 0.5) } : { x: 0, y: round(l * 0.55) };
  const start = { x: 0, y: round(court.walls ? -l * 0.56 : shuttle ? -l * 0.5 : -l * (table ? 1.35 : 1.03)) };
  const height = table ? 0.2 : shuttle ? 1.2 : court.walls ? 0.4 : round(0.8 * Math.sqrt(l / 11.885));
  return {
    format: 'hodometer.drill',
    version: 2,
    title: 'New drill',
    intent: '',
    focus: 'depth',
    level: 'club',
    situation: 'fed ball',
    players: { least: 1, best: 4, most: 8 },
    minutes: { least: 5, best: 10, most: 20 },
    hitters: 1,
    pattern: {
      court: court.id,
      area: 'singles',
      hand: 'right',
      start,
      base: start,
      shift: false,
      feeds: [
        {
          how: 'racket',
          from: { ...from, z: table ? 0.25 : shuttle ? 1.5 : 1 },
          to: { x: round(w * 0.4), y: round(-l * (court.walls ? 0.74 : shuttle ? 0.5 : 0.72)) },
          by: table ? 'speed' : 'clearance',
          want: table ? 6 : court.walls ? 2.6 : shuttle ? 1.2 : round(1.3 * Math.sqrt(l / 11.885)),
          topRpm: 0,
          sideRpm: 0,
          meet: shuttle ? 'inAir' : 'falling',
          height,
          stroke: 'forehand',
          gap: table ? 1.4 : 3.5
        }
      ],
      people: [{ role: 'feeder', at: from }],
      objects: []
    },
    targets: [],
    steps: [{ stroke: 'either', direction: 'anywhere', target: 0, goal: { kind: 'total', count: 10 } }],
    basket: 60,
    pickUpMinutes: 2,
    turnBalls: 1,
    after: 'backToLine',
    cues: [],
    cautions: [],
    kit: []
  };
}

/** What a thing is called in a list and to a screen reader. */
export function nameOf(d: Drill, hand: Hand): string {
  switch (hand.part) {
    case 'student':
      return 'Student’s start';
    case 'base':
      return 'Base';
    case 'ball':
      return `Ball ${hand.i + 1}`;
    case 'aim':
      return `Aim of ball ${hand.i + 1}`;
    case 'go':
      return `After ball ${hand.i + 1}`;
    case 'person': {
      const role = d.pattern.people[hand.i]?.role;
      const many = d.pattern.people.filter((q) => q.role === role).length > 1;
      const name = role === 'waiting' ? 'Waiting line' : (roles.find((r) => r.id === role)?.name ?? '');
      return many
        ? `${name} ${d.pattern.people.slice(0, hand.i + 1).filter((q) => q.role === role).length}`
        : name;
    }
    case 'thing': {
      const kind = d.pattern.objects[hand.i]?.kind;
      const many = d.pattern.objects.filter((o) => o.kind === kind).length > 1;
      const name = kinds.find((k) => k.id === kind)?.name ?? '';
      return many
        ? `${name} ${d.pattern.objects.slice(0, hand.i + 1).filter((o) => o.kind === kind).length}`
        : name;
    }
    case 'target':
      return d.targets[hand.i]?.name || `Target ${hand.i + 1}`;
  }
}

/** Everything that stands on the court, in the order of a list. */
export function everything(d: Drill): Hand[] {
  const p = d.pattern;
  return [
    { part: 'student' },
    { part: 'base' },
    ...p.feeds.flatMap((f, i): Hand[] => [
      { part: 'ball', i },
      ...(f.aim ? [{ part: 'aim', i } as Hand] : []),
      ...(f.go ? [{ part: 'go', i } as Hand] : [])
    ]),
    ...d.targets.map((_, i): Hand => ({ part: 'target', i })),
    ...p.people.map((_, i): Hand => ({ part: 'person', i })),
    ...p.objects.map((_, i): Hand => ({ part: 'thing', i }))
  ];
}
