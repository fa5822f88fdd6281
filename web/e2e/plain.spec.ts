import type { Page } from '@playwright/test';
import { v7 } from 'uuid';
import { begin, type Club, expect, finish, test, unfold } from './club';

// Words and names on screen: each person is told from the others, and no id is ever read.

type Any = Record<string, unknown>;
async function ask<T = Any>(page: Page, club: Club, method: string, path: string, data?: Any): Promise<T> {
  const answer = await page.request.fetch(`${club.url}/api/v1${path}`, { method, data });
  expect(answer.ok(), `${method} ${path}: ${await answer.text()}`).toBe(true);
  return (await answer.json()) as T;
}
async function student(page: Page, club: Club, name: string) {
  const s = { id: v7(), version: 0, name, hand: 'right', level: 'club' };
  await ask(page, club, 'PUT', `/students/${s.id}`, s);
  return s.id;
}
async function lesson(page: Page, club: Club, students: string[], block: Any) {
  const l = {
    id: v7(),
    version: 0,
    title: 'Names',
    aim: '',
    date: new Date().toISOString().slice(0, 10),
    start: '21:00',
    slotMinutes: 60,
    court: 'tennis',
    students,
    blocks: [{ id: v7(), minutes: 20, ...block }]
  };
  await ask(page, club, 'PUT', `/lessons/${l.id}`, l);
  return l.id;
}

test('the beginning of one name selects that student, on every list of names', async ({ page, club }) => {
  await page.goto(`${club.url}/students`);
  const field = page.getByRole('textbox', { name: 'Find or add a student' });
  await field.fill('Otto Quill');
  await field.press('Enter');
  await expect(field).toHaveValue('');
  // "Otto" and Enter opens Otto Quill, and makes no second Otto.
  await field.fill('Otto');
  await expect(page.getByText('Press Enter to open Otto Quill.')).toBeVisible();
  await field.press('Enter');
  await expect(page.getByRole('heading', { name: 'Otto Quill' })).toBeVisible();
  await page.goto(`${club.url}/lessons/new`);
  const who = page.getByRole('combobox', { name: 'Who is coming?' });
  await who.fill('otto');
  await who.press('Enter');
  const chosen = page.getByRole('list', { name: 'Students in this lesson' });
  await expect(chosen.getByRole('listitem')).toHaveText(/^Otto Quill/);
  // Once more: he is there already, and nobody new is made by the way.
  await who.fill('Otto');
  await who.press('Enter');
  await expect(page.getByText('Otto Quill is already in this lesson.')).toBeVisible();
  // Another Otto can still be made on purpose.
  await who.press('ArrowDown');
  await who.press('Enter');
  await expect(chosen.getByRole('listitem')).toHaveCount(2);
  const all = await ask<{ name: string }[]>(page, club, 'GET', '/students');
  expect(
    all
      .filter((s) => s.name.startsWith('Otto'))
      .map((s) => s.name)
      .toSorted()
  ).toEqual(['Otto', 'Otto Quill']);
});

