import { expect, tabTo, test } from './club';

test.use({ serviceWorkers: 'allow' });

test('the day is walked with the keyboard alone', async ({ page, club }) => {
  await page.goto(club.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keyboard shortcuts' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('s');
  await expect(page).toHaveURL(/students$/);
  await page.keyboard.press('t');
  await tabTo(page, /^Open lesson$/);
  await page.keyboard.press('Enter');

  const game = page.getByRole('button', { name: /^Game: Short-ball/ });
  await expect(game).toBeVisible();
  await tabTo(page, /^Game: Short-ball/);
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(game).toHaveAccessibleName(/17:11 to 17:26/);
  await expect(game).toBeFocused();
  await page.keyboard.press('+');
  await expect(game).toHaveAccessibleName(/16 minutes/);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(game).toHaveAccessibleName(/15 minutes, 17:37/);

  await tabTo(page, /^Target$/);
  const target = page.getByRole('slider', { name: 'Target' });
  await page.keyboard.press('ArrowLeft');
  await expect(target).toHaveAttribute('aria-valuetext', /7 ft inside the baseline/);
  await page.keyboard.press('Shift+ArrowRight');
  await expect(target).toHaveAttribute('aria-valuetext', /6 ft 11 in inside the baseline/);
  await page.keyboard.press('+');
  await expect(target).toHaveAttribute('aria-valuetext', /radius 5 ft/);
  await tabTo(page, /^Set the goal to \d in a row/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('will probably take longer than')).toHaveCount(0);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await page.keyboard.press('t');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Short balls to match play');
  await tabTo(page, /^Run courtside$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Role of this minute' })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByRole('button', { name: 'Ready', exact: true })).toBeVisible();
  // The first count puts the card away.
  for (const key of ['g', 'g', 'm', 'g', 'u']) await page.keyboard.press(key);
  await expect(page.getByLabel('2 of 10 in all')).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByLabel('0 of 10 in all')).toBeVisible();
  await page.keyboard.press('g');
  await expect(page.getByLabel('1 of 10 in all')).toBeVisible();
  await page.keyboard.press('b');
  await expect(page.getByRole('button', { name: /^72 balls left/ })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByRole('button', { name: /^Point to Wren, now on 0/ })).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByRole('button', { name: /^Point to Tove, now on 1/ })).toBeVisible();
  await page.keyboard.press('l');
  await tabTo(page, /^Finish lesson$/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Tove: one more$/);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await tabTo(page, /^Finish lesson$/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Open the log$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('article').first()).toContainText('engaged 8');
});
