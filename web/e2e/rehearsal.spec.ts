import { expect, test } from './club';
import { lessonOfThree } from './lessons';

test('a plan says whether everybody will be done and what is left, on its workbench too, and mends a game', async ({
  page,
  club
}) => {
  const lesson = await lessonOfThree(page, club);
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  const results = page.getByRole('region', { name: 'Results' });
  const said = (label: RegExp) => results.getByRole('button', { name: label });

  // Each by themselves, how many of the goals, which one is left, and all of them together.
  await expect(said(/^Chance that all finish/)).toBeVisible();
  await expect(said(/^Chance to finish/)).toHaveCount(3);
  await expect(
    results.getByText(/About \d\.\d of 8 goals\. Left most often: .* in a row\./).first()
  ).toBeVisible();
  const all = Number(/(\d+)/.exec((await said(/^Chance that all finish/).getAttribute('aria-label'))!)![1]);
  for (const one of await said(/^Chance to finish/).all()) {
    const chance = Number(/(\d+)/.exec((await one.getAttribute('aria-label'))!)![1]);
    expect(all).toBeLessThanOrEqual(chance);
  }
  // How it was calculated is one press away.
  await said(/^Chance that all finish/).click();
  await expect(page.getByText('plays in which everybody met all goals ÷ plays')).toBeVisible();
  await page.keyboard.press('Escape');

  // The workbench of the lesson's drill speaks of the same three.
  await page.getByRole('button', { name: 'Edit drill' }).click();
  const bench = page.getByRole('group', { name: 'Results' });
  await expect(bench.getByRole('button', { name: /^Odile finishes/ })).toBeVisible();
  await expect(bench.getByRole('button', { name: /^Teo finishes/ })).toBeVisible();
  await expect(page.getByText('3 students, 40 min, as in the lesson')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the block' }).click();

  // Two minutes a round are too few for a game to 11: it is said, and one press mends it.
  await page.getByText('To eleven').first().click();
  await expect(page.getByText(/Games will stay unfinished/)).toBeVisible();
  await page.getByRole('button', { name: /^Play to \d/ }).click();
  await expect(page.getByText(/Games will stay unfinished/)).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/Games will stay unfinished/)).toBeVisible();
});
