import { eventually, expect, test } from './club';
import { block, button, drillBlock, fits, lessonOf, type Any } from './lessons';

// What is counted with hardly a touch: run-outs by two presses, stations at their bell.
test.use({ viewport: { width: 390, height: 664 }, hasTouch: true });

interface Block {
  students: { id: string; stages: { good: number; times?: number[]; tries?: number[] }[] }[];
}
const stateOf = async (ask: <T>(method: string, path: string) => Promise<T>, url: string): Promise<Block> => {
  const run = /court\/([0-9a-f-]+)/.exec(url)![1];
  const { state } = await ask<{ state: { blocks: Block[] } }>('GET', `/runs/${run}`);
  return state.blocks[0]!;
};

test('run-outs are timed by two presses, through a reload, and the next student is called', async ({
  page,
  club
}) => {
  const { ask } = await lessonOf(page, club, ['Ida', 'Bo'], async (a) => [
    await drillBlock(a, 'shuttle-run-outs', (d) => ({ ...d, turnBalls: 1 }))
  ]);
  await page.keyboard.press('g');
  await expect(button(page, 'Stop')).toBeVisible();
  await page.reload();
  await expect(button(page, 'Stop')).toBeVisible();
  await page.keyboard.press('g');
  await eventually(async () => (await stateOf(ask, page.url())).students[0]!.stages[0]!.times).toHaveLength(
    1
  );
  await fits(page, 'after a run-out');
  await expect(button(page, /^Count Bo/)).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('g');
  await expect(button(page, 'Stop')).toBeVisible();
  await page.keyboard.press('g');
  await eventually(async () => (await stateOf(ask, page.url())).students[1]!.stages[0]!.times).toHaveLength(
    1
  );
});

test('zones for four students run from start to end without a touch', async ({ page, club }) => {
  const names = ['Ida', 'Bo', 'Cleo', 'Dag'];
  const { ask } = await lessonOf(page, club, names, async (a) => [await drillBlock(a, 'through-the-zones')]);
  await page.evaluate(() => {
    const real = Date.now;
    let more = 0;
    Date.now = () => real() + more;
    Object.assign(window, { later: (ms: number) => (more += ms) });
  });
  const turn = page.getByRole('region', { name: 'Turn' });
  const stage = page.getByRole('combobox', { name: 'Stage being counted' }).locator('option:checked');
  const seen = new Set<string>();
  for (let i = 0; i < 200 && seen.size < 16; i++) {
    const said = (await turn.textContent()) ?? '';
    const who = names.find((n) => said.includes(`${n}’s turn`));
    if (who) seen.add(`${who}: ${await stage.textContent()}`);
    // Six seconds at a time, so that no bell is passed over.
    await page.evaluate(() => (window as unknown as { later: (ms: number) => void }).later(6000));
    await page.waitForTimeout(300); // the page looks at its clock four times a second
  }
  expect([...seen].map((s) => s.split(':')[0])).toEqual(names.flatMap((n) => [n, n, n, n]));
  const run = /court\/([0-9a-f-]+)/.exec(page.url())![1];
  const { events } = await ask<{ events: { kind: string }[] }>('GET', `/runs/${run}`);
  expect(new Set(events.map((e) => e.kind)), 'nobody touched it').toEqual(new Set(['start', 'setUp']));
});

test('a station is counted in the head, and its result is one touch at the bell', async ({ page, club }) => {
  const { ask } = await lessonOf(page, club, ['Ida', 'Bo'], async (a) => [
    block('Zones', {
      ...(await drillBlock(a, 'through-the-zones')),
      atEnd: true
    } as Any)
  ]);
  await expect(page.getByText('At the bell, one touch')).toBeVisible();
  await expect(button(page, '+1')).toHaveCount(0);
  await button(page, 'Ring now').tap();
  const result = page.getByRole('region', { name: 'Result of the station' });
  await expect(result).toContainText('Ida');
  await fits(page, 'at the bell');
  await result.getByRole('button', { name: '7 good, Ida' }).tap();
  await expect(result).toHaveCount(0);
  await eventually(async () => (await stateOf(ask, page.url())).students[0]!.stages[0]!.tries).toEqual([7]);
});
