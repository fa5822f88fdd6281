import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, test } from './club';

/* A student is erased from the page, and from every file. */

test('the owner exports all about a student, then erases them for good, by keyboard', async ({
  page,
  club
}) => {
  await page.goto(`${club.url}/students`);
  await page.getByRole('link', { name: 'Cass Verrin' }).first().click();
  const link = page.getByRole('link', { name: 'Export everything' });
  await expect(link).toBeVisible();
  const archive = await page.request.get(club.url + (await link.getAttribute('href'))!);
  expect(archive.headers()['content-type']).toBe('application/zip');
  await page.getByRole('link', { name: 'Erase for good…' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Erase Cass Verrin for good' })).toBeVisible();
  await expect(page.getByText('profile, with name, notes, aims and cautions')).toBeVisible();
  const erase = page.getByRole('button', { name: 'Erase for good' });
  await expect(erase).toBeDisabled();
  await page.getByLabel(/^Type the name/).fill('Cass');
  await expect(erase).toBeDisabled();
  await page.getByLabel(/^Type the name/).fill('cass verrin');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Erased', exact: true })).toBeVisible({ timeout: 30_000 });
  await page.getByRole('link', { name: 'All students' }).click();
  await expect(page.getByRole('link', { name: 'Wren Ashdown' }).first()).toBeVisible();
  await expect(page.getByText('Cass')).toHaveCount(0);
  await page.goto(`${club.url}/log`);
  await expect(page.getByRole('article').first()).toBeVisible();
  await expect(page.getByText('Cass')).toHaveCount(0);
  for (const end of ['', '-wal']) {
    const file = await readFile(join(club.dir, `demo.db${end}`));
    expect(file.includes('Cass'), `demo.db${end}`).toBe(false);
  }
});
