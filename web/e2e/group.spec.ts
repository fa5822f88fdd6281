import { begin, expect, finish, test, type Club } from './club';
import type { Page } from '@playwright/test';
import { v7 } from 'uuid';
import { asks, taught, type Any } from './lessons';

// A group on a small phone: everybody is called to their place, by name.
test.use({ viewport: { width: 390, height: 664 }, hasTouch: true });

const NAMES = ['Ida', 'Bo', 'Cleo', 'Dag', 'Eva', 'Finn', 'Gro', 'Hal'];
const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();

/** A lesson of eight, made through the API: a drill in turns, stations, rounds, winners stay. */
async function lessonOfEight(page: Page, club: Club, more: Any = {}) {
  const ask = asks(page, club);
  const students = await taught(ask, NAMES);
  const { drill } = await ask<{ drill: Any }>('GET', '/drills/line-all-deep');
  const game = await ask<Any & { players: number[] }>('GET', '/games/shortBall11');
  const match = { rules: game.rules, start: game.start, cue: game.how, side: 1 };
  const own = { ...drill, hitters: 2, turnBalls: 2 };
  const block = (title: string, rest: Any) => ({ id: v7(), title, minutes: 12, ...rest });
  const lesson = {
    id: v7(),
    version: 0,
    title: 'Eight of them',
    aim: '',
    date: new Date().toISOString().slice(0, 10),
    start: '21:00',
    slotMinutes: 60,
    court: 'tennis',
    students,
    resources: { courts: 2, equipment: [] },
    blocks: [
      block('In turns', {
        kind: 'drill',
        drill: own,
        waiting: 'shadow it',
        arrangement: { manner: 'posts', feeders: 0, collectors: 2 }
      }),
      block('Stations', {
        kind: 'drill',
        drill: own,
        arrangement: { manner: 'stations', others: ['serves', 'rally'] }
      }),
      block('Every pair', { kind: 'game', match, arrangement: { manner: 'roundRobin' } }),
      block('Winners stay', {
        kind: 'game',
        match: { ...match, rules: { ...(game.rules as Any), to: 1, winBy: 1 } },
        arrangement: { manner: 'winnersStay' }
      })
    ],
    ...more
  };
  await ask('PUT', `/lessons/${lesson.id}`, lesson);
  return { lesson, students, ask };
}

/** Every control is thumb-sized, apart from its neighbours, above the fold, with an edge that is seen. */
async function thumbs(page: Page, where: string) {
  const faults = await page.evaluate(() => {
    const light = (c: string) => {
      const canvas = document.createElement('canvas').getContext('2d')!;
      canvas.fillStyle = c;
      canvas.fillRect(0, 0, 1, 1);
      const [r, g, b] = [...canvas.getImageData(0, 0, 1, 1).data].slice(0, 3).map((v) => {
        const s = v / 255;
        return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
      });
      return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
    };
    const ground = light(getComputedStyle(document.documentElement).backgroundColor);
    const out: string[] = [];
    const boxes = [...document.querySelectorAll<HTMLElement>('main button, main select, main a')]
      .filter((e) => e.offsetParent)
      .map((e) => ({ e, b: e.getBoundingClientRect(), said: e.getAttribute('aria-label') ?? e.innerText }));
    for (const { e, b, said } of boxes) {
      if (b.height < 55.5 || b.width < 55.5) out.push(`${said}: ${b.width}x${b.height}`);
      if (b.bottom > innerHeight + 0.5) out.push(`${said} ends at ${b.bottom}`);
      const style = getComputedStyle(e);
      if (e.matches(':disabled') || !parseFloat(style.borderTopWidth)) continue;
      const edge = light(style.borderTopColor);
      const ratio = (Math.max(edge, ground) + 0.05) / (Math.min(edge, ground) + 0.05);
      if (ratio < 3) out.push(`${said}: edge ${ratio.toFixed(1)} to 1`);
    }
    for (const [i, a] of boxes.entries())
      for (const o of boxes.slice(i + 1)) {
        const across = Math.max(a.b.left, o.b.left) - Math.min(a.b.right, o.b.right);
        const down = Math.max(a.b.top, o.b.top) - Math.min(a.b.bottom, o.b.bottom);
        if (Math.max(across, down) < 7.5)
          out.push(`${a.said} and ${o.said}: ${Math.max(across, down)} px apart`);
      }
    return out;
  });
  expect(faults, where).toEqual([]);
}

