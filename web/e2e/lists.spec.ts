import { eventually, expect, tabTo, test } from './club';

test('the log and the lessons are paged through and searched with the keyboard', async ({ page, club }) => {
  await page.goto(`${club.url}/log`);
  const shown = page.getByRole('article');
  await expect(shown).toHaveCount(30);
  await tabTo(page, /^Show more$/);
  await page.keyboard.press('Enter');
  await expect(shown).toHaveCount(42);
  // The keyboard goes on at the first of the new ones.
  await expect(shown.nth(30).getByRole('link').first()).toBeFocused();
  await expect(page.getByRole('button', { name: 'Show more' })).toHaveCount(0);
  await expect(page.getByText('All 42 lessons shown')).toBeVisible();

  await page.keyboard.press('/');
  await page.keyboard.type('edda rhythm');
  await expect(page).toHaveURL(/words=edda/);
  await expect(shown.first()).toContainText('Edda');
  const few = await shown.count();
  expect(few).toBeLessThan(30);
  await expect(page.getByText('No finished lessons yet')).toHaveCount(0);
  await page.keyboard.type(' nobody');
  await expect(page.getByText('Nothing in the log matches the search.')).toBeVisible();
  await tabTo(page, /^Show all$/);
  await page.keyboard.press('Enter');
  await expect(shown).toHaveCount(30);

  await page.goto(`${club.url}/lessons`);
  const past = page.locator('h2:text-is("Past") + ul > li');
  await expect(past.first()).toBeVisible();
  const all = await past.count();
  await page.getByLabel('Student').focus();
  await page.keyboard.type('Cass');
  await expect(page).toHaveURL(/student=/);
  await eventually(() => past.count()).toBeLessThan(all);
  for (const one of await past.all()) await expect(one).toContainText('Cass');
  const found = page.url();
  await past.getByRole('link', { name: 'finished' }).first().click();
  await expect(page).toHaveURL(/log\/[0-9a-f-]{36}$/);
  // What was looked for is still there on the way back.
  await page.goBack();
  await expect(page).toHaveURL(found);
  await expect(past.first()).toContainText('Cass');
  await page.getByLabel('Month').selectOption({ label: 'Jan 2020' });
  await expect(page.getByText('No past lessons match the search.')).toBeVisible();
  await expect(page.getByText('No upcoming lessons match the search.')).toBeVisible();
});
