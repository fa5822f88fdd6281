import { begin, type Club, eventually, expect, finish, test, unfold } from './club';
import type { Page } from '@playwright/test';
import { v7 } from 'uuid';

// What coaches count, all the way: planned, counted by touch, found in the log, found
// again in the next plan. docs/rounds.md says which row is which.
test.use({ serviceWorkers: 'allow', viewport: { width: 390, height: 844 }, hasTouch: true });

type Any = Record<string, unknown>;

/** A club's own API, for what is not the point of a walk. */
function desk(page: Page, club: Club) {
  const ask = async <T>(method: string, path: string, data?: unknown): Promise<T> => {
    const answer = await page.request.fetch(`${club.url}/api/v1${path}`, { method, data: data as Any });
    expect(answer.ok(), `${method} ${path}: ${await answer.text()}`).toBe(true);
    return (await answer.json()) as T;
  };
  return {
    ask,
    student: async (name: string) => {
      const s = { id: v7(), version: 0, name, hand: 'right', level: 'club' };
      await ask('PUT', `/students/${s.id}`, s);
      return s.id;
    },
    drill: async (id: string): Promise<Any> => {
      const { drill } = await ask<{ drill: Any }>('GET', `/drills/${id}`);
      return { id: v7(), kind: 'drill', title: drill.title, minutes: 10, drill };
    },
    game: async (id: string, more: Any = {}): Promise<Any> => {
      const g = await ask<Any & { players: number[] }>('GET', `/games/${id}`);
      const match = {
        rules: g.rules,
        start: g.start,
        cue: g.how,
        side: g.players[0],
        game: id,
        sides: g.sides
      };
      return { id: v7(), kind: 'game', title: g.title, minutes: 15, match, ...more };
    },
    lesson: async (title: string, students: string[], blocks: Any[], court = 'tennis') => {
      const l = {
        id: v7(),
        version: 0,
        title,
        aim: '',
        date: new Date().toISOString().slice(0, 10),
        start: '21:00',
        slotMinutes: 120,
        court,
        students,
        blocks
      };
      await ask('PUT', `/lessons/${l.id}`, l);
      return l;
    }
  };
}

const press = async (page: Page, name: string | RegExp, times = 1) => {
  const button = page.getByRole('button', { name, exact: typeof name === 'string' }).first();
  for (let i = 0; i < times; i++) await button.tap();
};
const goal = (page: Page) => page.getByLabel('Stage being counted');
const next = (page: Page) => press(page, /^Next: /);

