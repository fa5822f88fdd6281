import { expect, test } from './club';

test.use({ serviceWorkers: 'allow' });

/** Everything a new coach does with the hand is counted. */
class Presses {
  n = 0;
  async press(what: { click(): Promise<void> }) {
    this.n++;
    await what.click();
  }
}

for (const [size, viewport] of [
  ['a phone', { width: 390, height: 844 }],
  ['a laptop', { width: 1280, height: 800 }]
] as const)
  test(`an empty club to a lesson on court, on ${size}: one name, three presses`, async ({
    page,
    emptyClub
  }) => {
    await page.setViewportSize(viewport);
    const hand = new Presses();
    await page.goto(emptyClub.url);
    const field = page.getByRole('combobox', { name: 'Who is coming?' });
    await expect(field).toBeFocused();
    await page.keyboard.type('Mira Quill');
    await page.keyboard.press('Enter');
    const take = page.getByRole('button', { name: 'Use this draft' }).first();
    await expect(take).toBeInViewport();
    await hand.press(take);
    const toCourt = page.getByRole('button', { name: 'Run courtside' });
    await expect(toCourt).toBeInViewport();
    expect(hand.n, 'a lesson is planned').toBe(1);
    await hand.press(toCourt);
    await hand.press(page.getByRole('button', { name: /^(Start the clock|Start)$/ }).first());
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
    expect(hand.n, 'it runs').toBe(3);
    // What was true this time is where the next one begins.
    await page.goto(emptyClub.url);
    await expect(page.getByRole('button', { name: 'Continue courtside' })).toBeVisible();
  });

test('nothing empty is saved, every empty place offers its step, and a button that cannot says why', async ({
  page,
  emptyClub
}) => {
  await page.goto(emptyClub.url);
  await page.getByRole('button', { name: 'Start from blank' }).click();
  await expect(page.getByText('Nothing to save yet')).toBeVisible();
  await expect(page.getByText('Add a block to run this lesson courtside.')).toBeVisible();
  await page.getByLabel('Title of the lesson').fill('Nobody’s hour');
  await page.getByLabel('Title of the lesson').press('Enter');
  await page.reload();
  await expect(page.getByLabel('Title of the lesson')).toHaveValue('Nobody’s hour');
  await page.goto(`${emptyClub.url}/lessons`);
  await expect(page.getByText('No upcoming lessons.')).toBeVisible();
  await page.goto(emptyClub.url);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Your first lesson');
  for (const [path, words] of [
    ['/students', 'Type a name above and press Enter'],
    ['/weeks', 'No weekly plan yet'],
    ['/log', 'No finished lessons yet']
  ] as const) {
    await page.goto(emptyClub.url + path);
    await expect(page.getByText(words)).toBeVisible();
  }
  // With the first block it is saved, and stands under Lessons.
  await page.goto(emptyClub.url);
  await page.getByRole('button', { name: 'Start from blank' }).click();
  await page.getByRole('button', { name: 'Warm-up', exact: true }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.goto(`${emptyClub.url}/lessons`);
  await expect(page.getByRole('link', { name: 'New lesson' })).toBeVisible();
});

test('what was true last time is where the next lesson begins', async ({ page, club }) => {
  await page.goto(`${club.url}/lessons/new`);
  await page.getByRole('button', { name: 'Orange eight' }).click();
  await expect(page.getByRole('combobox', { name: /^Court/ })).toHaveValue('tennisOrange');
  await expect(page.getByLabel('Courts')).toHaveValue('2');
  await expect(page.getByLabel('Balls (empty: no limit)')).toHaveValue('60');
  await expect(page.getByLabel('Start')).toHaveValue('16:00');
  // What was set by hand stays.
  await page.getByLabel('Courts').fill('1');
  await page.getByLabel('Courts').press('Enter');
  await page.getByRole('button', { name: 'Table three' }).click();
  await expect(page.getByLabel('Courts')).toHaveValue('1');
});
