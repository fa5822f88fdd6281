import { begin, eventually, expect, finish, test, type Club } from './club';
import type { Page } from '@playwright/test';
import { v7 } from 'uuid';
import { asks, taught, type Any } from './lessons';

/* Nobody looks at the phone: keys of a clicker, two gamepads, a headset. */

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();

/** What was said aloud, two gamepads whose buttons a test presses, and the media keys. */
declare global {
  var aloud: string[];
  var pads: { id: string; index: number; buttons: { pressed: boolean }[] }[];
  var media: Record<string, (() => void) | null>;
}
async function remotes(page: Page) {
  await page.addInitScript(() => {
    globalThis.aloud = [];
    speechSynthesis.speak = (u) => void globalThis.aloud.push(u.text);
    globalThis.pads = [];
    navigator.getGamepads = () => globalThis.pads as unknown as Gamepad[];
    globalThis.media = {};
    navigator.mediaSession.setActionHandler = (action, does) => {
      globalThis.media[action] = does as (() => void) | null;
    };
  });
}

async function lessonOf(page: Page, club: Club, names: string[], more: Any, ofBlock: Any = {}) {
  const ask = asks(page, club);
  const students = await taught(ask, names);
  const { drill } = await ask<{ drill: Any }>('GET', '/drills/line-all-deep');
  const lesson = {
    id: v7(),
    version: 0,
    title: 'By ear',
    aim: '',
    date: new Date().toISOString().slice(0, 10),
    start: '21:00',
    slotMinutes: 30,
    court: 'tennis',
    students,
    blocks: [
      { id: v7(), title: 'In turns', minutes: 20, kind: 'drill', drill: { ...drill, ...more }, ...ofBlock }
    ]
  };
  await ask('PUT', `/lessons/${lesson.id}`, lesson);
  await page.goto(`${club.url}/lessons`);
  await button(page, 'Run By ear courtside').click();
  await begin(page);
  const run = page.url().split('/').pop()!;
  const state = () =>
    ask<{ state: { blocks: { balls: number; turn: { n: number }; students: Counted[] }[] } }>(
      'GET',
      `/runs/${run}`
    ).then((r) => r.state.blocks[0]!);
  /** How likely a ball of each is good, as a plan of the same lesson says now. */
  const chances = () =>
    ask<{ blocks: { drill: { players: { stages: { rate: { mean: number } }[] }[] } }[] }>(
      'POST',
      '/lessons/check',
      {
        lesson: { ...lesson, id: v7() }
      }
    ).then((plan) => plan.blocks[0]!.drill.players.map((p) => p.stages[0]!.rate.mean));
  return { students, state, chances };
}
interface Counted {
  id: string;
  stages: { good: number; balls: number }[];
}

async function unseen(page: Page) {
  await button(page, /^Lesson menu/).click();
  await button(page, 'Count without the screen…').click();
}

/** A press that is no bounce of the one before. */
async function press(page: Page, key: string) {
  await page.keyboard.press(key);
  await page.waitForTimeout(200);
}

test.use({ serviceWorkers: 'allow', viewport: { width: 390, height: 844 }, hasTouch: true });

test('eight turns are counted by the keys of a clicker, with the screen dark', async ({ page, club }) => {
  await remotes(page);
  const { state } = await lessonOf(page, club, ['Ida', 'Bo', 'Cleo', 'Dag'], { hitters: 1, turnBalls: 2 });
  await unseen(page);
  const dialog = page.getByRole('dialog', { name: 'Count without the screen' });
  await expect(button(page, 'Start counting')).toBeDisabled();
  for (const [key, does] of [
    ['PageDown', 'Good'],
    ['PageUp', 'Miss'],
    ['.', 'Change'],
    ['F5', 'Undo']
  ] as const) {
    await press(page, key);
    await dialog.getByRole('button', { name: does, exact: true }).click();
  }
  await expect(dialog.getByRole('list', { name: 'Buttons' }).getByRole('listitem')).toHaveCount(4);
  await button(page, 'Start counting').click();
  await expect(page.getByRole('dialog', { name: 'Counting without the screen' })).toBeVisible();

  for (let turn = 0; turn < 8; turn++) {
    await press(page, 'PageDown');
    await press(page, 'PageUp');
    await press(page, '.');
  }
  await eventually(async () => (await state()).turn.n, 'eight changes').toBe(8);
  const b = await state();
  expect(b.balls).toBe(16);
  expect(b.students.map((s) => s.stages.reduce((n, t) => n + t.good, 0))).toEqual([2, 2, 2, 2]);
  const aloud = await page.evaluate(() => globalThis.aloud);
  expect(aloud.filter((w) => w === 'Last one')).toHaveLength(8);
  expect(
    aloud.filter((w) => w.startsWith('Change. Hit: ')),
    aloud.join(' | ')
  ).toHaveLength(8);
  expect(aloud.find((w) => w.startsWith('Change.'))).toContain('Bo');

  // A key that is held down, or bounces, is one press; it can be undone unseen.
  // All at once: a bounce takes milliseconds, and a press that this script sends may take longer.
  await page.evaluate(() => {
    const key = (type: string, repeat = false) =>
      document.body.dispatchEvent(
        new KeyboardEvent(type, { key: 'PageDown', code: 'PageDown', repeat, bubbles: true })
      );
    key('keydown');
    for (let i = 0; i < 5; i++) key('keydown', true);
    key('keyup');
    key('keydown');
    key('keyup');
  });
  await eventually(async () => (await state()).balls).toBe(17);
  await press(page, 'F5');
  await eventually(async () => (await state()).balls).toBe(16);
  expect(await page.evaluate(() => globalThis.aloud.at(-1))).toBe('Undone');

  // It goes on without a network, and the buttons are known the next time.
  await page.context().setOffline(true);
  await press(page, 'PageDown');
  await page.context().setOffline(false);
  await eventually(async () => (await state()).balls).toBe(17);
  await page.keyboard.press('Escape');
  await expect(dialog).toBeVisible();
  await page.reload();
  await button(page, /^Lesson menu/).click();
  await button(page, 'Count without the screen…').click();
  await expect(dialog.getByRole('list', { name: 'Buttons' })).toContainText('Page down');
  await button(page, 'Back to counting').click();

  // With the screen too, calls can be spoken.
  await button(page, /^Lesson menu/).click();
  await button(page, 'Spoken calls: off').click();
  await expect(button(page, 'Spoken calls: on')).toBeVisible();
  await button(page, 'Back to counting').click();
  await page.keyboard.press('g');
  await eventually(() => page.evaluate(() => globalThis.aloud.at(-1))).toMatch(/^Change\. Hit: /);
});

