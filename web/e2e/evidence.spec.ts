import { eventually, expect, test, unfold } from './club';
import { lessonOfThree } from './lessons';

test('a lesson counted on paper is entered for its day, and stands in the log and on the student’s page', async ({
  page,
  club
}) => {
  const made = await lessonOfThree(page, club);
  const day = new Date(Date.now() - 3 * 86_400_000);
  const date = `${day.getFullYear()}-${String(day.getMonth() + 1).padStart(2, '0')}-${String(day.getDate()).padStart(2, '0')}`;
  const put = await page.request.put(`${club.url}/api/v1/lessons/${made.id}`, {
    data: { ...made, version: 1, date, start: '10:00' }
  });
  expect(put.ok(), await put.text()).toBe(true);
  await page.goto(`${club.url}/lessons/${made.id}`);
  await page.getByRole('button', { name: 'Enter from paper' }).click();
  await expect(page).toHaveURL(/\/log\/[0-9a-f-]{36}$/);
  await expect(page.getByRole('heading', { name: 'Three of them' })).toBeVisible();
  // The minutes are those of the plan, until they are put right.
  await expect(page.getByLabel('Minutes that Corners took')).toHaveValue('40');
  await expect(page.getByLabel('Minutes that To eleven took')).toHaveValue('6');
  const corners = page.getByRole('region', { name: 'Corners' });
  await corners.getByRole('button', { name: 'Add or correct a count' }).click();
  const balls = corners.getByLabel(/Odile.*: balls$/).first();
  await balls.fill('20');
  await balls.blur();
  const good = corners.getByLabel(/Odile.*: good$/).first();
  await good.fill('13');
  await good.blur();
  type Runs = { items: { lesson: string; students: { good: number }[] }[] };
  await eventually(async () => {
    const runs = (await (await page.request.get(`${club.url}/api/v1/runs?words=Three`)).json()) as Runs;
    return runs.items.find((r) => r.lesson === made.id)?.students[0]?.good;
  }).toBe(13);
  await expect(page.getByText('saved', { exact: true })).toBeVisible();

  // It is of the day on which it was played, not of today.
  await page.goto(`${club.url}/log?words=Three`);
  const entry = page.getByRole('article').filter({ hasText: 'Three of them' });
  await expect(entry).toContainText('13 of 20');
  const said = day.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' });
  await expect(entry).toContainText(said.replace('Sept', 'Sep'));
  await entry.getByRole('link', { name: 'Odile' }).click();
  await unfold(page, 'Success rates');
  await expect(page.getByRole('img', { name: /from 20 balls on 1 day/ }).first()).toBeVisible();

  // What is in the log is not entered once more.
  await page.goto(`${club.url}/lessons/${made.id}`);
  await expect(page.getByRole('button', { name: 'Run courtside' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Enter from paper' })).toHaveCount(0);
});

test('two balls are a guess, where misses went is seen again, and the next plan has the cue', async ({
  page,
  club
}) => {
  const made = await lessonOfThree(page, club);
  const [student] = made.students;
  await page.goto(`${club.url}/lessons/${made.id}`);
  await page.getByRole('button', { name: 'Run courtside' }).click();
  await expect(page).toHaveURL(/\/court\//);
  const run = /court\/([0-9a-f-]{36})/.exec(page.url())![1]!;
  const block = made.blocks[0]!.id;
  const at = Date.now();
  const { v7 } = await import('uuid');
  const ball = (i: number, more: Record<string, unknown>) => ({
    id: v7({ msecs: at + i }),
    at: at + 4000 * i,
    block,
    student,
    ...more
  });
  const events = [
    { id: v7({ msecs: at }), at, kind: 'start' },
    ball(1, { kind: 'good' }),
    ...[2, 3, 4, 5, 6].map((i) => ball(i, { kind: 'miss', where: 'net' })),
    ball(7, { kind: 'miss', where: 'long' }),
    { id: v7({ msecs: at + 8 }), at: at + 40_000, kind: 'finish' }
  ];
  const sent = await page.request.post(`${club.url}/api/v1/runs/${run}/events`, {
    data: { lesson: { id: made.id, version: 1 }, events }
  });
  expect(sent.ok(), await sent.text()).toBe(true);

  await page.goto(`${club.url}/log?words=Three`);
  const entry = page.getByRole('article').filter({ hasText: 'Three of them' });
  await expect(entry).toContainText('missed: 5 net, 1 long');
  await entry.getByRole('link', { name: 'Odile' }).click();
  await expect(page.getByRole('heading', { name: 'Where balls are missed' })).toBeVisible();
  await expect(page.getByText('5 net, 1 long')).toBeVisible();
  await unfold(page, 'Success rates');
  await expect(page.getByRole('img', { name: /^a guess by level: .* from 7 balls on 1 day$/ })).toBeVisible();

  // The next plan with that drill says so, and gives her the cue with one press.
  await page.goto(`${club.url}/lessons/${made.id}`);
  await page
    .getByRole('button', { name: /Corners/ })
    .first()
    .click();
  await expect(page.getByText('Odile: 5 of 6 marked misses went into the net.')).toBeVisible();
  await page.getByRole('button', { name: /Cue for Odile: “Higher over the net”/ }).click();
  await expect(page.getByText('Odile: 5 of 6 marked misses')).toHaveCount(0);
});

test('a video is noted with a day of a student, changed, and taken back', async ({ page, club }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  const made = await lessonOfThree(page, club);
  await page.goto(`${club.url}/students/${made.students[0]}`);
  await unfold(page, 'Video and paper');
  await page.getByLabel('What it shows').fill('Late to the short ball');
  await page.getByLabel('Where it is').fill('https://films.example/odile');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const line = page.getByRole('listitem').filter({ hasText: 'Late to the short ball' });
  await expect(line.getByRole('link')).toHaveAttribute('href', 'https://films.example/odile');
  await expect(line).toContainText('Today');
  await line.getByRole('button', { name: /^Remove/ }).click();
  await expect(line).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(line).toBeVisible();
  await line.getByRole('button', { name: 'Change' }).click();
  await page.getByLabel('Where it is').fill('javascript:alert(1)');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(line).toContainText('javascript:alert(1)');
  await expect(line.getByRole('link')).toHaveCount(0);
});
