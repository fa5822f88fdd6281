import type { Page } from '@playwright/test';
import { v7 } from 'uuid';
import { begin, eventually, expect, test, type Club } from './club';
import { asks, button, drillBlock, taught } from './lessons';

/* A drill fed by the ball machine, on a phone: its balls count by themselves. */

test.use({ serviceWorkers: 'allow', viewport: { width: 390, height: 664 } });

/** A lesson of one student with a drill that a machine feeds. */
async function planned(page: Page, club: Club, who?: string[]) {
  const ask = asks(page, club);
  const students = who ?? (await taught(ask, ['Quill Harrow']));
  const lesson = {
    id: v7(),
    version: 0,
    title: 'By machine',
    aim: '',
    date: new Date().toISOString().slice(0, 10),
    start: new Date().getHours() < 12 ? '20:00' : '05:00',
    slotMinutes: 30,
    court: 'tableTennis',
    students,
    blocks: [{ ...(await drillBlock(ask, 'table-machine-push-open')), minutes: 20 }]
  };
  await ask('PUT', `/lessons/${lesson.id}`, lesson);
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  return students;
}

interface Event {
  kind: string;
  as?: string;
  machine?: { perMinute: number; balls?: number; shuffled?: boolean };
}
async function counted(page: Page, club: Club) {
  const run = /court\/([0-9a-f-]+)/.exec(page.url())![1];
  const answer = await page.request.get(`${club.url}/api/v1/runs/${run}`);
  return (await answer.json()) as {
    events: Event[];
    state: {
      blocks: {
        machine?: { balls: number; good: number }[];
        students: { machine?: string; stages: { balls: number; good: number }[] }[];
      }[];
    };
  };
}

/** A press of a clicker that is no bounce of the one before. */
async function press(page: Page) {
  await page.waitForTimeout(200);
  await page.keyboard.press('PageUp');
}

test('sixty balls of the machine count by themselves, and the log knows how each was fed', async ({
  page,
  club
}) => {
  await club.kill();
  club.flags = ['--machine-times', '12', '--machine-hopper', '40'];
  await club.start();
  await page.addInitScript(() =>
    localStorage.setItem('remotes', JSON.stringify({ Keys: { PageUp: { does: 'miss', who: 0 } } }))
  );
  const students = await planned(page, club);

  // The plan shows what each step asks, and begins with the one chosen.
  const plan = page.getByRole('region', { name: 'Ball machine' });
  await expect(plan.getByRole('row', { name: /all 3 balls in order/ })).toContainText(/\d\.\d s/);
  await button(page, '2 of 3 balls in order').click();
  await expect(button(page, '2 of 3 balls in order')).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await button(page, 'Run courtside').click();
  await begin(page);
  await button(page, /^Feed by ball machine/).click();
  const sheet = page.getByRole('dialog', { name: 'Ball machine' });
  const setting = sheet.getByLabel('Setting');
  await expect(setting).toContainText('2 of 3 balls in order');
  await button(page, /^Start the machine/).click();
  await expect(button(page, '× Miss')).toBeVisible();
  await expect(setting).toContainText(/3\d left/);
  await button(page, '× Miss').click();
  await expect(button(page, /^Undo: ball \d+ was good/)).toBeVisible();

  // A clicker in the student's hand taps too.
  // The next ball must have been met: one ball is tapped once.
  const tapped = sheet.getByRole('button', { name: /^Undo: ball/ });
  const before = await tapped.textContent();
  for (let n = 0; n < 20 && (await tapped.textContent()) === before; n++) await press(page);
  await eventually(async () => (await counted(page, club)).events.filter((e) => e.as === 'miss').length).toBe(
    2
  );

  // Harder and faster while it feeds.
  await button(page, 'Harder').click();
  await expect(setting).toContainText('all 3 balls in order');
  await button(page, 'Harder').click();
  await expect(setting).toContainText('shuffled');
  await button(page, 'Faster').click();
  await expect(setting).toContainText('34 a minute');
  await expect(sheet.getByRole('alert')).toContainText('The hopper is empty');
  await button(page, /^Refilled: start/).click();
  await eventually(
    async () => (await counted(page, club)).state.blocks[0]!.students[0]!.stages[0]!.balls
  ).toBeGreaterThanOrEqual(60);
  await button(page, '■ Stop').click();
  await expect(button(page, /^Start the machine/)).toBeVisible();
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);

  const run = await counted(page, club);
  const balls = run.events.filter((e) => e.machine);
  const stage = run.state.blocks[0]!.students[0]!.stages[0]!;
  expect(stage.balls).toBe(balls.length);
  expect(run.events.filter((e) => e.as === 'miss')).toHaveLength(2);
  expect(stage.good).toBe(balls.length - 2);
  expect(run.state.blocks[0]!.machine!.reduce((sum, m) => sum + m.balls, 0)).toBe(balls.length);
  expect(new Set(balls.map((e) => e.machine!.perMinute)).size).toBeGreaterThan(1);
  expect(balls.some((e) => e.machine!.shuffled)).toBe(true);

  await button(page, 'Count by hand').click();
  await button(page, 'Finish lesson').click();
  await button(page, 'Finish lesson').click();
  await page.getByRole('link', { name: 'Open the log' }).click();
  await page
    .getByRole('link', { name: /^By machine/ })
    .first()
    .click();
  await expect(page.getByRole('row', { name: /By ball machine keeps up with \d+ a minute/ })).toBeVisible();

  // The next plan says what the student kept up with.
  await planned(page, club, students);
  await expect(page.getByText(/Last time Quill: .*; by machine keeps up with \d+ a minute/)).toBeVisible();
});

