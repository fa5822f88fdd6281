import type { Run } from '$lib/api/client';

export type TurnState = NonNullable<Run['state']['blocks'][number]['turn']>;
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
