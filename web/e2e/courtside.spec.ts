import { begin, expect, openToday, test, type Club } from './club';
import type { Page } from '@playwright/test';

test.use({ serviceWorkers: 'allow', viewport: { width: 390, height: 844 } });

/** Takes today's lesson to the court and goes on to its drill. */
async function atTheDrill(page: Page, club: Club) {
  await openToday(page, club);
  await page.getByRole('button', { name: 'Run courtside' }).click();
  await begin(page, { hold: true });
  await page.getByRole('button', { name: /^Next: Short ball/ }).click();
  await expect(page.getByLabel('0 of 10 in all')).toBeVisible();
}

test('a phone counts, switches, undoes, picks up and scores', async ({ page, club }) => {
  await atTheDrill(page, club);
  // Every button is thumb-sized and on the screen without scrolling.
  for (const button of await page.getByRole('button').all()) {
    const box = (await button.boundingBox())!;
    expect(box.height, await button.innerText()).toBeGreaterThanOrEqual(56);
    expect(box.y + box.height, await button.innerText()).toBeLessThanOrEqual(844);
    expect(box.x + box.width).toBeLessThanOrEqual(390);
  }
  const good = page.getByRole('button', { name: 'Good', exact: true });
  for (let i = 0; i < 3; i++) await good.click();
  await page.getByRole('button', { name: 'Miss' }).click();
  await good.click();
  await expect(page.getByLabel('4 of 10 in all')).toBeVisible();
  await expect(page.getByLabel('Streak')).toHaveText('1');
  await page.getByRole('button', { name: 'Undo good' }).click();
  await expect(page.getByLabel('3 of 10 in all')).toBeVisible();
  await page.getByRole('button', { name: /^Count Tove/ }).click();
  await expect(page.getByLabel('0 of 10 in all')).toBeVisible();
  for (let i = 0; i < 10; i++) await good.click();
  await expect(page.getByText('Goal reached: Forehand cross-court: 10 in all')).toBeVisible();
  const basket = page.getByRole('button', { name: /balls left in the basket/ });
  await expect(basket).toHaveAccessibleName(/^58 /);
  await basket.click();
  await expect(basket).toHaveAccessibleName(/^72 /);

  await page.getByRole('button', { name: /^Next: Short-ball game/ }).click();
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: /^Point to Wren/ }).click();
  await expect(page.getByRole('button', { name: /^Point to Tove/ })).toContainText('feeds, 4 more');
  for (let i = 0; i < 7; i++) await page.getByRole('button', { name: /^Point to Wren/ }).click();
  await expect(page.getByText('Game: 11–0')).toBeVisible();
});

test('a reload and a killed server lose no acknowledged tap, and none that was kept', async ({
  page,
  club
}) => {
  await atTheDrill(page, club);
  const good = page.getByRole('button', { name: 'Good', exact: true });
  for (let i = 0; i < 4; i++) await good.click();
  await expect(page.getByLabel('4 of 10 in all')).toBeVisible();
  await expect(page.getByText('all saved')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('4 of 10 in all')).toBeVisible();

  await club.kill();
  for (let i = 0; i < 3; i++) await good.click();
  await expect(page.getByText('3 not sent yet')).toBeVisible();
  await expect(page.getByRole('alert')).toContainText('Your counts are saved on this device');
  await club.start();
  await expect(page.getByLabel('7 of 10 in all')).toBeVisible();
  await expect(page.getByText('all saved')).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.reload();
  await expect(page.getByLabel('7 of 10 in all')).toBeVisible();
  await expect(page.getByRole('timer', { name: 'Time left in this block' })).toHaveText(/2[0-5]:\d\d/);
});