test('a machine stops when the clock is paused, the screen goes dark or the line is cut', async ({
  page,
  club,
  context
}) => {
  await planned(page, club);
  await button(page, 'Run courtside').click();
  await begin(page);
  await button(page, /^Feed by ball machine/).click();
  const alert = page.getByRole('dialog', { name: 'Ball machine' }).getByRole('alert');
  const start = async () => {
    await button(page, /^(Start the machine|Refilled: start)/).click();
    await expect(page.getByText(/^Starts in \d$/)).toBeVisible();
  };
  // Anyone can stop a countdown, by a key too.
  await start();
  await page.keyboard.press(' ');
  await expect(button(page, /^Start the machine/)).toBeVisible();

  await start();
  await expect(button(page, '× Miss')).toBeVisible();
  await page.evaluate(() => {
    Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true });
    document.dispatchEvent(new window.Event('visibilitychange'));
  });
  await expect(alert).toContainText('The screen was off');
  await page.evaluate(() => Object.defineProperty(document, 'visibilityState', { value: 'visible' }));

  await start();
  await expect(button(page, '× Miss')).toBeVisible();
  await context.setOffline(true);
  await club.kill();
  await expect(alert).toContainText(/was lost|does not answer/);
  await club.start();
  await context.setOffline(false);

  // Another device pauses the clock.
  await start();
  await expect(button(page, '× Miss')).toBeVisible();
  const run = /court\/([0-9a-f-]+)/.exec(page.url())![1];
  const { lesson: given } = (await (await page.request.get(`${club.url}/api/v1/runs/${run}`)).json()) as {
    lesson: { id: string; version: number };
  };
  const paused = await page.request.post(`${club.url}/api/v1/runs/${run}/events`, {
    data: {
      lesson: { id: given.id, version: given.version },
      events: [{ id: v7(), at: Date.now(), kind: 'pause' }]
    }
  });
  expect(paused.ok(), await paused.text()).toBe(true);
  await expect(alert).toContainText('The clock is paused');

  await page.keyboard.press('Escape');
  await expect(button(page, /^Feed by ball machine/)).toBeVisible();
});
