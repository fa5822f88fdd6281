import type { TurnState } from './called';

/** What is known when something may have to be called aloud. */
export interface Moment {
  block: string;
  /** Of the block: seconds left, and how many it has. */
  left: number;
  seconds: number;
  /** The block after it, if any. */
  next: string;
  turn: TurnState | undefined;
  /** The change is due, and who does what then. */
  due: boolean;
  posts: string;
  /** The stage that the bell runs, by name. */
  stage: string;
}

/** Blocks from so many seconds have a half-time, which is called for a few seconds [trade]. */
const LONG = 240;
const A_WHILE = 5;

/**
 * What is to be called, by a key that says when it was: the same key is the same call. Nothing where there
 * is nothing to call. What comes first is said, for a voice says one thing at a time.
 */
export function callOf(m: Moment): { key: string; words: string } | undefined {
  const at = (key: string, words: string) => ({ key: `${m.block} ${key}`, words });
  const { turn } = m;
  const half = m.seconds / 2;
  if (m.left <= 0) return at('over', m.next ? `Time. Next: ${m.next}` : 'Time. That was the last block');
  if (m.due && turn) return at(`change ${turn.n}`, `Change. ${m.posts}`);
  if (m.left <= 10) return at('soon', 'Ten seconds');
  if (turn?.bell && m.stage) return at(`bell ${turn.n} ${m.stage}`, m.stage);
  if (turn?.by === 'balls' && turn.of && turn.of > 2 && turn.of - turn.balls === 1)
    return at(`last ${turn.n}`, 'Last ball');
  if (m.seconds >= LONG && m.left <= half && m.left > half - A_WHILE) return at('half', 'Half-time');
  return undefined;
}
