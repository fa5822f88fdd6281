import type { MachineSetting } from '$lib/api/client';

/** A ball that was counted as it left the machine. */
interface Ball {
  id: string;
  /** When the student meets it, in ms since 1970. */
  met: number;
  n: number;
}
/** What is remembered: a tap is never about a ball from long before. */
const FEW = 12;

/**
 * The balls of a machine count by themselves, all as good or all as missed; a tap says of the last one that the
 * student has met that it was the other.
 */
export class Fed {
  /** What the coach taps; the others count by themselves. */
  taps = $state<'miss' | 'good'>('miss');
  /** The last one tapped. */
  last = $state<Ball>();
  #balls: Ball[] = [];
  #tapped: string[] = [];

  get counts(): 'miss' | 'good' {
    return this.taps === 'miss' ? 'good' : 'miss';
  }
  thrown(id: string, n: number, met: number) {
    this.#balls = [...this.#balls, { id, n, met }].slice(-FEW);
  }
  /** The ball that a tap is about; none where it was told already. */
  about(now: number): Ball | undefined {
    const ball = this.#balls.findLast((b) => b.met <= now) ?? this.#balls[0];
    return ball && !this.#tapped.includes(ball.id) ? ball : undefined;
  }
  tap(now: number): Ball | undefined {
    const ball = this.about(now);
    if (!ball) return undefined;
    this.#tapped = [...this.#tapped, ball.id].slice(-FEW);
    return (this.last = ball);
  }
  /** The last tap was wrong. */
  back(): Ball | undefined {
    const ball = this.last;
    this.#tapped = this.#tapped.filter((id) => id !== ball?.id);
    this.last = undefined;
    return ball;
  }
}

/** The setting that much faster or slower, to a whole ball a minute. */
export const rated = (s: MachineSetting, perMinute: number, times: number): MachineSetting => {
  const next = Math.round(perMinute * times);
  return { ...s, perMinute: next === Math.round(perMinute) ? next + Math.sign(times - 1) : next };
};
