import type { Court, Game, Point } from '$lib/api/client';

/** The court a game is drawn on: its own, else the first of its sports. */
export function courtOf(game: Game, courts: Court[], sport = ''): Court | undefined {
  const own = courts.find((c) => game.courts?.includes(c.id));
  return own ?? courts.find((c) => c.sport === (game.sports.includes(sport) ? sport : game.sports[0]));
}

/** Whether a game is played on that court. */
export const playedOn = (game: Game, court: Court) =>
  game.sports.includes(court.sport) && (!game.courts?.length || game.courts.includes(court.id));

/** Where the players of a side stand: side A near, side B far; between walls both in the one court. */
export function places(game: Game, court: Court): [Point[], Point[]] {
  const row = (side: 0 | 1): Point[] => {
    const n = game.players[side] ?? 1;
    const wide = court.halfWidth[n > 1 ? 'doubles' : 'singles'];
    const net = (side === 0 ? game.rules.net && n > 1 : false) || /net/i.test(game.sides[side] ?? '');
    const deep = court.walls
      ? -court.halfLength * (side === 0 ? 0.5 : 0.75)
      : (side === 0 ? -1 : 1) * court.halfLength * (net ? 0.25 : 0.92);
    return Array.from({ length: n }, (_, i) => ({
      x: court.walls ? (side === 0 ? -0.4 : 0.4) * wide : n === 1 ? 0 : wide * (((i + 0.5) / n) * 2 - 1),
      y: deep
    }));
  };
  return [row(0), row(1)];
}

/** Who feeds or serves first, in short. */
export function feeds(game: Game): string {
  const r = game.rules;
  switch (r.feeder) {
    case 'winner':
      return 'the winner of a rally feeds';
    case 'loser':
      return 'the loser of a rally feeds';
    case 'same':
      return 'the same player feeds';
  }
  if (!r.feedChangesEvery) return 'the coach feeds';
  return r.feedChangesEvery === 1 ? 'the feed changes each rally' : `${r.feedChangesEvery} feeds each`;
}

/** Where the points come from, each in a few words. */
export function points(game: Game): string[] {
  const r = game.rules;
  const out = [
    [
      `to ${r.to}${r.toB ? ` against ${r.toB}` : ''}`,
      r.winBy > 1 ? 'two ahead' : '',
      r.cap ? `at most ${r.cap}` : ''
    ]
      .filter(Boolean)
      .join(', ')
  ];
  if (r.set)
    out.push(
      `most of ${r.set.rallies} rallies: ${r.set.points}${r.set.sweep ? `, all of them: ${r.set.sweep}` : ''}`
    );
  else out.push(r.onlyNetScores ? 'only the feeding side scores' : 'a rally: 1');
  for (const m of r.marks ?? []) {
    const name = (m.words ?? '').toLowerCase();
    if (m.ends) out.push(`${name}: rally lost`);
    else if (m.worth) out.push(`${name}: ${m.worth}`);
    else if (m.times) out.push(`${name}: ×${m.times}`);
    else if (m.bonus) out.push(`${name}: +${m.bonus}`);
  }
  if (r.ownScores) out.push('each keeps a score of their own');
  return out;
}
