import { begin, expect, openToday, rate, test, unfold, wheel } from './club';

test.use({ serviceWorkers: 'allow' });

test('a coach plans, mends, runs and logs a lesson, and the next one changes', async ({ page, club }) => {
  await page.goto(club.url);
  await expect(page.getByRole('heading', { name: 'Short balls to match play' })).toBeVisible();
  const nextBefore = await page
    .getByRole('region', { name: 'Short balls', exact: true })
    .getByRole('button', { name: /Wren finishes/ })
    .getAttribute('aria-label');
  await page.getByRole('link', { name: 'Open lesson' }).click();

  // The reckoning says that it does not fit, and one click mends it.
  const trouble = page.getByRole('status').filter({ hasText: 'will probably take longer than 25 minutes' });
  await expect(trouble).toBeVisible();
  const chance = await wheel(page, /^Chance to finish/);
  await trouble.getByRole('button', { name: /in a row/ }).click();
  await expect(trouble).toBeHidden();
  expect(await wheel(page, /^Chance to finish/)).toBeGreaterThan(Math.max(79, chance));

  // Every figure opens how it was reckoned.
  await page
    .getByRole('button', { name: /^Balls fed: 285 balls/ })
    .last()
    .click();
  const how = page.getByRole('dialog', { name: 'How Balls fed was calculated' }).last();
  await expect(how).toContainText('Time between feeds');
  await expect(how).toContainText('4 s');
  await page.keyboard.press('Escape');

  // The tape: longer by its edge, another place by drag, removed and brought back.
  const edge = page.getByRole('slider', { name: 'Length of Short-ball game to 11' });
  const box = (await edge.boundingBox())!;
  await page.mouse.move(box.x + 6, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + 6 + 95, box.y + 20, { steps: 5 });
  await page.mouse.up();
  await expect(edge).toHaveAttribute('aria-valuenow', '20');
  await expect(page.getByText('The blocks are 3 minutes longer than the lesson.')).toBeVisible();
  await page.getByRole('button', { name: /Shorten .* to 22 minutes/ }).click();
  await expect(page.getByText(/minutes longer than the lesson/)).toHaveCount(0);
  const water = page.getByRole('button', { name: /^Break: Water/ });
  const game = page.getByRole('button', { name: /^Game:/ });
  const from = (await water.boundingBox())!;
  const to = (await game.boundingBox())!;
  await page.mouse.move(from.x + 10, from.y + 60);
  await page.mouse.down();
  await page.mouse.move(to.x + 20, to.y + 60, { steps: 6 });
  await page.mouse.up();
  await expect(water).toHaveAccessibleName(/17:33 to 17:36/);
  await water.click();
  await page.getByRole('button', { name: 'Remove Water' }).click();
  await expect(water).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(water).toHaveCount(1);
  await page.getByRole('button', { name: /^Drill: Short ball/ }).click();

  // The target: dragged, and typed as coaches say it.
  const target = page.getByRole('slider', { name: 'Target' });
  await expect(target).toHaveAttribute(
    'aria-valuetext',
    /4 ft 6 in inside the sideline, 6 ft 6 in inside the baseline, radius 4 ft 6 in/
  );
  await target.scrollIntoViewIfNeeded();
  const t = (await target.boundingBox())!;
  await page.mouse.move(t.x + t.width / 2, t.y + t.height / 2);
  await page.mouse.down();
  await page.mouse.move(t.x + t.width / 2 - 40, t.y + t.height / 2 + 15, { steps: 8 });
  await page.mouse.up();
  await expect(target).not.toHaveAttribute('aria-valuetext', /6 ft 6 in inside the baseline/);
  // What is typed stands, though the target moves meanwhile.
  await page.getByLabel('Inside the baseline').fill('7');
  await target.dispatchEvent('keydown', { key: 'ArrowUp', bubbles: true });
  await expect(page.getByLabel('Inside the baseline')).toHaveValue('7');
  await page.getByLabel('Inside the baseline').press('Enter');
  await expect(target).toHaveAttribute('aria-valuetext', /, 7 ft inside the baseline/);
  await page.getByRole('button', { name: 'Units: feet and inches. Switch units' }).click();
  await expect(target).toHaveAttribute('aria-valuetext', /2\.13 m inside the baseline/);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  // Courtside: Wren makes everything.
  await page.getByRole('button', { name: 'Run courtside' }).click();
  await begin(page, { hold: true });
  await expect(page.getByRole('region', { name: 'Role of this minute' })).toContainText('Forehand volleys');
  await page.getByRole('button', { name: /^Next: Short ball/ }).click();
  await expect(page.getByLabel('0 of 10 in all')).toBeVisible();
  for (let i = 0; i < 60; i++) await page.getByRole('button', { name: 'Good', exact: true }).click();
  await expect(page.getByText('All goals met')).toBeVisible();
  await page.getByRole('button', { name: /^Lesson menu: / }).click();
  await page.getByRole('button', { name: 'Finish lesson' }).click();
  await rate(page, 'Wren', 7, 9);
  await page.getByRole('button', { name: 'Effort', exact: true }).click();
  await rate(page, 'Wren', 5, 6);
  await expect(page.getByLabel('Wren 6')).toBeVisible();
  await page.getByLabel('Note on the lesson').fill('Ready for a live feed');
  await page.getByLabel('Note on the lesson').press('Tab');
  await page.getByRole('button', { name: 'Finish lesson' }).click();

  // Afterwards: the log, the student, and the next lesson's chances.
  await page.getByRole('link', { name: 'Open the log' }).click();
  const entry = page.getByRole('article').first();
  await expect(entry).toContainText('Ready for a live feed');
  await expect(entry).toContainText('met 8 of 8');
  await expect(entry).toContainText('engaged 9');
  await entry.getByRole('link', { name: 'Wren' }).click();
  await unfold(page, 'Success rates');
  await expect(page.getByRole('region', { name: 'Forehand cross-court, short ball' })).toContainText('▲ up');
  await page.getByRole('link', { name: 'Today' }).click();
  const next = page
    .getByRole('region', { name: 'Short balls', exact: true })
    .getByRole('button', { name: /Wren finishes/ });
  await expect(next).toBeVisible();
  const percent = (label: string | null) => Number(/(\d+)%/.exec(label!)![1]);
  expect(percent(await next.getAttribute('aria-label'))).toBeGreaterThan(percent(nextBefore) + 5);
});

