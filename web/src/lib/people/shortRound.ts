import { api, need, type Block, type Lesson } from '$lib/api/client';
import { empty, nextHour } from '$lib/lesson/create';
import { lastOf } from '$lib/lesson/lists';
import { today } from '$lib/units/when';
import { v7 } from 'uuid';

const TO = 7; // short, so that everybody meets everybody
const THREE_QUARTER = 'three-quarter-start';

/** A lesson of one round: everybody plays everybody, short games from three-quarter court where the sport has them. */
export async function shortRound(students: string[], name: string): Promise<Lesson> {
  const was = await lastOf(students);
  const court = was?.court ?? 'tennis';
  const templates = await need(api.GET('/api/v1/courts/{court}/blocks', { params: { path: { court } } }));
  let game: Block | undefined = templates.find((t) => t.kind === 'game');
  if (court.startsWith('tennis')) {
    const shelf = await need(
      api.GET('/api/v1/drills/{drill}', { params: { path: { drill: THREE_QUARTER } } })
    );
    const blank = empty({ students, court, date: today(), start: nextHour(), slotMinutes: 60 });
    const placed = await need(
      api.POST('/api/v1/lessons/place', { body: { lesson: blank, drill: shelf.drill } })
    );
    game = await need(api.POST('/api/v1/lessons/matchFrom', { body: placed.block }));
  }
  if (!game?.match) throw new Error('This sport has no game to rank by yet.');
  const rounds = students.length - 1 + (students.length % 2);
  const minutes = Math.min(90, Math.max(20, rounds * 5));
  const warm = templates.find((t) => t.kind === 'warmUp');
  const blocks: Block[] = [
    ...(warm ? [{ ...warm, id: v7() }] : []),
    {
      ...game,
      id: v7(),
      title: 'Short games, everyone meets',
      minutes,
      match: { ...game.match, rules: { ...game.match.rules, to: TO, winBy: 1 } },
      arrangement: { manner: 'roundRobin' }
    }
  ];
  return {
    ...empty({
      students,
      court,
      date: today(),
      start: nextHour(),
      slotMinutes: blocks.reduce((n, b) => n + b.minutes, 5),
      resources: was?.resources
    }),
    title: `${name}: ranking by games`,
    aim: 'Find even pairs',
    blocks
  };
}
