import { expect, openToday, test } from './club';

test('a save that comes too late keeps the edit and says what changed', async ({ page, club, context }) => {
  await openToday(page, club);
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByLabel('Slot').fill('75');
  await other.getByLabel('Slot').press('Enter');
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();

  await page.getByLabel('Title of the lesson').fill('Mine');
  await page.getByLabel('Title of the lesson').press('Enter');
  const told = page.getByRole('alertdialog');
  await expect(told).toContainText('Slot: 60 min → 75 min');
  await expect(page.getByLabel('Title of the lesson')).toHaveValue('Mine');

  // Theirs, with mine one undo away; then mine over it.
  await told.getByRole('button', { name: /Take theirs/ }).click();
  await expect(page.getByLabel('Slot')).toHaveValue('75');
  await expect(page.getByLabel('Title of the lesson')).toHaveValue('Short balls to match play');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Title of the lesson')).toHaveValue('Mine');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await other.getByLabel('Slot').fill('80');
  await other.getByLabel('Slot').press('Enter');
  await expect(other.getByRole('alertdialog')).toContainText('Title: Short balls to match play → Mine');
  await other.getByRole('button', { name: 'Save mine over it' }).click();
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Slot')).toHaveValue('80');
});

test('an edit made while the server is away is saved when it is back', async ({ page, club }) => {
  await openToday(page, club);
  await club.kill();
  await page.getByLabel('Title of the lesson').fill('Written in the dark');
  await page.getByLabel('Title of the lesson').press('Enter');
  await expect(page.getByText('Not saved yet, no server')).toBeVisible();
  await club.start();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Title of the lesson')).toHaveValue('Written in the dark');
});