test('names typed one after the other are all there, however slow the server is', async ({ page, club }) => {
  await page.route('**/api/v1/students/*', async (route) => {
    await new Promise((done) => setTimeout(done, 600));
    await route.continue();
  });
  await page.goto(`${club.url}/lessons/new`);
  const field = page.getByLabel('Who is coming?').first();
  await field.focus();
  for (const name of ['Otto Quill', 'Otto Vale', 'Ursa Penn']) {
    await page.keyboard.type(name);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.type('Br');
  const there = page.getByRole('list', { name: 'Students in this lesson' }).getByRole('listitem');
  await expect(there).toHaveCount(3);
  await expect(there).toContainText(['Otto Quill', 'Otto Vale', 'Ursa Penn']);
  await expect(field).toHaveValue('Br');
});

test('two with one first name are told apart in the plan, on court and in the log', async ({
  page,
  club
}) => {
  const students = [
    await student(page, club, 'Otto Quill'),
    await student(page, club, 'Otto Reed'),
    await student(page, club, 'Ida Fenn')
  ];
  const { drill } = await ask<{ drill: Any }>(page, club, 'GET', '/drills/short-ball-corners');
  const id = await lesson(page, club, students, { kind: 'drill', title: drill.title, drill });
  await page.goto(`${club.url}/lessons/${id}`);
  await expect(page.getByRole('img', { name: /^Otto Q: / })).toBeVisible();
  await expect(page.getByRole('img', { name: /^Otto R: / })).toBeVisible();
  await expect(page.getByRole('img', { name: /^Ida: / })).toBeVisible();
  // The server's sentences call them so too.
  await expect(page.getByText(/Otto Q needs/)).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('button', { name: 'Run courtside' }).click();
  await begin(page, { hold: true });
  await expect(page.getByRole('button', { name: /^Count Otto Q,/ })).toBeVisible();
  await page.getByRole('button', { name: 'Good', exact: true }).click();
  await expect(page.getByText('all saved')).toBeVisible();
  await page.goto(`${club.url}/log`);
  await expect(page.getByRole('article').first()).toContainText('Otto Q');
});

test('two games that ended alike on one court both stand on the student’s page', async ({ page, club }) => {
  const names = ['Ida Fenn', 'Bo Larch', 'Cleo Marsh'];
  const ids = [];
  for (const n of names) ids.push(await student(page, club, n));
  const game = await ask(page, club, 'GET', '/games/shortBall11');
  const match = {
    rules: { ...(game.rules as Any), to: 1, toB: undefined, winBy: 1, feedChangesEvery: 0 },
    start: game.start,
    cue: game.how,
    side: 1
  };
  const id = await lesson(page, club, ids, {
    kind: 'game',
    title: 'Winners stay',
    match,
    arrangement: { manner: 'winnersStay' }
  });
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${club.url}/lessons/${id}`);
  await page.getByRole('button', { name: 'Run courtside' }).click();
  await begin(page);
  // Ida beats Bo 1–0, then Cleo 1–0, on the same court of the same block.
  await expect(page.getByRole('button', { name: /^Point to Bo/ })).toBeVisible();
  await page.getByRole('button', { name: /^Point to Ida/ }).click();
  await expect(page.getByText('Game: 1–0')).toBeVisible();
  await page.getByRole('button', { name: /^Point to Ida/ }).click(); // the next rally is the next pair's
  await expect(page.getByRole('button', { name: /^Point to Cleo/ })).toBeVisible();
  await finish(page);
  await page.goto(`${club.url}/students/${ids[0]}`);
  await unfold(page, 'Games');
  await expect(page.getByRole('row', { name: /against Bo 1–0/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /against Cleo 1–0/ })).toBeVisible();
});

/** What a person reads of the page: its text, and what its controls and pictures are called. */
const read = (page: Page) =>
  page.evaluate(() => {
    const out: string[] = [];
    const walk = (e: Element) => {
      const style = getComputedStyle(e);
      if (style.display === 'none' || style.visibility === 'hidden') return;
      for (const a of ['aria-label', 'title', 'placeholder', 'aria-valuetext']) {
        const said = e.getAttribute(a);
        if (said !== null) out.push(said);
      }
      if (e.tagName === 'OPTION' || e.tagName === 'OPTGROUP') out.push((e as HTMLOptionElement).label);
      for (const c of e.childNodes)
        if (c.nodeType === 3) out.push(c.textContent ?? '');
        else if (c.nodeType === 1 && !/^(SCRIPT|STYLE)$/.test((c as Element).tagName)) walk(c as Element);
    };
    walk(document.body);
    return out.map((s) => s.replace(/\s+/g, ' ').trim()).filter(Boolean);
  });

test('no view shows an id, a field name or a figure that is none', async ({ page, club }) => {
  const { items: lessons } = await ask<{ items: { id: string }[] }>(page, club, 'GET', '/lessons');
  const students = await ask<{ id: string }[]>(page, club, 'GET', '/students');
  const { items: runs } = await ask<{ items: { id: string }[] }>(page, club, 'GET', '/runs');
  const paths = [
    ...[
      '/',
      '/lessons',
      '/lessons/new',
      '/weeks',
      '/students',
      '/drills',
      '/ladders',
      '/games',
      '/log',
      '/read'
    ],
    ...['/drills/line-deep-short-deep', '/drills/squash-three-choices', '/games/guardMarker', '/phone'],
    '/ladders/short-ball-pressure',
    ...['flight', 'target', 'goal', 'race', 'angle', 'rotation', 'tempo'].map((q) => `/reckon/${q}`),
    ...lessons.slice(0, 3).flatMap((l) => [`/lessons/${l.id}`, `/lessons/${l.id}/sheet`]),
    ...students.slice(0, 2).flatMap((s) => ['', '/report', '/card'].map((p) => `/students/${s.id}${p}`)),
    ...runs.slice(0, 2).map((r) => `/log/${r.id}`)
  ];
  for (const path of paths) {
    await page.goto(club.url + path);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await expect(page.getByText('Loading…', { exact: true }).filter({ visible: true })).toHaveCount(0);
    const wrong = (await read(page)).filter(
      (s) =>
        /(^|[^A-Za-z])[a-z]+[A-Z][a-z]+/.test(s) || // setUp, midBeforeTheBoxes
        /\b(undefined|NaN|null|true|false|\[object)\b/.test(s) ||
        /[0-9a-f]{8}-[0-9a-f]{4}-7/.test(s)
    );
    expect(wrong, path).toEqual([]);
  }
});

test('how to read it is one screen, one press from the help', async ({ page, club }) => {
  await page.goto(club.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('?');
  await page.getByRole('link', { name: 'How to read it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'How to read it' })).toBeVisible();
  await expect(
    page.getByRole('list', { name: 'Symbols on the court' }).getByRole('listitem')
  ).not.toHaveCount(0);
  const tall = await page.evaluate(() => document.documentElement.scrollHeight);
  expect(tall, 'it is one screen').toBeLessThanOrEqual(900);
});
