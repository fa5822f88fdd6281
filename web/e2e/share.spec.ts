import { expect, test } from './club';
import { lessonOfThree } from './lessons';

test('a lesson goes to another coach as a file, without its students, and is given to others there', async ({
  page,
  club,
  emptyClub
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  const made = await lessonOfThree(page, club);
  await page.goto(`${club.url}/lessons/${made.id}`);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export', exact: true }).click()
  ]);
  const path = await file.path();

  await page.goto(`${emptyClub.url}/lessons`);
  // What is no such file is refused with its line, and nothing comes in.
  const input = page.locator('input[type=file]');
  await input.setInputFiles({
    name: 'other.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{\n  "format": "hodometer.drill"\n}')
  });
  const dialog = page.getByRole('dialog', { name: 'Import a file' });
  await expect(dialog.getByRole('alert')).toContainText('line 2: this is not a file to share');
  await dialog.getByRole('button', { name: 'Cancel' }).click();

  await input.setInputFiles(path);
  await expect(dialog.getByRole('status')).toContainText('In the file:');
  await expect(dialog).not.toContainText('Odile');
  await dialog.getByRole('combobox', { name: 'For whom?' }).fill('Ash Rowan');
  await dialog.getByRole('combobox', { name: 'For whom?' }).press('Enter');
  await dialog.getByRole('button', { name: 'Import', exact: true }).click();
  await expect(dialog.getByRole('status').filter({ hasText: 'Imported:' })).toBeVisible();
  await dialog.getByRole('link').first().click();
  await expect(page).toHaveURL(/\/lessons\/[0-9a-f-]{36}$/);
  await expect(page.getByRole('link', { name: 'Ash Rowan' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Corners/ }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Run courtside' }).click();
  await expect(page.getByRole('button', { name: 'Start the clock' })).toBeVisible();
});