test('a lesson is planned from nothing for somebody new', async ({ page, club }) => {
  await page.goto(`${club.url}/lessons`);
  await page.getByRole('button', { name: 'Plan a lesson' }).click();
  await page.getByRole('button', { name: 'Start from blank' }).click();
  await expect(page.getByText('No students in this lesson yet')).toBeVisible();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const who = page.getByRole('dialog', { name: 'Add students' });
  await who.getByRole('combobox', { name: 'Who is coming?' }).fill('Mira Quill');
  await page.keyboard.press('Enter');
  await who.getByLabel('Hand of Mira Quill').selectOption('left');
  await page.keyboard.press('Escape');
  const shelf = page.getByRole('dialog', { name: 'Choose a drill' });
  await page.getByRole('button', { name: 'Drill', exact: true }).click();
  await shelf.getByRole('button', { name: 'Choose Short ball to the corners', exact: true }).click();
  // It is set to who is there, and says what was changed; it can be had as it is drawn.
  const set = page.getByRole('status').filter({ hasText: 'Set to the students of this lesson' });
  await expect(set).toContainText(/Mira: success rate \d+% with a target/);
  await set.getByRole('button', { name: 'Use it as drawn' }).click();
  await expect(set).toBeHidden();
  await expect(page.getByRole('row', { name: /Forehand cross-court 10/ }).first()).toContainText('43%');
  // On a shorter court the next drill comes in its measures.
  await page.getByRole('combobox', { name: /^Court/ }).selectOption('tennisOrange');
  await page.getByRole('button', { name: 'Drill', exact: true }).click();
  const adults = shelf.getByRole('button', { name: 'Choose Short ball to the corners', exact: true });
  await expect(shelf.getByRole('button', { name: /^Choose/ }).first()).toBeVisible();
  await expect(adults, 'those of its own court first').toBeHidden();
  await shelf.getByRole('button', { name: 'Show all' }).click();
  await shelf.getByRole('button', { name: 'Choose Short ball to the corners', exact: true }).click();
  await expect(page.getByRole('slider', { name: 'Target' })).toHaveAttribute(
    'aria-valuetext',
    /3 ft 6 in inside the sideline, 5 ft inside the baseline/
  );
  await page.getByRole('button', { name: /^Remove Short ball/ }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^Drill: Short ball to the corners/ })).toBeVisible();
  await page.getByRole('link', { name: 'Mira Quill' }).click();
  await expect(page.getByText('Plan a first lesson')).toBeVisible();
  // A student is changed in place, and back.
  await page.getByLabel('Level').selectOption('performance');
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.getByLabel('Name').fill('Mira Quill-Oak');
  await page.getByLabel('Name').press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Mira Quill-Oak');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Mira Quill');
  await page.reload();
  await expect(page.getByLabel('Name')).toHaveValue('Mira Quill');
  await expect(page.getByLabel('Level')).toHaveValue('performance');
});

test('what cannot be is said where it was typed, and loses nothing', async ({ page, club }) => {
  await openToday(page, club);
  const radius = page.getByLabel('Radius');
  await radius.fill('wide');
  await radius.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'Write a length' })).toBeVisible();
  await expect(radius).toHaveValue('wide');
  await radius.fill('5');
  await radius.press('Enter');
  await expect(page.getByRole('slider', { name: 'Target' })).toHaveAttribute('aria-valuetext', /radius 5 ft/);
  const count = page.getByLabel('How many, Forehand cross-court').first();
  await count.fill('0');
  await count.press('Tab');
  await expect(count).toHaveValue('10');
  await page.getByLabel('Length', { exact: true }).fill('-5');
  await page.getByLabel('Length', { exact: true }).press('Enter');
  await expect(page.getByText('At least 1', { exact: true })).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  // Something only the server refuses: the edit stays and the field is named.
  await page.getByLabel('Inside the baseline').fill('50');
  await page.getByLabel('Inside the baseline').press('Enter');
  await expect(page.getByText('Your changes are still here')).toBeVisible();
  await expect(page.getByText('blocks[1].drill.targets[0].at')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
});

test('an address that leads nowhere says so and leads back', async ({ page, club }) => {
  await page.goto(`${club.url}/lessons/00000000-0000-7000-8000-000000000000`);
  await expect(page.getByRole('alert')).toContainText('This lesson does not exist');
  await page.getByRole('link', { name: 'Go to Today' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Short balls to match play');
});
