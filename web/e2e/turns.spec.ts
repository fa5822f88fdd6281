import { expect, finish, test } from './club';
import { block, button, drillBlock, fits, lessonOf, next, type Any } from './lessons';

// Blocks whose turns are more than "one stroke, one line, so many balls", counted with one
// thumb on a small phone, then read in the log and in the next plan.
test.use({ viewport: { width: 390, height: 664 }, hasTouch: true });

test('a serve and the next ball, one ball, zones and a rally are counted as they are played', async ({
  page,
  club
}) => {
  const { students, ask } = await lessonOf(page, club, ['Ida', 'Bo'], async (ask) => [
    await drillBlock(ask, 'serve-wide-open-court'),
    await drillBlock(ask, 'four-stations-volley'),
    await drillBlock(ask, 'through-the-zones', (d) => ({
      ...d,
      stages: (d.stages as { goal: Any }[]).map((s) =>
        s.goal.kind === 'timed' ? { ...s, goal: { ...s.goal, seconds: 5 } } : s
      )
    })),
    await drillBlock(ask, 'warm-up-pair')
  ]);
  // Three good balls: a serve and the ball after it of Ida, and a serve of Bo.
  const due = page.getByRole('status', { name: 'Next ball' });
  await expect(due).toContainText('Ida: Serve cross-court');
  await expect(due).toContainText('then Forehand straight');
  await fits(page, 'a serve and the next ball');
  await button(page, 'Good').tap();
  await expect(due).toContainText('Ida: Forehand straight');
  await expect(due).toContainText('then Bo: Serve cross-court');
  await button(page, 'Good').tap();
  await expect(due).toContainText('Bo: Serve');
  await button(page, 'Good').tap();
  await expect(due).toContainText('Bo: Forehand');
  await button(page, 'Miss').tap();
  await expect(due).toContainText('Ida: Serve');

  // Five at a station, one at the next, and a miss: begin again, and the other comes.
  await next(page);
  const turn = page.getByRole('region', { name: 'Turn' });
  const stage = page.getByLabel('Stage being counted');
  await expect(turn).toContainText('Ida’s turn');
  for (let i = 0; i < 6; i++) await button(page, 'Good').tap();
  await expect(stage.locator('option:checked')).toHaveText(/^Service line,/);
  await expect(turn).toContainText('Ida’s turn');
  await fits(page, 'one ball');
  await button(page, 'Miss').tap();
  await expect(button(page, /^Change\. /)).toHaveAccessibleName(/Hit: Bo/);
  await button(page, /^Change\. /).tap();
  await expect(turn).toContainText('Bo’s turn');
  await button(page, 'Good').tap();

  // Zones follow each other by the bell, student after student, until they are held.
  await next(page);
  await expect(turn).toContainText('Ida’s turn');
  await button(page, '+5').tap();
  await expect(page.getByLabel('5 good in this try')).toBeVisible();
  await expect(stage.locator('option:checked')).toHaveText(/Mid-court/, { timeout: 60_000 });
  await fits(page, 'zones');
  for (const zone of [/Service line/, /At the net/]) {
    await button(page, 'Ring now').tap();
    await expect(stage.locator('option:checked')).toHaveText(zone);
  }
  await button(page, 'Ring now').tap();
  await expect(turn).toContainText('Bo steps in');
  await button(page, 'Start now').tap();
  await button(page, /^Pause turns/).tap();
  await expect(turn).toContainText('no changes are called');
  await expect(stage.locator('option:checked')).toHaveText(/Baseline/);

  // Two who rally: a ball of either is one press, and the end of a rally counts for both.
  await next(page);
  await button(page, 'Good, Ida').tap();
  await button(page, 'Good, Bo').tap();
  await button(page, 'Miss, Bo').tap();
  await fits(page, 'two side by side');
  await button(page, 'Rally over…').tap();
  const over = page.getByRole('dialog', { name: 'Rally over' });
  const shots = over.getByText(/^\d+$/);
  for (let n = Number(await shots.textContent()); n !== 7; n += n < 7 ? 1 : -1)
    await over
      .getByRole('button', {
        name: Number(await shots.textContent()) < 7 ? 'One shot more' : 'One shot fewer'
      })
      .tap();
  await over.getByRole('button', { name: 'Bo missed' }).tap();
  await expect(page.getByRole('region', { name: 'Ida', exact: true })).toContainText('5 of 5');
  await expect(page.getByRole('region', { name: 'Bo', exact: true })).toContainText('4 of 6');

  // Undo takes back what was done in the block shown; what is older is named, and asked about.
  await button(page, 'Undo the rally').tap();
  await expect(page.getByRole('region', { name: 'Bo', exact: true })).toContainText('1 of 2');
  await finish(page);
  await page.getByRole('link', { name: 'Open the log' }).tap();
  const main = page.locator('main');
  await expect(main).toContainText('1 of 1');
  // The next plan knows it: each skill has its own balls.
  const record = await ask<{ skills: { skill: string; track: { balls: number }[] }[] }>(
    'GET',
    `/students/${students[0]}`
  );
  const of = (part: string) =>
    record.skills.find((s) => s.skill.startsWith(part))?.track.reduce((n, t) => n + t.balls, 0);
  expect(of('serve.crossCourt')).toBe(1);
  expect(of('forehand.straight')).toBe(1);
  expect(of('volley.middle')).toBe(7);
});

