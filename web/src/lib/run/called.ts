import type { Block, Run } from '$lib/api/client';
import { sayLeft } from './clock';

export type TurnState = NonNullable<Run['state']['blocks'][number]['turn']>;
export type DueState = NonNullable<Run['state']['blocks'][number]['due']>;
export type Post = TurnState['now'][number];

const verbs: Record<string, string> = {
  hitter: 'Hit',
  feeder: 'Feed',
  collector: 'Collect',
  waiting: 'Wait',
  netLeft: 'Net left',
  netRight: 'Net right',
  backLeft: 'Back left',
  backRight: 'Back right'
};

/** Who does what, as it is called over a court: "Hit: Juno, Moss. Collect: Pip." */
export function sayPosts(posts: Post[], name: (id: string) => string, wait = 'Wait'): string {
  const out: string[] = [];
  const names = (p: Post) => p.students.map(name).join(', ');
  const courts = new Map<number, string[][]>();
  for (const p of posts) {
    if (p.place.court && p.place.side && !verbs[p.place.id]) {
      const sides = courts.get(p.place.court) ?? [];
      sides[p.place.side - 1] = [...(sides[p.place.side - 1] ?? []), ...p.students.map(name)];
      courts.set(p.place.court, sides);
    }
  }
  for (const [court, sides] of courts) {
    const game = sides.map((s) => s.join(' & ')).join(' against ');
    out.push(courts.size > 1 ? `Court ${court}: ${game}` : game);
  }
  for (const p of posts) {
    if (p.place.court && p.place.side && !verbs[p.place.id]) continue;
    if (!p.students.length) continue;
    const verb = p.place.id === 'waiting' ? wait : (verbs[p.place.id] ?? p.place.name);
    out.push(`${verb}: ${names(p)}`);
  }
  return out.join('. ');
}

/** The students at places that hit, in order. */
export const hitters = (posts: Post[]) =>
  posts.filter((p) => p.place.doing === 'hitting').flatMap((p) => p.students);

/** What is said of a turn above the buttons. */
export interface TurnWords {
  /** It is over: the change is called. */
  due: boolean;
  head: string;
  tail: string;
  /** Who is next, how the turn ends, and what the others do. */
  next: string;
  /** How full it is, from 0 to 1. */
  filled: number;
  /** What those do whose turn it is not, with the task that the plan gives them. */
  waits: string;
}

/** The words of a turn that is on, by the block's clock in milliseconds. */
export function sayTurn(
  turn: TurnState | undefined,
  block: Pick<Block, 'match' | 'waiting'> | undefined,
  ball: DueState | undefined,
  elapsed: number,
  name: (id: string) => string
): TurnWords {
  const waits = (block?.match ? 'On deck' : 'Wait') + (block?.waiting ? ` (${block.waiting})` : '');
  if (!turn) return { due: false, head: '', tail: '', next: '', filled: 0, waits };
  const into = elapsed - turn.from;
  const left = turn.ms ? (turn.ms - into) / 1000 : 0;
  const byTime = !!turn.ms && turn.by !== 'ends';
  const who = hitters(turn.now).map(name);
  const whose =
    who.length === 1 ? `${who[0]}’s turn` : who.length < 4 ? who.join(' & ') : `${who.length} hit`;
  const head =
    turn.by === 'score'
      ? 'Winner stays on'
      : turn.by === 'time' && block?.match
        ? `Round ${(turn.n % turn.round) + 1} of ${turn.round} · ${sayLeft(left)}`
        : turn.by === 'time'
          ? `Change in ${sayLeft(left)}`
          : turn.rests
            ? `${who.join(' & ')} steps in`
            : turn.by === 'rallies'
              ? `Ball ${Math.min(turn.balls + 1, turn.of ?? 0)} of ${turn.of}`
              : whose;
  const tail =
    turn.by === 'balls'
      ? `${turn.balls} of ${turn.of}`
      : turn.by === 'ends' && !turn.bell && ball
        ? `ball ${ball.ball}${turn.of && !turn.secret ? ` of ${turn.of}` : ''}`
        : '';
  const task =
    block?.waiting && turn.now.some((p) => p.place.doing === 'waiting') ? `Others: ${block.waiting}` : '';
  return {
    due: !turn.held && !turn.bell && (turn.full || (byTime && left <= 0)),
    head,
    tail,
    next: [comesNext(turn, name), turn.until && !turn.bell ? `Ends ${turn.until}` : '', task]
      .filter(Boolean)
      .join('. '),
    filled: turn.secret
      ? 0
      : byTime
        ? Math.min(1, into / turn.ms!)
        : turn.of
          ? Math.min(1, turn.balls / turn.of)
          : 0,
    waits
  };
}

function comesNext(turn: TurnState, name: (id: string) => string): string {
  if (!turn.next?.length) {
    const line = turn.now.find((p) => p.place.doing === 'waiting')?.students ?? [];
    return line.length ? `Next in: ${name(line[0]!)}` : '';
  }
  const comes = hitters(turn.next).filter((id) => !hitters(turn.now).includes(id));
  if (!comes.length) return '';
  const all = comes.map(name).join(', ');
  return turn.comes ? `${all} ${comes.length > 1 ? 'come' : 'comes'} up now` : `Next: ${all}`;
}
