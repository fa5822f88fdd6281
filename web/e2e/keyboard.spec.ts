import { expect, test } from './club';
import type { Page } from '@playwright/test';

/** Tabs until the focus is on what has that role and name, as somebody without a mouse does. */
async function tabTo(page: Page, name: RegExp) {
  for (let i = 0; i < 150; i++) {
    await page.keyboard.press('Tab');
    const said = await page.evaluate(() => {
      const e = document.activeElement as HTMLElement | null;
      return e?.getAttribute('aria-label') ?? (e instanceof HTMLInputElement ? (e.labels?.[0]?.textContent ?? '') : (e?.innerText ?? ''));
    });
    if (name.test(said.trim())) return;
  }
  throw new Error(`the focus never came to ${name}`);
}

test('the day is walked with the keyboard alone', async ({ page, club }) => {
  await page.goto(club.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('s');
  await expect(page).toHaveURL(/students$/);
  await page.keyboard.press('t');
  await tabTo(page, /^Open the plan$/);
  await page.keyboard.press('Enter');

  const game = page.getByRole('button', { name: /^Game: Short-ball/ });
  await tabTo(page, /^Game: Short-ball/);
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(game).toHaveAccessibleName(/17:10 to 17:25/);
  await expect(game).toBeFocused();
  await page.keyboard.press('+');
  await expect(game).toHaveAccessibleName(/16 minutes/);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(game).toHaveAccessibleName(/15 minutes, 17:35/);

  await tabTo(page, /^Target$/);
  const target = page.getByRole('slider', { name: 'Target' });
  await page.keyboard.press('ArrowLeft');
  await expect(target).toHaveAttribute('aria-valuetext', /7 ft from the baseline/);
  await page.keyboard.press('Shift+ArrowRight');
  await expect(target).toHaveAttribute('aria-valuetext', /6 ft 11 in from the baseline/);
  await page.keyboard.press('+');
  await expect(target).toHaveAttribute('aria-valuetext', /radius 5 ft/);
  await tabTo(page, /^Ask for \d in a row/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('will probably not fit')).toHaveCount(0);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await page.keyboard.press('t');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Short balls to match play');
  await tabTo(page, /^Take it to the court$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Role of this minute' })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByLabel('0 of 10 in all')).toBeVisible();
  for (const key of ['g', 'g', 'm', 'g', 'u']) await page.keyboard.press(key);
  await expect(page.getByLabel('2 of 10 in all')).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByLabel('0 of 10 in all')).toBeVisible();
  await page.keyboard.press('g');
  await expect(page.getByLabel('1 of 10 in all')).toBeVisible();
  await page.keyboard.press('b');
  await expect(page.getByRole('button', { name: /^72 balls left/ })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByRole('button', { name: /^Point to Wren, who has 0/ })).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByRole('button', { name: /^Point to Tove, who has 1/ })).toBeVisible();
  await tabTo(page, /^Finish$/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Tove 8 of 10$/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^End the lesson$/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^To the log$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('article').first()).toContainText('engaged 8');
});
