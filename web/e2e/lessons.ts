import { expect, type Page } from '@playwright/test';
import { v7 } from 'uuid';
import type { Club } from './club';

type Any = Record<string, unknown>;

/** A lesson of three, made through the API: the corners in turns, and a game too long for its minutes. */
export async function lessonOfThree(page: Page, club: Club) {
  const ask = async <T>(method: string, path: string, data?: unknown): Promise<T> => {
    const answer = await page.request.fetch(`${club.url}/api/v1${path}`, { method, data: data as Any });
    expect(answer.ok(), `${method} ${path}: ${await answer.text()}`).toBe(true);
    return (await answer.json()) as T;
  };
  const students = [];
  for (const name of ['Odile', 'Rasmus', 'Teo']) {
    const s = { id: v7(), version: 0, name, hand: 'right', level: 'club' };
    await ask('PUT', `/students/${s.id}`, s);
    students.push(s.id);
  }
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
