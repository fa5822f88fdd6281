import { expect, test, type Club } from './club';
import type { Page } from '@playwright/test';
import { v7 } from 'uuid';

type Any = Record<string, unknown>;

/** A lesson of three, made through the API: the corners in turns, and a game too long for its minutes. */
async function lessonOfThree(page: Page, club: Club) {
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

test('a plan says whether everybody will be done and what is left, on its workbench too, and mends a game', async ({
  page,
  club
}) => {
  const lesson = await lessonOfThree(page, club);
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  const results = page.getByRole('region', { name: 'Results' });
  const said = (label: RegExp) => results.getByRole('button', { name: label });

  // Each by themselves, how many of the goals, which one is left, and all of them together.
  await expect(said(/^Chance that all finish/)).toBeVisible();
  await expect(said(/^Chance to finish/)).toHaveCount(3);
  await expect(
    results.getByText(/About \d\.\d of 8 goals\. Left most often: .* in a row\./).first()
  ).toBeVisible();
  const all = Number(/(\d+)/.exec((await said(/^Chance that all finish/).getAttribute('aria-label'))!)![1]);
  for (const one of await said(/^Chance to finish/).all()) {
    const chance = Number(/(\d+)/.exec((await one.getAttribute('aria-label'))!)![1]);
    expect(all).toBeLessThanOrEqual(chance);
  }
  // How it was calculated is one press away.
  await said(/^Chance that all finish/).click();
  await expect(page.getByText('plays in which everybody met all goals ÷ plays')).toBeVisible();
  await page.keyboard.press('Escape');

  // The workbench of the lesson's drill speaks of the same three.
  await page.getByRole('button', { name: 'Edit drill' }).click();
  const bench = page.getByRole('group', { name: 'Results' });
  await expect(bench.getByRole('button', { name: /^Odile finishes/ })).toBeVisible();
  await expect(bench.getByRole('button', { name: /^Teo finishes/ })).toBeVisible();
  await expect(page.getByText('3 students, 40 min, as in the lesson')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the block' }).click();

  // Two minutes a round are too few for a game to 11: it is said, and one press mends it.
  await page.getByText('To eleven').first().click();
  await expect(page.getByText(/Games will stay unfinished/)).toBeVisible();
  await page.getByRole('button', { name: /^Play to \d/ }).click();
  await expect(page.getByText(/Games will stay unfinished/)).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/Games will stay unfinished/)).toBeVisible();
});
