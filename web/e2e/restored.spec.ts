import { execFileSync } from 'node:child_process';
import { rename } from 'node:fs/promises';
import { join } from 'node:path';
import { begin, eventually, expect, test, type Club } from './club';
import type { Page } from '@playwright/test';

/* The server comes back with an older copy of the club's file, or with another file, while a phone counts. */

test.use({ serviceWorkers: 'allow', viewport: { width: 390, height: 844 } });

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();
const saved = (page: Page) => expect(page.getByText('all saved')).toBeVisible();

/** Counts until so many are good. */
async function good(page: Page, from: number, to: number) {
  for (let i = from + 1; i <= to; i++) {
    await button(page, 'Good').click();
    await expect(page.getByLabel(`${i} of 10 in all`)).toBeVisible();
  }
}

async function onCourt(page: Page, club: Club) {
  await page.goto(club.url);
  await button(page, 'Run courtside').click();
  await expect(page.getByRole('timer').first()).toBeVisible();
  await page.waitForFunction(() => 'hodometer' in globalThis);
  await begin(page, { hold: true });
  await button(page, /^Next: Short ball/).click();
  await expect(page.getByLabel('0 of 10 in all')).toBeVisible();
}

/** How many good balls the server has of the run on the screen, each once; −1 where it has no such run. */
async function onServer(page: Page, club: Club) {
  const run = /court\/([0-9a-f-]+)/.exec(page.url())![1];
  const answer = await page.request.get(`${club.url}/api/v1/runs/${run}`).catch(() => undefined);
  if (!answer?.ok()) return -1;
  const { events } = (await answer.json()) as { events: { id: string; kind: string }[] };
  expect(new Set(events.map((e) => e.id)).size).toBe(events.length);
  return events.filter((e) => e.kind === 'good').length;
}

test('an older copy is put back in the middle of a lesson: the phone gives it all that it counted', async ({
  page,
  club
}) => {
  const db = join(club.dir, 'demo.db');
  const copy = join(club.dir, 'older.db');
  await onCourt(page, club);
  await good(page, 0, 3);
  await saved(page);
  execFileSync('../bin/hodometer', ['backup', '--db', db, copy]);
  await good(page, 3, 8);
  await saved(page);
  await club.kill();
  execFileSync('../bin/hodometer', ['restore', '--db', db, copy]);
  await club.start();
  // Nobody touches the phone: it sees by itself which copy answers.
  await eventually(() => onServer(page, club), { timeout: 30_000 }).toBe(8);
  await good(page, 8, 9);
  await saved(page);
  expect(await onServer(page, club)).toBe(9);
});

test('started on another club’s file, the server is given nothing; on the right one again, everything', async ({
  page,
  club
}) => {
  const db = join(club.dir, 'demo.db');
  await onCourt(page, club);
  await good(page, 0, 2);
  await saved(page);
  await club.kill();
  for (const end of ['', '-wal', '-shm']) await rename(db + end, `${db}.right${end}`).catch(() => undefined);
  await club.start(); // a demo of its own is built there
  await good(page, 2, 4);
  await expect(page.getByRole('alert')).toContainText('another club’s file');
  expect(await onServer(page, club)).toBe(-1);
  await expect(page.getByText(/^\d+ not sent yet$/)).toBeVisible();
  await club.kill();
  for (const end of ['', '-wal', '-shm']) await rename(`${db}.right${end}`, db + end).catch(() => undefined);
  await club.start();
  await eventually(() => onServer(page, club), { timeout: 40_000 }).toBe(4);
  await saved(page);
});

for (const [what, says, spoil] of [
  ['made by a newer Hodometer', 'made by a newer Hodometer', 'VersionError'],
  ['shut, as in a private window', 'does not let Hodometer store anything', 'InvalidStateError'],
  ['full', 'storage is full', 'QuotaExceededError']
] as const) {
  test(`a device whose storage is ${what} begins a lesson and counts on line`, async ({ page, club }) => {
    await page.addInitScript((name) => {
      IDBFactory.prototype.open = () => {
        throw new DOMException('not today', name);
      };
    }, spoil);
    await onCourt(page, club);
    await good(page, 0, 2);
    await eventually(() => onServer(page, club)).toBe(2);
    // While the server is away the page alone has them, and says why.
    await club.kill();
    await good(page, 2, 3);
    await expect(page.getByRole('alert')).toContainText(says);
    await club.start();
    await eventually(() => onServer(page, club), { timeout: 40_000 }).toBe(3);
  });
}
