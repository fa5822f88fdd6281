import { expect, openToday, test } from './club';

test.use({ serviceWorkers: 'allow' });

test('two windows that change different things keep both; the same thing is asked about', async ({
  page,
  club,
  context
}) => {
  await openToday(page, club);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByLabel('Lesson length')).toBeVisible();
  await other.getByLabel('Lesson length').fill('75');
  await other.getByLabel('Lesson length').press('Enter');
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();

  await page.getByLabel('Title of the lesson').fill('Mine');
  await page.getByLabel('Title of the lesson').press('Enter');
  await expect(page.getByText('including changes from another window')).toBeVisible();
  await expect(page.getByLabel('Lesson length')).toHaveValue('75');
  await expect(page.getByLabel('Title of the lesson')).toHaveValue('Mine');

  // The other window does not know the title yet, and changes it too.
  await other.getByLabel('Title of the lesson').fill('Theirs');
  await other.getByLabel('Title of the lesson').press('Enter');
  const told = other.getByRole('alertdialog');
  await expect(told).toContainText('Title: Short balls to match play → Mine');
  await expect(other.getByLabel('Title of the lesson')).toHaveValue('Theirs');
  await told.getByRole('button', { name: /Keep theirs/ }).click();
  await expect(other.getByLabel('Title of the lesson')).toHaveValue('Mine');
  await other.getByRole('button', { name: 'Undo' }).click();
  await expect(other.getByLabel('Title of the lesson')).toHaveValue('Theirs');
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();

  // Keep mine; and what was there before can be brought back.
  await page.getByLabel('Title of the lesson').fill('Mine again');
  await page.getByLabel('Title of the lesson').press('Enter');
  await page.getByRole('alertdialog').getByRole('button', { name: 'Keep mine' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Version history' }).click();
  const versions = page.getByRole('dialog', { name: 'Version history' });
  await expect(versions.getByRole('listitem').first()).toContainText('Title: Theirs → Mine again');
  await versions.getByRole('listitem').nth(1).getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByLabel('Title of the lesson')).toHaveValue('Theirs');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Title of the lesson')).toHaveValue('Theirs');
});

test('an edit made while the server is away is saved when it is back', async ({ page, club }) => {
  await openToday(page, club);
  await club.kill();
  await page.getByLabel('Title of the lesson').fill('Written in the dark');
  await page.getByLabel('Title of the lesson').press('Enter');
  await expect(page.getByText('Not saved yet: no connection')).toBeVisible();
  await club.start();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Title of the lesson')).toHaveValue('Written in the dark');
});