test('winners have a point each, two play one, and a warm-up counts errors', async ({ page, club }) => {
  const { students, ask } = await lessonOf(page, club, ['Ida', 'Bo', 'Cleo', 'Dag', 'Eva'], async (ask) => {
    const game = async (id: string, title: string, more: Any) => {
      const g = await ask<Any & { players: number[] }>('GET', `/games/${id}`);
      return block(title, {
        kind: 'game',
        match: {
          rules: { ...(g.rules as Any), warmUp: 0 },
          start: g.start,
          cue: g.how,
          sides: g.sides,
          ...more
        }
      });
    };
    return [
      block('Warm-up', {
        kind: 'warmUp',
        script: [
          { title: 'Forehand volleys', roles: [{ partner: 0, does: 'volleys' }], cue: 'No errors' },
          { title: 'Backhand volleys', roles: [{ partner: 1, does: 'volleys' }], cue: 'No errors' }
        ]
      }),
      {
        ...(await game('takeTheNet', 'Take the net', { side: 2 })),
        arrangement: { manner: 'onDeck', balls: 5 }
      },
      await game('ownScores', 'Two on one', { sizes: [1, 2] })
    ];
  });
  await expect(page.getByText('Minute 1 of 2')).toBeVisible();
  await button(page, /^Error by Cleo/).tap();
  await button(page, /^Error by Cleo/).tap();
  await expect(button(page, 'Error by Cleo, 2 so far')).toBeVisible();
  await fits(page, 'the warm-up');
  await button(page, 'Hold').tap();
  await expect(page.getByText('held', { exact: true })).toBeVisible();
  await button(page, 'On to minute 2').tap();
  await expect(page.getByRole('heading', { name: 'Backhand volleys' })).toBeVisible();
  await button(page, 'Back to minute 1').tap();
  await expect(page.getByRole('heading', { name: 'Forehand volleys' })).toBeVisible();
  await button(page, 'Notes…').tap();
  await button(page, /^late, 0 times/).tap();
  await button(page, 'Back to the warm-up').tap();

  await next(page);
  const first = await button(page, /^Point to /).getAttribute('aria-label');
  const winners = /^Point to (\S+) & (\S+),/.exec(first!)!;
  for (let i = 0; i < 3; i++) await button(page, first!.replace('0', String(i && 0))).tap();
  for (const name of winners.slice(1, 3))
    await expect(button(page, new RegExp(`^Point made by ${name}, individual score 3`))).toBeVisible();
  await fits(page, 'take the net');

  await next(page);
  const sides = page.getByRole('button', { name: /^Point to / });
  await expect(sides.first()).toHaveAccessibleName(/^Point to \S+, now on 0/);
  await expect(sides.nth(1)).toHaveAccessibleName(/^Point to \S+ & \S+, now on 0/);
  await sides.nth(1).tap();
  await finish(page);
  await page.getByRole('link', { name: 'Open the log' }).tap();
  await expect(page.locator('main')).toContainText('Cleo');
  const { tags } = await ask<{ tags: { word: string; times: number }[] }>('GET', `/students/${students[2]}`);
  expect(tags).toContainEqual(expect.objectContaining({ word: 'errors in the warm-up', times: 2 }));
});
