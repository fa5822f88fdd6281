import { expect, openToday, test } from '../e2e/club';
import type { Page } from '@playwright/test';

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
  await page.getByLabel('Start').fill('20:00'); // after today's lesson, at whatever hour the pictures are taken
  await expect(page.getByRole('article')).toHaveCount(3);
  await picture(page, 'new-lesson');
  await page.getByRole('button', { name: 'Take it' }).first().click();
  await page.getByRole('button', { name: /^Who is where/ }).click();
  await page.getByRole('button', { name: 'Next turn' }).click();
  await page.getByRole('button', { name: 'Next turn' }).focus();
  await page.getByRole('region', { name: 'Who is where' }).scrollIntoViewIfNeeded();
  await picture(page, 'who-is-where');
  await page.getByRole('button', { name: /^Each student/ }).click();
  await picture(page, 'each-student');
  await page.getByRole('link', { name: 'On paper' }).click();
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
  await expect(page.getByText(/^Between equals/)).toBeVisible();
  await picture(page, 'game');
  await page.goto(`${club.url}/log`);
  await page.getByRole('link', { name: 'Wren' }).first().click();
  await expect(page.getByRole('heading', { name: 'Wren Ashdown' })).toBeVisible();
  await picture(page, 'student');

  await page.goto(`${club.url}/drills`);
  await expect(page.getByRole('list', { name: 'Drills' }).getByRole('link').first()).toBeVisible();
  await picture(page, 'drills');
  await page.goto(`${club.url}/drills/deep-past-marker`);
  await expect(page.getByRole('list', { name: 'Neighbours' }).getByRole('button').first()).toBeVisible();
  await page.getByRole('button', { name: /^Stage 1: Half pace/ }).click();
  await picture(page, 'workbench');

  for (const [path, name] of [
    ['flight', 'flight'],
    ['target?spot=deuce+corner&cost=1', 'target']
  ] as const) {
    await page.goto(`${club.url}/reckon/${path}`);
    await expect(page.locator('[aria-live=polite]')).not.toBeEmpty();
    await picture(page, `reckoner-${name}`);
  }

  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(club.url);
  await page.getByRole('button', { name: 'Take it to the court' }).click();
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('region', { name: 'Role of this minute' })).toBeVisible();
  await picture(page, 'courtside-warm-up');
  await page.getByRole('button', { name: /^Next:/ }).click();
  for (let good = 1; good <= 6; good++) {
    await page.getByRole('button', { name: 'Good', exact: true }).click();
    await expect(page.getByLabel(`${good} of 10 in all`)).toBeVisible();
  }
  await picture(page, 'courtside-drill');
  await page.getByRole('button', { name: /^Next:/ }).click();
  for (let points = 1; points <= 5; points++) {
    await page.getByRole('button', { name: /^Point to Wren/ }).click();
    await expect(
      page.getByRole('button', { name: new RegExp(`^Point to Wren, who has ${points}`) })
    ).toBeVisible();
  }
  await picture(page, 'courtside-game');
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('button', { name: 'Wren 8 of 10' }).click();
  await expect(page.getByRole('button', { name: 'Wren 8 of 10' })).toHaveAttribute('aria-pressed', 'true');
  await picture(page, 'courtside-after');
});
