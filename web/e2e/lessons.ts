import type { Page } from '@playwright/test';
import { v7 } from 'uuid';
import { begin, expect, type Club } from './club';

/* Lessons that walks make for themselves. */

export type Any = Record<string, unknown>;
export const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();

export type Ask = <T>(method: string, path: string, data?: unknown) => Promise<T>;
/** What asks the club's API, and expects that it is done. */
export function asks(page: Page, club: Club): Ask {
  return async (method, path, data) => {
    const answer = await page.request.fetch(`${club.url}/api/v1${path}`, { method, data: data as Any });
    expect(answer.ok(), `${method} ${path}: ${await answer.text()}`).toBe(true);
    return (await answer.json()) as never;
  };
}
/** New students of those names, by id. */
export async function taught(ask: Ask, names: string[]): Promise<string[]> {
  const ids = [];
  for (const name of names) {
    const s = { id: v7(), version: 0, name, hand: 'right', level: 'club' };
    await ask('PUT', `/students/${s.id}`, s);
    ids.push(s.id);
  }
  return ids;
}

/** A lesson of new students, begun on court. */
export async function lessonOf(page: Page, club: Club, names: string[], make: (ask: Ask) => Promise<Any[]>) {
  const ask = asks(page, club);
  const students = await taught(ask, names);
  const lesson = {
    id: v7(),
    version: 0,
    title: 'What a turn is',
    aim: '',
    date: new Date().toISOString().slice(0, 10),
    start: '21:00',
    slotMinutes: 60,
    court: 'tennis',
    students,
    blocks: await make(ask)
  };
  await ask('PUT', `/lessons/${lesson.id}`, lesson);
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  await button(page, 'Run courtside').tap();
  await begin(page);
  return { lesson, students, ask };
}
export const block = (title: string, rest: Any) => ({ id: v7(), title, minutes: 12, ...rest });
/** A block of a drill of the shelf, changed. */
export const drillBlock = async (ask: Ask, id: string, change: (d: Any) => Any = (d) => d) => {
  const { drill } = await ask<{ drill: Any }>('GET', `/drills/${id}`);
  return block(String(drill.title), { kind: 'drill', drill: change(drill) });
};
export const next = (page: Page) => button(page, /^Next: /).tap();
/** Everything that is pressed lies above the fold, and under nothing else. */
export async function fits(page: Page, where: string) {
  const hidden = await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('main button')]
      .filter((e) => e.offsetParent && !e.matches(':disabled'))
      .filter((e) => {
        const b = e.getBoundingClientRect();
        const on = (y: number) => e.contains(document.elementFromPoint(b.left + b.width / 2, y));
        return b.bottom > innerHeight + 0.5 || !on(b.top + 3) || !on(b.bottom - 3);
      })
      .map((e) => e.getAttribute('aria-label') ?? e.innerText)
  );
  expect(hidden, where).toEqual([]);
}

/** A lesson of three, made through the API: the corners in turns, and a game too long for its minutes. */
export async function lessonOfThree(page: Page, club: Club) {
  const ask = asks(page, club);
  const students = await taught(ask, ['Odile', 'Rasmus', 'Teo']);
  const { drill } = await ask<{ drill: Any }>('GET', '/drills/short-ball-corners');
  const game = await ask<Any>('GET', '/games/shortBall11');
  const lesson = {
    id: v7(),
    version: 0,
    title: 'Three of them',
    aim: '',
    date: new Date().toISOString().slice(0, 10),
    start: '21:00',
    slotMinutes: 60,
    court: 'tennis',
    students,
    blocks: [
      { id: v7(), title: 'Corners', minutes: 40, kind: 'drill', drill },
      {
        id: v7(),
        title: 'To eleven',
        minutes: 6,
        kind: 'game',
        match: { rules: game.rules, start: game.start, cue: game.how, side: 1 },
        arrangement: { manner: 'roundRobin' }
      }
    ]
  };
  await ask('PUT', `/lessons/${lesson.id}`, lesson);
  return lesson;
}
