import type { Page } from '@playwright/test';
import axe from 'axe-core';
import { expect, openToday, PASSPHRASE, signIn, tabTo, test } from './club';

declare global {
  interface Window {
    /** Brought into a page that is read. */
    axe: typeof axe;
  }
}

/** The page stands as it will: nothing is loading, the fonts are there, and two frames were painted. */
async function stands(page: Page) {
  await expect(page.getByText('Loading…', { exact: true }).filter({ visible: true })).toHaveCount(0);
  await page.evaluate(async () => {
    await document.fonts.ready;
    await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
  });
}

/** Of items that are all made alike, the first ones: their pictures are drawn as they come into view. */
const ALIKE = 24;

/** Nothing serious or critical, in daylight and in the evening. Of a long list, the first items are read. */
async function sound(page: Page, where: string, list?: string) {
  if (!(await page.evaluate(() => 'axe' in window))) {
    await page.evaluate(axe.source);
    // No colour is on its way to another when it is read.
    await page.addStyleTag({ content: '*, *::before, *::after { transition: none !important }' });
  }
  for (const theme of ['chalk', 'lamplight']) {
    await page.evaluate((t) => (document.documentElement.dataset.theme = t), theme);
    await stands(page);
    const bad = await page.evaluate(
      async ({ beyond, rules }) => {
        const { violations } = await window.axe.run(beyond ? { exclude: [beyond] } : document, {
          resultTypes: ['violations'],
          runOnly: rules
        });
        return violations
          .filter((v) => v.impact === 'serious' || v.impact === 'critical')
          .map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`);
      },
      // Between the themes only colours differ.
      {
        beyond: list && `${list}:nth-child(n + ${ALIKE + 1})`,
        rules: theme === 'chalk' ? undefined : ['color-contrast']
      }
    );
    expect(bad, `${where} in ${theme}`).toEqual([]);
  }
}

test('nobody is kept out of any view', async ({ page, club }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.goto(club.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await sound(page, 'today');
  await openToday(page, club);
  await sound(page, 'drill');
  for (const block of [/^Warm-up:/, /^Game:/, /^Talk:/]) {
    await page.getByRole('button', { name: block }).first().click();
    await sound(page, String(block));
  }
  for (const path of ['/lessons', '/games', '/games/firstServeBonus', '/log']) {
    await page.goto(club.url + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await sound(page, path, path === '/games' ? '[aria-label=Games] > li' : undefined);
  }
  await page.getByRole('link', { name: 'Rhythm and four serves' }).first().click();
  await page.getByRole('button', { name: 'Add or correct a count' }).first().click();
  await sound(page, 'a run, opened');
});

test('nobody is kept out of students, ladders and weeks', async ({ page, club }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  for (const path of ['/students', '/weeks', '/ladders', '/ladders/short-ball-pressure']) {
    await page.goto(club.url + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await sound(page, path);
  }
  await page.goto(`${club.url}/log`);
  await page.getByRole('link', { name: 'Wren' }).first().click();
  await expect(page.getByRole('heading', { name: 'Wren Ashdown' })).toBeVisible();
  await page.getByRole('button', { name: /^About/ }).click();
  await sound(page, 'student');
  for (const more of ['Home card', 'Report']) {
    await page.getByRole('link', { name: more }).click();
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await sound(page, more);
    await page.goBack();
  }
});

test('nobody is kept out of planning a lesson', async ({ page, club }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.goto(`${club.url}/lessons/new`);
  await page.getByRole('button', { name: 'Table three' }).click();
  await expect(page.getByRole('button', { name: 'Use this draft' }).first()).toBeVisible();
  await sound(page, 'drafts');
  await page.getByRole('button', { name: 'Use this draft' }).first().click();
  await page.getByRole('button', { name: 'Totals' }).click();
  for (const tab of [/^Who is where/, /^Each student/, /^Game:/]) {
    await page.getByRole('button', { name: tab }).first().click();
    await sound(page, String(tab));
  }
  await page.getByRole('button', { name: 'Watch it' }).click();
  const watch = page.getByRole('region', { name: 'Watch one play of the lesson' });
  await watch.getByRole('button', { name: 'Next block »' }).click();
  for (let i = 0; i < 5; i++) await watch.getByRole('button', { name: 'Next ball ›' }).click();
  await sound(page, 'a play that is watched');
  await watch.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: /^Courts and equipment/ }).click();
  await sound(page, 'courts and equipment');
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Lesson sheet' }).click();
  await expect(page.getByRole('region', { name: 'Cards to take home' })).toBeVisible();
  await sound(page, 'lesson sheet');
});

test('nobody is kept out of the reckoner', async ({ page, club }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  for (const question of [
    'flight',
    'target',
    'goal',
    'race',
    'angle',
    'rotation',
    'tempo',
    'rotation?kind=doubles',
    'flight?court=squash&want=0.1'
  ]) {
    await page.goto(`${club.url}/reckon/${question}`);
    await expect(page.locator('[aria-live=polite]')).not.toBeEmpty();
    await sound(page, question);
  }
});

test('nobody is kept out of the drills', async ({ page, club }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.goto(`${club.url}/drills`);
  await expect(page.getByRole('list', { name: 'Drills' }).getByRole('link').first()).toBeVisible();
  await sound(page, 'shelf', '[aria-label=Drills] > li');
  for (const drill of ['line-deep-short-deep', 'squash-three-choices']) {
    await page.goto(`${club.url}/drills/${drill}`);
    await expect(page.getByRole('list', { name: 'Variations' }).getByRole('button').first()).toBeVisible();
    for (const tab of ['Selected', 'List', 'Stages', 'Notes']) {
      await page.getByRole('button', { name: tab, exact: true }).click();
      await sound(page, `${drill}, ${tab}`);
    }
  }
});

test('nobody is kept out courtside', async ({ page, club }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(club.url);
  await page.getByRole('button', { name: 'Run courtside' }).click();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  for (const at of ['Role of this minute', /^Set-up of/, 'Goal']) {
    await expect(page.getByRole('region', { name: at })).toBeVisible();
    await sound(page, String(at));
    const ready = page.getByRole('button', { name: 'Ready', exact: true });
    if (typeof at === 'string') await page.getByRole('button', { name: /^Next:/ }).click();
    else await ready.click();
  }
  await expect(page.getByRole('button', { name: /^Point to Wren/ })).toBeVisible();
  await sound(page, 'game');
  await page.getByRole('button', { name: /^Lesson menu: / }).click();
  await sound(page, 'the lesson');
  await page.getByRole('button', { name: /^Caller and metronome/ }).click();
  await page.getByRole('button', { name: 'Six corners' }).click();
  await sound(page, 'the caller');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Lesson menu: / }).click();
  await page.getByRole('button', { name: 'Finish lesson' }).click();
  await sound(page, 'after');
});

test('nobody is kept out of the doors', async ({ browser, reached }) => {
  const context = await browser.newContext({ ignoreHTTPSErrors: true, reducedMotion: 'reduce' });
  const page = await context.newPage();
  await page.goto(reached.url);
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await sound(page, 'sign in');
  await signIn(page, reached);
  await page.getByRole('button', { name: 'Coach', exact: true }).click();
  await expect(page.getByLabel('Six digits')).toBeVisible();
  await sound(page, 'devices and backups');
  for (const path of ['/copies', '/phone/changes']) {
    await page.goto(reached.url + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await sound(page, path);
  }
  await context.close();
});

test('in, a phone let in, a copy made: with the keys alone', async ({ browser, reached }) => {
  const context = await browser.newContext({ ignoreHTTPSErrors: true });
  const page = await context.newPage();
  await page.goto(reached.url);
  await tabTo(page, /^Sign in as the owner/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^The owner’s passphrase/);
  await page.keyboard.type(PASSPHRASE);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'Open lesson' })).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByRole('heading', { name: 'Connect a phone' })).toBeVisible();
  await tabTo(page, /^Assistant/);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Six digits')).toHaveText(/^\d{3} \d{3}$/);
  await tabTo(page, /^Backups/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Back up now/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('The last backup was made just now.')).toBeVisible();
  await context.close();
});
