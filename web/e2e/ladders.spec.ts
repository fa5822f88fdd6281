import { begin, expect, finish, test, unfold } from './club';

test('a group comes in by a table, is sorted by games, climbs, and next week’s lesson is changed by it', async ({
  page,
  emptyClub
}) => {
  // In by a table: what will happen is said first, row by row.
  await page.goto(`${emptyClub.url}/students`);
  await page.getByRole('button', { name: 'Import' }).click();
  await page.getByLabel('The table').setInputFiles({
    name: 'owls.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'name;hand;level;age;groups\nZoë Marl;left;club;16;Owls\nBo Tarn;right;expert;;Owls\nCy Fenn;right;club;16;Owls\nAda Reed;;club;;Owls\n'
    )
  });
  await expect(page.getByRole('status').filter({ hasText: 'Preview' })).toContainText(
    '3 new, 0 changed, 0 unchanged, 1 rejected'
  );
  await expect(page.getByRole('listitem').filter({ hasText: 'Bo Tarn' })).toContainText('expert');
  await page.getByRole('button', { name: 'Import students' }).click();
  const students = page.getByRole('list', { name: 'Students', exact: true });
  await expect(students.getByRole('link', { name: 'Zoë Marl' })).toBeVisible();
  await expect(students.getByRole('link')).toHaveCount(3);

  // Sorted by games: a short round for all, scored courtside.
  await page.getByRole('link', { name: 'Rank by games' }).click();
  await expect(page.getByText('Not sure yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Play a short round' }).click();
  await page.getByRole('button', { name: 'Run courtside' }).click();
  await begin(page);
  await page.getByRole('button', { name: /^Next: Short games/ }).click();
  const point = (who: string) => page.getByRole('button', { name: new RegExp(`^Point to ${who}`) });
  for (const who of ['Cy', 'Zoë']) {
    for (let i = 0; i < 7; i++) await point(who).click();
    await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
    await page.getByRole('button', { name: /^Change now: / }).click();
  }
  await finish(page);
  await page.goto(`${emptyClub.url}/students`);
  await page.getByRole('link', { name: 'Rank by games' }).click();
  const order = page.getByRole('list', { name: /^The order/ }).getByRole('listitem');
  await expect(order).toHaveCount(3);
  await expect(order.last(), 'who lost both').toContainText('Ada');

  // On a ladder, and the draft of the next lesson follows it.
  await page.goto(`${emptyClub.url}/students`);
  await students.getByRole('link', { name: 'Zoë Marl' }).click();
  await page.getByRole('button', { name: 'Add to a ladder' }).click();
  await page
    .getByRole('combobox', { name: /^Ladder/ })
    .selectOption('Tennis: Serve, from the service line to the first volley');
  await page.getByRole('button', { name: 'Add to ladder' }).click();
  const climb = page.getByRole('region', { name: /^Serve, from the service line/ }).first();
  await expect(climb).toContainText('Stay on “From the service line”');
  await expect(climb).toContainText('Nothing counted on this rung yet');
  for (const day of [1, 2]) {
    await page.getByRole('link', { name: 'Plan a lesson' }).first().click();
    const draft = page.getByRole('article', { name: 'Next on the ladder' });
    await expect(draft).toContainText('From the service line');
    await draft.getByRole('button', { name: 'Use this draft' }).click();
    await page.getByLabel('Day', { exact: true }).fill(`${day} May 2026`);
    await page.getByRole('button', { name: 'Run courtside' }).click();
    // Two days, by the clock of the device.
    await page.clock.setFixedTime(new Date(Date.now() + (day - 1) * 26 * 3600_000));
    await begin(page, { hold: true });
    const serves = page.getByRole('button', { name: /^Next: Serve from the service line/ });
    for (let i = 0; i < 4 && !(await serves.count()); i++)
      await page.getByRole('button', { name: /^Next: / }).click();
    await serves.click();
    for (let i = 0; i < 30; i++) await page.getByRole('button', { name: 'Good', exact: true }).click();
    await finish(page);
    await page.goto(`${emptyClub.url}/students`);
    await students.getByRole('link', { name: 'Zoë Marl' }).click();
  }

  // The advice is taken; the next lesson is another.
  await expect(climb).toContainText('▲ Move up to “Three in a row from there”');
  await expect(climb).toContainText(/Met on 2 (of 2 days|days)/);
  await climb.getByRole('button', { name: 'Move up' }).click();
  await expect(page.getByRole('img', { name: 'Rung 2 of 5' })).toBeVisible();
  await unfold(page, 'Ladders and advice');
  const whole = page.getByRole('region', { name: /^Serve, from the service line/ }).last();
  await expect(whole.getByRole('listitem').filter({ hasText: 'Three in a row from there' })).toHaveAttribute(
    'aria-current',
    'step'
  );
  await page.getByRole('link', { name: 'Plan a lesson' }).first().click();
  await expect(page.getByRole('article', { name: 'Next on the ladder' })).toContainText(
    'Three in a row from there'
  );

  // The card and the report.
  await page.goBack();
  await page.getByRole('link', { name: 'Home card' }).click();
  await expect(page.getByText('A card has at most three practices.')).toBeVisible();
  await page
    .getByRole('button', { name: /^Remove / })
    .first()
    .click();
  await page.getByRole('button', { name: 'Write your own practice' }).click();
  await expect(page.getByRole('button', { name: /Print/ })).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('article', { name: 'Home card of Zoë Marl' })).toBeVisible();
  await page.emulateMedia({ media: 'screen' });
  await page.getByRole('link', { name: 'Back to Zoë' }).click();
  await page.getByRole('link', { name: 'Report' }).click();
  await expect(page.getByRole('region', { name: 'Ladders' })).toContainText('rung 2 of 5');
});

test('weeks are planned, moved, rained off, drafted; the work goes along', async ({ page, club }) => {
  await page.goto(`${club.url}/students`);
  await page
    .getByRole('listitem')
    .filter({ has: page.getByLabel('Name of Shuttle pair') })
    .getByRole('link', { name: 'Weekly plan' })
    .click();
  await page.getByRole('combobox', { name: 'Themes' }).selectOption('basics, combined, at speed, match');
  await page.getByRole('button', { name: /^Add \d+ lessons to the calendar$/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'added to the calendar' })).toBeVisible();
  await page.getByRole('button', { name: 'Shuttle pair', exact: true }).click();
  const slots = page.getByRole('button', { name: /Ravi, Yma/ });
  await expect(slots.first()).toBeVisible();
  await slots.first().click();
  const panel = page.getByRole('complementary', { name: 'Selected lesson' });
  await expect(panel).toContainText('Basics');
  await panel.getByRole('button', { name: 'Rained off' }).click();
  await expect(
    page.getByRole('status').filter({ hasText: 'Its content moves to the next lesson' })
  ).toBeVisible();
  await slots.nth(1).click();
  await expect(panel).toContainText('Includes the content of');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(panel).not.toContainText('Includes the content of');
  await panel.getByRole('button', { name: 'Draft lesson' }).click();
  await expect(page.getByLabel('Title of the lesson')).toHaveValue(/^Shuttle pair, week/);
});
