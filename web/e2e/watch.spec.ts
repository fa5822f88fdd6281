import { expect, test, type Club } from './club';
import type { Page } from '@playwright/test';
import { lessonOfThree } from './lessons';

async function watched(page: Page, club: Club) {
  const lesson = await lessonOfThree(page, club);
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  await page.getByRole('button', { name: 'Watch it' }).click();
  return page.getByRole('region', { name: 'Watch one play of the lesson' });
}

test('a coach watches one play of the lesson: names, counts and calls, with mouse and keys', async ({
  page,
  club
}) => {
  const watch = await watched(page, club);
  // It runs by itself: somebody is called, and a goal is met.
  await expect(watch.getByText(/’s turn, \d of 8/)).toBeVisible();
  await expect(watch.getByText(/^Goals met: [1-9]\d* of 24/)).toBeVisible({ timeout: 30_000 });
  await watch.getByRole('button', { name: 'Pause' }).click();
  const time = watch.getByRole('slider', { name: 'Time in the lesson' });
  const said = () => time.getAttribute('aria-valuetext');

  // Ball by ball with the keys: forth and back again is where it was.
  await watch.focus();
  await page.keyboard.press('ArrowRight');
  const [at, counts] = [await time.inputValue(), await watch.getByRole('table').innerText()];
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  expect(Number(await time.inputValue())).toBeGreaterThan(Number(at));
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  expect(await time.inputValue()).toBe(at);
  expect(await watch.getByRole('table').innerText()).toBe(counts);

  // The next block is the game, whose score runs; the block on the tape goes along.
  await page.keyboard.press('PageDown');
  expect(await said()).toContain('To eleven');
  await expect(page.getByRole('button', { name: /^Game: To eleven/ })).toHaveAttribute(
    'aria-pressed',
    'true'
  );
  await page.keyboard.press('End');
  await expect(watch.getByText(/^The lesson is over\./)).toBeVisible();

  // New dice are another play, and it is watched from the start.
  const first = await watch.getByText(/^Play \d+/).innerText();
  await watch.focus();
  await page.keyboard.press('x');
  await expect(watch.getByText(/^Play \d+/)).not.toHaveText(first);
  await expect(watch.getByRole('button', { name: 'Pause' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(watch).toBeHidden();
  await expect(page.getByRole('region', { name: 'Selected block' })).toBeVisible();
});

test('who wants less motion sees the play stand still until a key is pressed', async ({ page, club }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  const watch = await watched(page, club);
  const time = watch.getByRole('slider', { name: 'Time in the lesson' });
  await expect(watch.getByText(/’s turn/)).toBeVisible();
  await expect(watch.getByRole('button', { name: 'Play', exact: false }).first()).toBeVisible();
  expect(await time.inputValue()).toBe('0');
  await watch.focus();
  await page.keyboard.press('ArrowRight');
  expect(Number(await time.inputValue())).toBeGreaterThan(0);
});

test('a server that is gone while a play is asked for is said, and the plan stays', async ({
  page,
  club
}) => {
  const lesson = await lessonOfThree(page, club);
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  await page.route('**/lessons/watch', (r) => r.abort());
  await page.getByRole('button', { name: 'Watch it' }).click();
  const watch = page.getByRole('region', { name: 'Watch one play of the lesson' });
  await expect(watch.getByRole('alert')).toBeVisible();
  await watch.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('region', { name: 'Selected block' })).toBeVisible();
});

test('a lesson that is saved meanwhile is watched on, and one that is edited with the same dice', async ({
  page,
  club
}) => {
  const lesson = await lessonOfThree(page, club);
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  await page.getByRole('textbox', { name: 'Title of the lesson' }).fill('Three, renamed');
  await page.keyboard.press('Tab'); // it is saved a moment later
  await page.getByRole('button', { name: 'Watch it' }).click();
  const watch = page.getByRole('region', { name: 'Watch one play of the lesson' });
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expect(watch.getByRole('button', { name: 'Pause' })).toBeVisible();
  const play = await watch.getByText(/^Play \d+/).innerText();
  await watch.getByRole('slider', { name: 'Time in the lesson' }).fill('600000');
  await page.getByRole('slider', { name: 'Length of Corners' }).press('ArrowLeft');
  await expect(page.getByRole('button', { name: /^Drill: Corners, 39 minutes/ })).toBeVisible();
  await expect(watch.getByText(play)).toBeVisible();
  await expect(watch.getByRole('button', { name: 'Play', exact: false }).first()).toBeVisible();
  expect(await watch.getByRole('slider', { name: 'Time in the lesson' }).inputValue()).toBe('600000');
});
