import { begin, expect, openToday, signIn, test } from '../e2e/club';
import type { Page } from '@playwright/test';
import { v7 } from 'uuid';

const picture = async (page: Page, name: string) => {
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `../docs/screenshots/${name}.png`, animations: 'disabled' });
};

test('the main views, from the demo', async ({ page, club }) => {
  await page.goto(club.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await picture(page, 'today');
  await openToday(page, club);
  await picture(page, 'lesson');
  await page
    .getByRole('button', { name: /^Chance to finish/ })
    .first()
    .click();
  await picture(page, 'how-reckoned');
  await page.keyboard.press('Escape');
  await page.goto(`${club.url}/lessons/new`);
  await page.getByRole('button', { name: 'Orange eight' }).click();
  await page.getByLabel('Start').fill('20:00');
  await page.getByLabel('Start').press('Enter'); // after today's lesson, at whatever hour the pictures are taken
  await expect(page.getByRole('article')).toHaveCount(3);
  await expect(page.getByRole('article').first(), 'drafts of that hour and court').toContainText('20:00');
  await picture(page, 'new-lesson');
  await page.getByRole('button', { name: 'Use this draft' }).first().click();
  await page.getByRole('button', { name: 'Watch it' }).click();
  const watch = page.getByRole('region', { name: 'Watch one play of the lesson' });
  await watch.getByRole('button', { name: 'Pause' }).click();
  await page
    .getByRole('button', { name: /^Drill: / })
    .last()
    .click();
  for (let i = 0; i < 40; i++) await watch.getByRole('button', { name: 'Next ball' }).click();
  await page.waitForTimeout(400); // names have moved
  await picture(page, 'watch');
  await watch.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: /^Each student/ }).click();
  await picture(page, 'each-student');
  await page.getByRole('link', { name: 'Lesson sheet' }).click();
  await expect(page.getByRole('region', { name: 'Court set-up' })).toBeVisible();
  await picture(page, 'sheet');
  for (const [path, name] of [['/log', 'log']] as const) {
    await page.goto(club.url + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await picture(page, name);
  }
  await page.getByRole('link', { name: 'Rhythm and four serves' }).first().click();
  await page.getByRole('button', { name: 'Add or correct a count' }).first().click();
  await picture(page, 'run');
  await page.goto(`${club.url}/games/firstServeBonus`);
  await expect(page.getByText(/^Between equal players/)).toBeVisible();
  await picture(page, 'game');
  await page.goto(`${club.url}/log`);
  await page.getByRole('link', { name: 'Wren' }).first().click();
  await expect(page.getByRole('heading', { name: 'Wren Ashdown' })).toBeVisible();
  await picture(page, 'student');
  await page.goto(`${club.url}/weeks`);
  await expect(page.getByRole('group', { name: 'Calendar' })).toBeVisible();
  await picture(page, 'weeks');
  await page.goto(`${club.url}/ladders/stroke-control-first`);
  await expect(page.getByRole('list', { name: /^Rungs of/ })).toBeVisible();
  await picture(page, 'ladder');

  await page.goto(`${club.url}/drills`);
  await expect(page.getByRole('list', { name: 'Drills' }).getByRole('link').first()).toBeVisible();
  await picture(page, 'drills');
  await page.goto(`${club.url}/drills/deep-past-marker`);
  await expect(page.getByRole('list', { name: 'Variations' }).getByRole('button').first()).toBeVisible();
  await page.getByRole('button', { name: /^Stage 1: Half pace/ }).click();
  await picture(page, 'workbench');

  await page.goto(`${club.url}/reckon/target?spot=deuceCorner&cost=1`);
  await expect(page.locator('[aria-live=polite]')).not.toBeEmpty();
  await picture(page, 'reckoner-target');

  // Courtside on a phone: ten views on two sheets.
  await page.setViewportSize({ width: 390, height: 844 });
  const views: Buffer[] = [];
  const view = async () => {
    await page.waitForTimeout(400);
    views.push(await page.screenshot());
  };
  const group = await page.request.get(`${club.url}/api/v1/lessons?limit=200`);
  type Listed = { id: string; title: string; students: string[]; runStatus?: string };
  const { items: all } = (await group.json()) as { items: Listed[] };
  const eight = all.find((l) => l.students.length === 8 && l.runStatus !== 'finished')!;
  const today = all.find((l) => l.title === 'Short balls to match play')!;
  const path = `${club.url}/api/v1/lessons/${eight.id}`;
  const lesson = await (await page.request.get(path)).json();
  const line = lesson.blocks.findLast((b: { drill?: unknown }) => b.drill);
  line.arrangement = { manner: 'posts', feeders: 0, collectors: 2 };
  line.drill.hitters = 2;
  await page.request.put(path, { data: lesson });
  const button = (name: string | RegExp) =>
    page.getByRole('button', { name, exact: typeof name === 'string' }).first();
  await page.goto(`${club.url}/lessons/${today.id}`);
  await button('Run courtside').click();
  await button('Start').click();
  await expect(page.getByRole('region', { name: 'Role of this minute' })).toBeVisible();
  await view();
  await button(/^Next: Short ball/).click();
  await expect(button('Ready')).toBeVisible();
  await view();
  await button('Ready').click();
  for (let good = 1; good <= 6; good++) {
    await button('Good').click();
    await expect(page.getByText(`${good} of ${good}`, { exact: true })).toBeVisible();
  }
  await view();
  await button(/^Next: Short-ball game/).click();
  const ready = button('Ready');
  if (await ready.count()) await ready.click();
  for (let points = 1; points <= 5; points++) {
    await button(/^Point to Wren/).click();
    await expect(button(new RegExp(`^Point to Wren, now on ${points}`))).toBeVisible();
  }
  await view();
  await page.goto(`${club.url}/lessons/${eight.id}`);
  await button('Run courtside').click();
  await button('Start the clock').click();
  await button(/^Lesson menu: /).click();
  await button(new RegExp(`^${line.title}`)).click();
  await button('Ready').click();
  await expect(page.getByRole('region', { name: 'Turn' })).toBeVisible();
  // A press may end the turn, and there is nothing more to press.
  for (let i = 0; i < 40 && !(await button(/^Change\. /).count()); i++)
    await button(/^Good/)
      .click({ timeout: 2000 })
      .catch(() => undefined);
  await expect(button(/^Change\. /)).toBeVisible();
  await view();
  await page.keyboard.press('l');
  await view();
  await page.keyboard.press('Escape');
  await page.keyboard.press('c');
  await button('Six corners').click();
  await page.getByRole('button', { name: 'Start', exact: true }).last().click();
  await page.waitForTimeout(2500);
  await view();
  await button('Stop').click();
  await button('Back').click();
  await page.keyboard.press('l');
  await button('Finish lesson').click();
  await button(/^Give everyone 7/).click();
  await view();
  await page.setViewportSize({ width: 390, height: 844 });
  const machine = await page.request.get(`${club.url}/api/v1/drills/table-machine-push-open`);
  const { drill } = (await machine.json()) as { drill: { title: string } };
  const fed = {
    id: v7(),
    version: 0,
    title: 'By machine',
    aim: '',
    date: lesson.date,
    start: '20:00',
    slotMinutes: 30,
    court: 'tableTennis',
    students: lesson.students.slice(0, 2),
    blocks: [{ id: v7(), kind: 'drill', title: drill.title, minutes: 20, drill }]
  };
  const put = await page.request.put(`${club.url}/api/v1/lessons/${fed.id}`, { data: fed });
  expect(put.ok(), await put.text()).toBe(true);
  await page.goto(`${club.url}/lessons/${fed.id}`);
  await button('Run courtside').click();
  await begin(page);
  await button(/^Feed by ball machine/).click();
  await button(/^Start the machine/).click();
  await expect(page.getByText(/^ball 3 of/)).toBeVisible();
  await view();
  await button('■ Stop').click();
  await button('Count by hand').click();
  await page.keyboard.press('l');
  await button('Count without the screen…').click();
  for (const [key, does] of [
    ['PageDown', 'Good'],
    ['PageUp', 'Miss']
  ] as const) {
    await page.keyboard.press(key);
    await page
      .getByRole('dialog', { name: 'Count without the screen' })
      .getByRole('button', { name: does, exact: true })
      .click();
  }
  await view();
  for (const [n, name] of ['courtside', 'courtside-more'].entries()) {
    const shown = n ? [5, 6, 1, 7, 8, 9] : [0, 2, 4, 3];
    await page.setViewportSize({ width: shown.length * (390 + 16) + 16, height: 844 + 32 });
    const images = shown.map((i) => `<img src="data:image/png;base64,${views[i]!.toString('base64')}">`);
    await page.setContent(
      `<body style="margin:16px;display:flex;gap:16px;background:#8a8f86">${images.join('')}</body>`
    );
    await picture(page, name);
  }
});

test('letting a phone in', async ({ browser, reached }) => {
  const context = await browser.newContext({
    ignoreHTTPSErrors: true,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB'
  });
  const page = await context.newPage();
  await signIn(page, reached);
  await page.getByRole('button', { name: 'Assistant' }).click();
  await expect(page.getByLabel('Six digits')).toBeVisible();
  await picture(page, 'phone');
  await context.close();
});