test('eight are called through turns, stations, rounds and winners stay', async ({ page, club }) => {
  const { lesson } = await lessonOfEight(page, club);
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  await button(page, 'Run courtside').tap();
  await begin(page);
  const turn = page.getByRole('region', { name: 'Turn' });
  await expect(turn).toContainText('Ida & Bo');
  await thumbs(page, 'a drill in turns');

  // Two balls each of two hitters fill the turn, ball by ball in turn; collectors change too.
  for (const who of [/^Count Bo/, /^Count Ida/, /^Count Bo/]) {
    await button(page, 'Good').tap();
    await expect(button(page, who)).toHaveAttribute('aria-pressed', 'true');
    await expect(turn).toContainText('1 of 2');
  }
  await button(page, 'Good').tap();
  const change = button(page, /^Change\. /);
  await expect(change).toHaveAccessibleName(
    /Hit: Cleo, Dag\. Collect: Eva, Finn\. Wait \(shadow it\): Gro, Hal, Ida, Bo/
  );
  await expect(button(page, /^Count Cleo/)).toHaveAttribute('aria-pressed', 'true');
  await thumbs(page, 'a change');
  // The next count is the change.
  await button(page, 'Miss').tap();
  await expect(turn).toContainText('Cleo & Dag');
  await button(page, /^Change now/).tap();
  await expect(turn).toContainText('Eva & Finn');
  await button(page, /^Undo the turn change/).tap();
  await expect(turn).toContainText('Cleo & Dag');

  // Somebody goes home: the turns are laid out anew for seven, and whose turn it was goes on.
  await button(page, /^Lesson menu: /).tap();
  await button(page, 'Cleo: here; change').tap();
  await button(page, 'Back to counting').tap();
  await expect(turn).toContainText('Dag');
  await expect(turn).not.toContainText('Cleo');

  // Stations on a timer.
  await button(page, /^Next: Stations/).tap();
  await expect(turn).toContainText('Change in 3:');
  await expect(turn).toContainText('With you');
  await page.evaluate(() => {
    const real = Date.now;
    Date.now = () => real() + 4 * 60_000;
  });
  await expect(change).toHaveAccessibleName(/serves/);
  await change.tap();
  await expect(turn).toContainText('Change in');
  await thumbs(page, 'the next station');

  // Rounds with courts and names.
  await button(page, /^Next: Every pair/).tap();
  await expect(turn).toContainText(/Round 1 of \d+/);
  await thumbs(page, 'a round');
  await expect(button(page, /^Court 1/)).toBeVisible();
  const first = await button(page, /^Point to /).getAttribute('aria-label');
  await button(page, /^Point to /).tap();
  await button(page, /^Change(:| now:|\.) .*\w+ against \w+/).tap();
  await expect(turn).toContainText(/Round 2/);
  await expect(button(page, /^Point to /)).not.toHaveAttribute('aria-label', first!);

  // Winners stay: the loser goes to the end of the line.
  await button(page, /^Next: Winners stay/).tap();
  await expect(button(page, /^Point to Ida/)).toBeVisible();
  await button(page, /^Point to Bo/).tap();
  await expect(change).toHaveAccessibleName(/Dag against Bo\. On deck: .*Ida\./);
  await button(page, /^Point to Bo/).tap(); // the next rally is the next pair's
  await expect(button(page, /^Point to Dag/)).toBeVisible();
  await finish(page);
  await page.getByRole('link', { name: 'Open the log' }).tap();
  const entry = page.getByRole('article').first();
  await expect(entry).toContainText('Ida 0–1 Bo');
  await expect(entry).toContainText('Dag 0–1 Bo');
});

test('who comes late is not called before the coach says they are here', async ({ page, club }) => {
  const { lesson, students, ask } = await lessonOfEight(page, club);
  await ask('PUT', `/lessons/${lesson.id}`, {
    ...lesson,
    version: 1,
    attendance: [{ student: students[0], from: 10, to: 0 }]
  });
  await page.goto(`${club.url}/lessons/${lesson.id}`);
  await button(page, 'Run courtside').tap();
  await begin(page);
  const turn = page.getByRole('region', { name: 'Turn' });
  await expect(turn).toContainText('Bo & Cleo');
  await page.evaluate(() => {
    const real = Date.now;
    Date.now = () => real() + 11 * 60_000;
  });
  await expect(page.getByRole('status', { name: 'Suggestion' })).toContainText('Ida should be here by now.');
  await button(page, 'Mark as here').tap();
  await expect(turn).toContainText('Ida & Bo');
});