test('two gamepads serve two hitters, and a headset misses for whoever is due', async ({ page, club }) => {
  await remotes(page);
  const { students, state } = await lessonOf(page, club, ['Ida', 'Bo'], { hitters: 2, turnBalls: 20 });
  await unseen(page);
  const dialog = page.getByRole('dialog', { name: 'Count without the screen' });
  await page.evaluate(() => {
    const pad = (index: number) => ({ id: 'Pad', index, buttons: [{ pressed: false }, { pressed: false }] });
    globalThis.pads = [pad(0), pad(1)];
    dispatchEvent(new Event('gamepadconnected'));
  });
  const tap = (pad: number) =>
    page.evaluate(async (pad) => {
      globalThis.pads[pad]!.buttons[0]!.pressed = true;
      await new Promise((later) => setTimeout(later, 80));
      globalThis.pads[pad]!.buttons[0]!.pressed = false;
      await new Promise((later) => setTimeout(later, 200));
    }, pad);
  for (const pad of [0, 1]) {
    await tap(pad);
    await expect(dialog.getByRole('status')).toContainText(`Button 1 · Pad ${pad + 1}`);
    await dialog.getByRole('button', { name: 'Good', exact: true }).click();
    await dialog.getByLabel('Whose ball').selectOption(['the first who hits', 'the second who hits'][pad]!);
  }
  await page.evaluate(() => globalThis.media.nexttrack!());
  await expect(dialog.getByRole('status')).toContainText('Next track · Headset or media keys');
  await dialog.getByRole('button', { name: 'Miss', exact: true }).click();
  await button(page, 'Start counting').click();
  for (const pad of [0, 1, 1, 0, 0]) await tap(pad);
  await page.evaluate(() => globalThis.media.nexttrack!());
  await eventually(async () => (await state()).balls).toBe(6);
  const good = (await state()).students.map((s) => [s.id, s.stages.reduce((n, t) => n + t.good, 0)]);
  expect(good).toEqual([
    [students[0], 3],
    [students[1], 2]
  ]);
  await button(page, 'Show the screen').click();
  await expect(dialog).toBeVisible();
});

test('a turn is counted by one touch when it is over', async ({ page, club }) => {
  const goal = { kind: 'total', count: 20 };
  const stages = [{ name: 'deep', stroke: 'forehand', direction: 'straight', target: 0, goal }];
  const { state, chances } = await lessonOf(
    page,
    club,
    ['Ida', 'Bo'],
    { hitters: 1, turnBalls: 6, stages },
    { atEnd: true }
  );
  const before = await chances();
  for (const [good, who] of [
    [4, 'Ida'],
    [6, 'Bo'],
    [0, 'Ida']
  ] as const) {
    await expect(page.getByText('How many of the 6 were good?')).toBeVisible();
    await button(page, `${good} of 6 good, ${who}`).tap();
    await button(page, /^Change\./).tap();
  }
  await eventually(async () => (await state()).turn.n).toBe(3);
  const b = await state();
  expect(b.students.map((s) => [s.stages[0]!.good, s.stages[0]!.balls])).toEqual([
    [4, 12],
    [6, 6]
  ]);

  // It stands in the log, and the next plan knows who was better.
  await finish(page);
  await page.getByRole('link', { name: 'Open the log' }).click();
  await expect(page.getByRole('heading', { name: 'By ear' })).toBeVisible();
  await expect(page.getByText('4 of 12').first()).toBeVisible();
  const after = await chances();
  expect(after[0]).toBeLessThan(before[0]!);
  expect(after[1]).toBeGreaterThan(before[1]!);
});