test('stages, streaks, races, pairs, tempo, seconds and what is held go all the way', async ({
  page,
  club
}) => {
  const d = desk(page, club);
  const two = [await d.student('Ida Fenn'), await d.student('Bo Larch')];
  const ids = [
    'deep-past-marker',
    'marker-duel',
    'four-stations-volley',
    'corridor-forehand',
    'figure-of-eight',
    'two-count-tempo',
    'shuttle-run-outs',
    'brush-the-net',
    'loosen-the-grip',
    'through-the-zones'
  ];
  const blocks = [];
  for (const id of ids) blocks.push(await d.drill(id));
  const lesson = await d.lesson('All that is counted', two, blocks);
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  await press(page, 'Run courtside');
  await begin(page, { hold: true });

  // Ten in a row at half pace open full pace; a miss at nine does not.
  const ida = page.getByRole('region', { name: 'Ida', exact: true });
  const bo = page.getByRole('region', { name: 'Bo', exact: true });
  await press(page, /^Count Ida/);
  await expect(goal(page)).toContainText('locked: Full pace');
  await press(page, 'Good, Ida', 9);
  await press(page, 'Miss, Ida');
  await expect(ida.getByLabel('0 of 10 in a row')).toBeVisible();
  await expect(goal(page)).toContainText('locked: Full pace');
  await press(page, 'Good, Ida', 10);
  await expect(page.getByText('Goal reached: Half pace: 10 in a row')).toBeVisible();
  await expect(goal(page)).toHaveValue('1');
  await press(page, 'Good, Ida', 2);

  // First to hit the marker: then it is over for the other.
  await next(page);
  await press(page, 'Good, Bo');
  await expect(page.getByText('Goal reached: First to hit it')).toBeVisible();
  await press(page, /^Count Ida/);
  await goal(page).selectOption('0');
  await expect(page.getByText('Another student was first.')).toBeVisible();

  // Four stations of five, out and back.
  await next(page);
  await press(page, 'Good', 5);
  await expect(goal(page)).toHaveValue('1');
  await press(page, 'Good', 5);
  await expect(goal(page)).toHaveValue('2');

  // A pair's total to 25 is one number for both; then the same as a race.
  await next(page);
  await press(page, 'Good, Ida', 4);
  await press(page, /^Count Bo/);
  await expect(bo.getByLabel('4 of 25 in all for the pair')).toBeVisible();
  await press(page, 'Good, Bo', 2);
  await press(page, 'Notes…');
  await page.getByLabel('Good balls').fill('19');
  await page.getByLabel('Total balls').fill('24');
  await press(page, 'Add');
  await press(page, /^late,/);
  await page.getByLabel('Note about Bo').fill('Waits for the ball');
  await press(page, 'Back to counting');
  await expect(goal(page)).toHaveValue('1');
  await press(page, 'Good, Bo', 3);
  await expect(bo.getByLabel('3 of first to 25')).toBeVisible();

  // Ten or more shots in the figure of eight.
  await next(page);
  await press(page, 'Shot', 6);
  await press(page, 'Rally over');
  await press(page, 'Shot', 11);
  await expect(page.getByLabel('This rally')).toHaveText('11'); // it goes on
  await press(page, 'Rally over');
  await expect(goal(page)).toHaveValue('1');

  // Sets of two in one minute, counted, and one typed afterwards.
  await next(page);
  await press(page, 'Start');
  const count = page.locator('section[aria-label="Goal"]');
  await page.locator('.big', { hasText: '+5' }).tap();
  await page.locator('.big', { hasText: '+1' }).tap();
  await expect(count).toContainText('6');
  await goal(page).selectOption('1');
  await page.getByLabel('Count of this try').fill('14');
  await page.getByLabel('Count of this try').blur();
  await expect(page.getByLabel('14 sets of 2 in this try')).toBeVisible();

  // Run-outs timed, with a lap; less is better.
  await next(page);
  await page.locator('.big', { hasText: 'Start' }).tap();
  await page.waitForFunction(() => document.querySelector('.big')?.textContent?.includes('Stop'));
  await page.locator('.big', { hasText: 'Lap' }).tap();
  await page.locator('.big', { hasText: 'Stop' }).tap();
  await expect(page.getByRole('list', { name: 'Times' }).getByRole('listitem')).toHaveCount(2);

  // Brushes, held or not.
  await next(page);
  await press(page, /Done/, 2);
  await press(page, '+5', 2);
  await press(page, /^got it,/);
  await press(page, /^nearly,/);
  await expect(page.getByText('All goals met.')).toBeVisible();

  // Finger holds in turn, whole hand between.
  await next(page);
  await press(page, /Done/);
  await press(page, '+5');
  await expect(goal(page)).toHaveValue('1');
  await press(page, /Done/, 4);
  await expect(goal(page)).toHaveValue('2');

  // Four zones of twenty seconds each.
  await next(page);
  await page.locator('.big', { hasText: '+5' }).tap();
  await expect(page.getByRole('timer', { name: 'Time left of this try' })).toContainText(/0:\d\d/);
  await finish(page);

  // The log has all of it.
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('link', { name: 'Open the log' }).click();
  const entry = page.getByRole('article').first();
  await expect(entry).toContainText('All that is counted');
  for (const said of ['a rally of 11', '14 sets of 2 in 2 min', '12 repetitions, got it 1 of 2'])
    await expect(entry).toContainText(said);
  await entry.getByRole('link', { name: 'All that is counted' }).click();
  await expect(page.getByRole('region', { name: 'Ten past the service line' })).toContainText(
    '19 of 20, best 10 in a row'
  );
  await expect(page.getByRole('region', { name: 'Cross-court corridor, forehand' })).toContainText(
    '25 in total'
  );
  await expect(page.getByRole('main')).toContainText('late');
  await expect(page.getByRole('main')).toContainText('Waits for the ball');

  // And the next plan of the same drills begins from there.
  const again = await d.lesson(
    'Once more',
    two,
    blocks.map((b) => ({ ...b, id: v7() }))
  );
  await page.goto(`${club.url}/lessons/${again.id}`);
  await expect(page.getByText(/Half pace was met on \w{3} \d+ \w{3} by Ida \(/)).toBeVisible();
  await page.getByRole('button', { name: /Start at the next stage/ }).click();
  await page.getByRole('button', { name: 'Each student' }).click();
  await expect(page.getByLabel('Ida starts at stage')).toHaveValue('1');
  await page
    .getByRole('button', { name: /^Drill: Count one, two/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'The drill', exact: true }).click();
  await expect(page.getByText(/Last time \(.*\): .*14 sets of 2 in 2 min/)).toBeVisible();
  await page.getByRole('button', { name: /Raise the goal by one/ }).click();
  await expect(page.getByLabel('How many, Whispered')).toHaveValue('15');
  await page
    .getByRole('button', { name: /^Drill: Run the shuttles out/ })
    .first()
    .click();
  await expect(page.getByText(/Last time \(.*\): Ida \d+\.\d s/)).toBeVisible();
});

test('games with all their marks go all the way', async ({ page, club }) => {
  const d = desk(page, club);
  const names = ['Ida Fenn', 'Bo Larch', 'Cleo Marsh', 'Dag Reed', 'Eva Stone', 'Finn Wold'];
  const six = [];
  for (const n of names) six.push(await d.student(n));
  const net = await d.game('takeTheNet', { arrangement: { manner: 'onDeck', balls: 5 } });
  const big = await d.lesson('Six for the net', six, [net]);
  await page.goto(`${club.url}/lessons/${big.id}`);
  await press(page, 'Run courtside');
  await begin(page, { hold: true });

  // Five balls, then all move one place; two practice rounds, set to one on the screen.
  await expect(page.getByText('Practice: 2 rounds before scoring starts')).toBeVisible();
  await press(page, 'One practice round fewer');
  await expect(page.getByText('Practice: 1 round before scoring starts')).toBeVisible();
  await press(page, /^Point to Ida & Bo/, 5);
  await expect(page.getByRole('button', { name: /^Point to Bo & Cleo/ })).toBeVisible();
  await press(page, /^Point made by Cleo/, 2);
  await press(page, /^Point made by Eva/);
  await press(page, /^Point made by Cleo/, 2);
  await expect(page.getByRole('button', { name: /^Point to Cleo & Dag/ })).toBeVisible();
  // Everybody on the side that won a ball has a point of their own.
  await expect(page.getByText(/Bo 4 · Cleo 4 · /)).toContainText('Eva 1');
  await finish(page);
  await page.getByRole('link', { name: 'Open the log' }).click();
  await expect(page.getByRole('article').first()).toContainText(/Individual scores: Bo 4, Cleo 4, .*Eva 1/);

  // Two and their games: uneven, three-part, first serve only, a marker worth three, doubled.
  const two = six.slice(0, 2);
  const ids = ['unevenRace', 'threePart', 'firstServeBonus', 'guardMarker', 'together', 'serveReturn11'];
  const games = [];
  for (const id of ids) games.push(await d.game(id));
  const lesson = await d.lesson('Games for two', two, games);
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  await press(page, 'Run courtside');
  await begin(page, { hold: true });
  const points = (who: string, n: number) =>
    page.getByRole('button', { name: `Point to ${who}, now on ${n}` });

  await press(page, /^Point to Ida/, 9);
  await press(page, /^Point to Bo/, 5);
  await expect(page.getByText('Game: 9–5')).toBeVisible(); // ten against five
  await next(page);
  await press(page, /^Point to Ida/, 3);
  await expect(points('Ida', 2)).toBeVisible(); // a sweep
  await press(page, /^Point to Bo/, 2);
  await press(page, /^Point to Ida/);
  await expect(points('Bo', 1)).toBeVisible(); // two of three
  await next(page);
  await press(page, 'Serve and volley in, 1 more');
  await press(page, /^Point to Bo/);
  await expect(points('Ida', 1)).toBeVisible(); // the server’s, whoever wins
  await expect(points('Bo', 1)).toBeVisible();
  await press(page, 'Second serve');
  await expect(page.getByRole('button', { name: 'Serve and volley in, 1 more' })).toBeDisabled();
  await press(page, /^Point to Ida/);
  await expect(points('Ida', 2)).toBeVisible();
  await next(page);
  await press(page, 'Marker hit, Ida');
  await expect(points('Ida', 3)).toBeVisible();
  await press(page, 'Undo the last point');
  await expect(points('Ida', 0)).toBeVisible();
  await press(page, 'Marker hit, Bo', 4);
  await expect(page.getByText('Game: 0–12')).toBeVisible();
  await next(page);
  await press(page, 'Both in the zone, Ida');
  await expect(points('Ida', 2)).toBeVisible();
  await next(page);
  await press(page, /^Point to Ida/, 4); // four warm up and do not count
  await expect(points('Ida', 0)).toBeVisible();
  await press(page, /^Point to Ida/, 4);
  await expect(page.getByRole('button', { name: /^Point to Bo/ })).toContainText('feeds, 4 more');
  await press(page, /^Point to Ida/, 7);
  await expect(page.getByText('Game: 11–0')).toBeVisible();
  await finish(page);
  await page.getByRole('link', { name: 'Open the log' }).click();
  const entry = page.getByRole('article').first();
  for (const said of ['Ida 9–5 Bo', 'Ida 0–12 Bo', 'Ida 11–0 Bo']) await expect(entry).toContainText(said);

  // The next plan knows who won, and how likely that is now; so does the student’s page.
  await page.setViewportSize({ width: 1280, height: 800 });
  const again = await d.lesson('Games once more', two, [{ ...games[5]!, id: v7() }]);
  await page.goto(`${club.url}/lessons/${again.id}`);
  await expect(page.getByText('Last game: Ida 11–0 Bo (Four serves, four returns).')).toBeVisible();
  await page.goto(`${club.url}/students/${two[0]}`);
  await unfold(page, 'Games');
  await expect(
    page.getByRole('row', { name: /Four serves, four returns against Bo 11–0 won/ })
  ).toBeVisible();
  await expect(page.getByText(/Against an average player of the same level/)).toBeVisible();
});

test('the log is mended, and what is believed follows', async ({ page, club }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  const d = desk(page, club);
  const ida = await d.student('Ida Fenn');
  const lesson = await d.lesson('Serves', [ida], [await d.drill('line-all-deep')]);
  // Opening courtside and leaving again leaves no row.
  const before = (await d.ask<{ items: unknown[] }>('GET', '/runs?limit=200')).items.length;
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  await press(page, 'Run courtside');
  await expect(page.getByRole('button', { name: 'Start the clock' })).toBeVisible();
  expect((await d.ask<{ items: unknown[] }>('GET', '/runs?limit=200')).items.length).toBe(before);
  await begin(page, { hold: true });
  await press(page, 'Good', 3);
  await press(page, 'Miss', 5);
  await finish(page);
  await page.getByRole('link', { name: 'Open the log' }).click();
  await page.getByRole('link', { name: 'Serves', exact: true }).click();
  const chance = async () => {
    const { skills } = await d.ask<{ skills: { track: { chance: { mean: number } }[] }[] }>(
      'GET',
      `/students/${ida}`
    );
    return skills[0]?.track.at(-1)?.chance.mean;
  };
  const low = (await chance())!;
  await page.getByRole('button', { name: 'Add or correct a count' }).click();
  const good = page.getByLabel(/: good$/);
  await good.fill('9'); // more than there were: said, and nothing lost
  await good.blur();
  await expect(page.getByRole('alert')).toContainText('Good balls and best in a row cannot be more');
  await page.getByLabel(/: balls$/).fill('12');
  await page.getByLabel(/: balls$/).blur();
  await good.fill('11');
  await good.blur();
  await eventually(chance).toBeGreaterThan(low + 0.05);
  await page.getByLabel('Minutes that Three deep in a line took').fill('14');
  await page.getByLabel('Minutes that Three deep in a line took').blur();
  await expect(page.getByRole('main')).toContainText('14 min');
  await page.getByRole('button', { name: 'Remove from log' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Removed from the log' })).toBeVisible();
  await eventually(chance).toBeUndefined();
  await page.getByRole('button', { name: 'Restore' }).click();
  await eventually(chance).toBeGreaterThan(low + 0.05);
  await page.getByLabel('Ida', { exact: true }).uncheck();
  await eventually(chance).toBeUndefined();
  await page.reload();
  await expect(page.getByRole('list')).toContainText('count corrected');
});

test('a game is bent on its sentences, kept with its versions, and played by its rules', async ({
  page,
  club
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  const d = desk(page, club);
  const two = [await d.student('Ida Fenn'), await d.student('Bo Larch')];
  const lesson = await d.lesson('My game', two, [await d.game('shortBall11')]);
  await page.goto(`${club.url}/games/guardMarker`);
  const odds = page.getByRole('status').filter({ hasText: 'Between equal players' });
  await expect(odds).toContainText('rallies');
  const before = await odds.textContent();
  await page.getByLabel('Value of bonus or penalty 1').fill('5');
  await page.getByLabel('Value of bonus or penalty 1').press('Enter');
  await expect(odds).not.toHaveText(before!); // the odds move with the words
  await page.getByLabel('Practice rounds').fill('99');
  await page.getByLabel('Practice rounds').press('Enter');
  await expect(page.getByRole('alert')).toContainText('0 to 50'); // said, and nothing lost
  await page.getByLabel('Practice rounds').fill('1');
  await page.getByLabel('Practice rounds').press('Enter');
  await expect(page).toHaveURL(/games\/[0-9a-f-]{36}/); // a copy of one’s own
  await page.getByRole('textbox', { name: 'Title' }).fill('Guard it (copy)');
  await page.getByRole('textbox', { name: 'Title' }).press('Enter');
  await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
  const own = page.url().split('/').pop()!;
  expect(
    (await d.ask<{ items: unknown[] }>('GET', `/games/${own}/versions`)).items.length
  ).toBeGreaterThanOrEqual(2);

  await page.goto(`${club.url}/lessons/${lesson.id}`);
  await page.getByLabel('Choose another game').selectOption(own);
  await expect(page.getByLabel('Value of bonus or penalty 1')).toHaveValue('5');
  await page.setViewportSize({ width: 390, height: 844 });
  await press(page, 'Run courtside');
  await expect(page.getByText('Practice: 1 round before scoring starts')).toBeVisible();
  await press(page, 'Marker hit, Ida', 2);
  await expect(page.getByRole('button', { name: 'Point to Ida, now on 5' })).toBeVisible();
});
