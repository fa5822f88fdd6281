import { begin, expect, test } from './club';

test.use({ viewport: { width: 390, height: 664 } });

test('the beat keeps its rhythm for two minutes on the audio clock, however busy the page is', async ({
  page,
  club
}) => {
  await page.addInitScript(() => {
    const heard: { when: number; late: number }[] = [];
    (globalThis as unknown as { heard: typeof heard }).heard = heard;
    const start = OscillatorNode.prototype.start;
    OscillatorNode.prototype.start = function (when = 0) {
      // The lesson has bells of its own.
      const beat = [880, 1175].includes(Math.round(this.frequency.value));
      if (beat) heard.push({ when, late: Math.max(0, this.context.currentTime - when) });
      start.call(this, when);
    };
  });
  await page.goto(club.url);
  await page.getByRole('button', { name: 'Run courtside' }).click();
  await begin(page);
  await page.keyboard.press('c');
  await page.getByRole('button', { name: '2 min', exact: true }).click();
  for (let i = 0; i < 40; i++) {
    const now = await page.getByText(/a minute, one every/).innerText();
    if (/^60 /.test(now)) break;
    await page
      .getByRole('button', { name: Number(/^\d+/.exec(now)![0]) < 60 ? 'Faster' : 'Slower', exact: true })
      .click();
  }
  await expect(page.getByText(/^60 a minute/)).toBeVisible();
  await page.evaluate(() => ((globalThis as unknown as { heard: unknown[] }).heard.length = 0));
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  // The page is busy for a quarter of a second, again and again.
  await page.evaluate(() => {
    setInterval(() => {
      const until = performance.now() + 250;
      while (performance.now() < until);
    }, 1500);
  });
  // A busy machine’s audio clock is slower than the wall’s: two minutes may take three.
  await expect(page.getByRole('heading', { name: 'Caller and metronome' })).toBeVisible({ timeout: 0 });
  const heard = await page.evaluate(
    () => (globalThis as unknown as { heard: { when: number; late: number }[] }).heard
  );
  const beats = heard.slice(0, 120);
  expect(heard.length).toBeGreaterThanOrEqual(121); // and the end of the set
  const off = beats.map((b, i) => Math.abs(b.when - beats[0]!.when - i) + b.late);
  console.log(`farthest off the rhythm in two minutes: ${(1000 * Math.max(...off)).toFixed(2)} ms`);
  expect(Math.max(...off)).toBeLessThan(0.02);
});

test('corners are called by arrow and word, in sets with rests, and stop when told', async ({
  page,
  club
}) => {
  await page.goto(club.url);
  await page.getByRole('button', { name: 'Run courtside' }).click();
  await begin(page);
  await page.keyboard.press('c');
  await page.getByRole('button', { name: 'Four corners' }).click();
  await page.getByRole('button', { name: 'Front left' }).click();
  await page.getByRole('button', { name: 'Back right' }).click();
  await expect(page.getByText(/repeated: Front left, Back right/)).toBeVisible();
  await page.getByRole('button', { name: '30 s' }).click();
  await page.getByRole('button', { name: '2 sets' }).click();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(page.getByText(/^Set 1 of 2/)).toBeVisible();
  await expect(page.getByRole('img', { name: 'Front left' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Back right' }).first()).toBeVisible();
  // Counting goes on beside it.
  await page.getByRole('button', { name: 'Back to counting' }).click();
  await expect(page.getByRole('button', { name: /^(Front left|Back right)/ })).toBeVisible();
  await page.getByRole('button', { name: /^(Front left|Back right)/ }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('heading', { name: 'Caller and metronome' })).toBeVisible();
});
