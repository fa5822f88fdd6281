import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, test } from './club';

/** What is the same on every shelf, by the name of the kind, a document of it that ships and a word in it. */
const shelves = [
  { many: 'games', own: 'Guard the marker (copy)', ships: 'Guard the marker', word: 'guard the marker' },
  {
    many: 'ladders',
    own: 'Volley, from standing still to closing in (copy)',
    ships: 'Volley, from standing still to closing in',
    word: 'standing still'
  }
];
for (const { many, own, ships, word } of shelves)
  test(`${many} are found, copied, exported, imported, deleted and brought back, mostly by keyboard`, async ({
    page,
    club
  }) => {
    await page.goto(`${club.url}/${many}`);
    const link = (name: string) => page.getByRole('link', { name, exact: true });
    await expect(link(ships)).toBeVisible();
    await page.keyboard.press('/');
    await page.keyboard.type(word);
    await expect(
      page.getByRole('status').filter({ hasText: new RegExp(`^1 of \\d+ ${many}$`) })
    ).toBeVisible();

    // A copy is one's own.
    await page.getByRole('button', { name: 'Edit a copy' }).press('Enter');
    await expect(page).toHaveURL(new RegExp(`/${many}/[0-9a-f-]{36}$`));
    await page.goto(`${club.url}/${many}`);
    await page.getByRole('button', { name: `My ${many}` }).press('Enter');
    await expect(
      page.getByRole('status').filter({ hasText: new RegExp(`^1 of \\d+ ${many}$`) })
    ).toBeVisible();
    await expect(link(own)).toBeVisible();

    // Into a file, and one of another name in again.
    await page.getByLabel(`Choose ${own}`, { exact: true }).press('Space');
    await expect(page.getByText('1 selected', { exact: true })).toBeVisible();
    await page.keyboard.press('/'); // from the tick that has the focus
    await page.keyboard.type('nothing of that name');
    await expect(page.getByText('1 selected, not shown')).toBeVisible();
    await page.getByLabel('Search').fill('');
    await expect(page.getByText('1 selected', { exact: true })).toBeVisible();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Export' }).press('Enter')
    ]);
    const text = await readFile(await download.path(), 'utf8');
    expect(text).toContain(own);
    const file = join(club.dir, `${many}.json`);
    if (many === 'games') {
      await writeFile(file, text.replace(own, 'Hold the line'));
      await page.getByLabel('Import file').setInputFiles(file);
      await expect(page.getByText('“Hold the line” added to my games')).toBeVisible();
      await writeFile(file, text.replace('hodometer.game', 'something'));
      await page.getByLabel('Import file').setInputFiles(file);
      await expect(page.getByText(/was not imported. Nothing was added/)).toBeVisible();
    }

    // Deleted, and brought back; from its own screen too.
    await page.getByRole('button', { name: 'Delete' }).press('Enter');
    await expect(link(own)).toBeHidden();
    await page.getByRole('button', { name: 'Undo' }).press('Enter');
    await link(own).press('Enter');
    await expect(page).toHaveURL(new RegExp(`/${many}/[0-9a-f-]{36}$`));
    await page.getByRole('button', { name: 'Delete' }).click();
    await expect(page).toHaveURL(new RegExp(`/${many}$`));
    await expect(page.getByText(`“${own}” deleted`)).toBeVisible();
    await expect(link(own)).toBeHidden();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(link(own)).toBeVisible();
    await page.reload();
    await expect(link(own)).toBeVisible();

    // What ships stays.
    await page.getByLabel(`Choose ${ships}`, { exact: true }).press('Space');
    await page.getByRole('button', { name: 'Delete' }).click();
    await expect(page.getByText('You can delete only your own')).toBeVisible();
    await expect(link(ships)).toBeVisible();
  });
