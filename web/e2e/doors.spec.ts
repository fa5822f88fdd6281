import { chromium, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { createServer } from 'node:http';
import { mkdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { begin, expect, finish, signIn, test as base, type Reached } from './club';
import config from '../playwright.config';

/* From elsewhere, over TLS that the browser trusts because its owner installed the root. */

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, locale: 'en-GB' };

/** A browser whose owner installed the root, and one name of somebody else's that leads here. */
async function trusting(reached: Reached): Promise<Browser> {
  const store = join(reached.dir, '.pki', 'nssdb');
  mkdirSync(store, { recursive: true });
  execFileSync('certutil', ['-N', '--empty-password', '-d', `sql:${store}`]);
  const root = join(`${reached.db}.tls`, 'root.crt');
  execFileSync('certutil', ['-A', '-n', 'Hodometer', '-t', 'C,,', '-i', root, '-d', `sql:${store}`]);
  const launch = config.use!.launchOptions!;
  return chromium.launch({
    ...launch,
    args: [...launch.args!, '--host-resolver-rules=MAP elsewhere.example 127.0.0.1'],
    env: { ...process.env, HOME: reached.dir }
  });
}

const test = base.extend<{ laptop: Page; device: BrowserContext }>({
  laptop: async ({ reached }, use) => {
    const browser = await trusting(reached);
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
    await use(await context.newPage());
    await browser.close();
  },
  device: async ({ laptop }, use) => use(await laptop.context().browser()!.newContext(phone))
});
test.use({ serviceWorkers: 'allow' });

const button = (page: Page, name: string | RegExp) =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();

/** What the picture on the laptop says, as a phone's camera would open it. */
async function secretOf(laptop: Page, role: string): Promise<string> {
  const answer = laptop.waitForResponse((r) => r.url().endsWith('/access/codes'));
  await button(laptop, role).click();
  const code = (await (await answer).json()) as { links: { url: string }[] };
  await expect(laptop.getByRole('img', { name: 'QR code that connects one phone' })).toBeVisible();
  return code.links[0]!.url;
}

/** What the server answers to that page, by the browser that trusts it. */
const status = (page: Page, path: string) => page.evaluate((path) => fetch(path).then((r) => r.status), path);

async function installed(page: Page) {
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
}

test('from nothing to a phone that counts, in two taps, and a lesson in the dark on that origin', async ({
  reached,
  laptop,
  device
}) => {
  // The phone types the address without https: the port shows how to trust it, and that it does.
  const first = await device.newPage();
  await first.goto(reached.url.replace('https:', 'http:'));
  await expect(first.getByRole('status')).toContainText('The certificate is installed');
  await first.getByRole('link', { name: 'Continue to Hodometer' }).click();
  await expect(first.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await first.close();

  await signIn(laptop, reached);
  const at = await secretOf(laptop, 'Assistant');
  const page = await device.newPage();
  await page.goto(at);
  let taps = 0;
  const tap = async (name: string) => {
    taps++;
    await button(page, name).tap();
  };
  await tap('Connect');
  await expect(page.getByRole('heading', { name: 'Lessons to run' })).toBeVisible();
  await expect(laptop.getByText('Connected.')).toBeVisible();
  await installed(page);
  await tap('Run courtside');
  await expect(page.getByRole('timer').first()).toBeVisible();
  expect(taps, 'one to come in, one to the court').toBe(2);

  await page.waitForFunction(() => 'hodometer' in globalThis);
  await device.setOffline(true);
  await begin(page, { hold: true });
  await button(page, /^Next: Short ball/).click();
  for (let i = 1; i <= 3; i++) {
    await button(page, 'Good').click();
    await expect(page.getByLabel(`${i} of 10 in all`)).toBeVisible();
  }
  await page.reload();
  await expect(page.getByLabel('3 of 10 in all')).toBeVisible();
  await device.setOffline(false);
  await expect(page.getByText(/^\d+ not sent yet$/)).toHaveCount(0);
  await finish(page);

  // Today in the dark: what else is on went along, and can be begun.
  await page.goto(reached.url);
  await expect(page.getByRole('heading', { name: 'Lessons to run' })).toBeVisible();
  await device.setOffline(true);
  await page.reload();
  await button(page, 'Run courtside').tap();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByRole('timer').first()).toBeVisible();
  await device.setOffline(false);

  // The coach at the laptop finds it in the log, and who counted it.
  await laptop.goto(`${reached.url}/log`);
  await laptop
    .getByRole('link', { name: /Short balls to match play/ })
    .first()
    .click();
  await expect(laptop.getByText('3 of 3').or(laptop.getByText('3/3')).first()).toBeVisible();
  await laptop.goto(`${reached.url}/phone/changes`);
  await expect(laptop.getByText(/counted in Short balls to match play/)).toBeVisible();
  // It may not plan, and is told so where it tries.
  expect(await status(page, '/api/v1/students/export')).toBe(403);
});

test('a phone that is signed out in the middle keeps its taps, and sends them when it is back', async ({
  reached,
  laptop,
  device
}) => {
  await signIn(laptop, reached);
  const page = await device.newPage();
  await page.goto(await secretOf(laptop, 'Assistant'));
  await page.getByLabel('Device name').fill('Court phone');
  await button(page, 'Connect').tap();
  await button(page, 'Run courtside').tap();
  await begin(page, { hold: true });
  await button(page, /^Next: Short ball/).click();
  await button(page, 'Good').click();
  await expect(page.getByLabel('1 of 10 in all')).toBeVisible();
  await expect(page.getByText(/^\d+ not sent yet$/)).toHaveCount(0);

  await button(laptop, 'Sign Court phone out').click();
  await expect(button(laptop, 'Sign Court phone out')).toHaveCount(0);
  await button(page, 'Good').click();
  await expect(page.getByLabel('2 of 10 in all')).toBeVisible();
  await expect(page.getByRole('alert').first()).toContainText('This device is signed out');
  await expect(page.getByText(/^\d+ not sent yet$/)).toBeVisible();

  const court = page.url();
  await laptop.reload();
  await page.goto(await secretOf(laptop, 'Assistant'));
  await button(page, 'Connect').click();
  await expect(page.getByRole('heading', { name: 'Lessons to run' })).toBeVisible();
  await page.goto(court);
  await expect(page.getByLabel('2 of 10 in all')).toBeVisible();
  await expect(page.getByText(/^\d+ not sent yet$/)).toHaveCount(0);
});

test('the file is taken from under the server: every screen says so, the phone keeps its taps, a copy goes on', async ({
  reached,
  laptop,
  device
}) => {
  await signIn(laptop, reached);
  const page = await device.newPage();
  await page.goto(await secretOf(laptop, 'Coach'));
  await button(page, 'Connect').tap();
  await button(page, 'Run courtside').first().tap();
  await begin(page, { hold: true });
  await button(page, /^Next: Short ball/).click();
  await laptop.goto(`${reached.url}/copies`);
  await button(laptop, 'Back up now').click();
  await expect(laptop.getByText('The last backup was made just now.')).toBeVisible();
  const [download] = await Promise.all([
    laptop.waitForEvent('download'),
    laptop.getByRole('link', { name: 'Download latest backup' }).click()
  ]);
  const copy = join(reached.dir, 'copy.db');
  await download.saveAs(copy);

  renameSync(reached.db, `${reached.db}.moved`);
  await button(page, 'Good').click();
  await expect(page.getByLabel('1 of 10 in all')).toBeVisible();
  await expect(page.getByText('The server cannot save. Show why')).toBeVisible();
  await expect(button(page, 'Good'), 'what counts is still under the thumb').toBeInViewport({ ratio: 1 });
  await expect(page.getByText(/^\d+ not sent yet$/)).toBeVisible();
  await expect(laptop.getByRole('alert')).toContainText('is missing');
  await laptop.goto(`${reached.url}/weeks`);
  await expect(laptop.getByRole('alert').first()).toContainText('Nothing is being saved');

  await reached.stop();
  const said = execFileSync('../bin/hodometer', ['restore', copy, '--yes', '--db', reached.db]).toString();
  expect(said).toContain('There is no club file here');
  expect(said).toContain('Connect the phones again');
  await reached.start();
  await expect(page.getByRole('alert').first()).toContainText('This device is signed out');
  const court = page.url();
  await signIn(laptop, reached);
  await page.goto(await secretOf(laptop, 'Coach'));
  await button(page, 'Connect').click();
  await expect(page.getByRole('link', { name: 'Today', exact: true })).toBeVisible();
  await page.goto(court);
  await expect(page.getByLabel('1 of 10 in all')).toBeVisible();
  await expect(page.getByText(/^\d+ not sent yet$/)).toHaveCount(0);
  await expect(page.getByText('The server cannot save')).toHaveCount(0);
});

test('a coach signs in by name, gives lessons, hands them over, and is out when disabled', async ({
  reached,
  laptop,
  device
}) => {
  await signIn(laptop, reached);
  for (const name of ['Linden', 'Rowan']) {
    await laptop.getByLabel('Name', { exact: true }).fill(name);
    await laptop.getByLabel(/^First passphrase/).fill(`dogwood elder ${name}`);
    await button(laptop, 'Add coach').click();
    await expect(laptop.getByText(`${name} can sign in by name.`)).toBeVisible();
  }
  const page = await device.newPage();
  await page.goto(reached.url);
  await button(page, 'Sign in by name').tap();
  await page.getByLabel('Your name').fill('linden');
  await page.getByLabel('Your passphrase').fill('not these words');
  await button(page, 'Sign in').tap();
  await expect(page.getByRole('alert')).toContainText('Wrong name or passphrase');
  await page.getByLabel('Your passphrase').fill('dogwood elder Linden');
  await button(page, 'Sign in').tap();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toHaveCount(0);
  await page.goto(`${reached.url}/phone`);
  await expect(page.getByText('Linden, Coach: plans')).toBeVisible();
  await page.getByLabel('Present passphrase').fill('dogwood elder Linden');
  await page.getByLabel(/^New passphrase/).fill('hazel juniper larch');
  await button(page, 'Set passphrase').tap();
  await expect(page.getByText('Passphrase set.')).toBeVisible();

  await page.goto(`${reached.url}/lessons`);
  await page.getByRole('link', { name: 'Short balls to match play' }).first().tap();
  await page.getByLabel('Given by').selectOption('Linden');
  await laptop.goto(`${reached.url}/lessons`);
  await expect(laptop.getByText('given by Linden')).toHaveCount(1);
  await laptop.goto(`${reached.url}/phone`);
  await expect(laptop.getByText('1 upcoming lesson')).toBeVisible();
  await button(laptop, 'Hand over the lessons of Linden').click();
  await expect(laptop.getByText('Rowan now gives the upcoming lessons of Linden.')).toBeVisible();
  await button(laptop, 'Disable Linden').click();
  await expect(laptop.getByText('Linden is signed out everywhere.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await laptop.goto(`${reached.url}/lessons`);
  await expect(laptop.getByText('given by Rowan')).toHaveCount(1);
  await laptop.goto(`${reached.url}/phone/changes`);
  await expect(laptop.getByText(/entered a wrong passphrase/)).toBeVisible();
  await expect(laptop.getByText(/handed over the lessons of Linden/)).toBeVisible();
});

test('a card by link shows a first name and the card, and nothing once it is taken back', async ({
  reached,
  laptop,
  device
}) => {
  await signIn(laptop, reached);
  await laptop.getByRole('link', { name: 'Students' }).click();
  await laptop.getByRole('link', { name: /Wren/ }).first().click();
  await laptop.getByRole('link', { name: /card/i }).first().click();
  await button(laptop, 'Create link').click();
  const link = await laptop.getByLabel('The link').inputValue();
  const page = await device.newPage();
  await page.goto(link);
  await expect(page.getByRole('article', { name: /^Home card of Wren$/ })).toBeVisible();
  await expect(page.getByRole('navigation')).toHaveCount(0);
  await expect(page.getByText('This link works until')).toBeVisible();
  expect(await status(page, '/api/v1/students')).toBe(401);
  await button(laptop, 'Revoke link').click();
  await expect(button(laptop, 'Revoke link')).toHaveCount(0);
  await page.reload();
  await expect(page.getByText('This link is not valid')).toBeVisible();
});

base(
  'a page elsewhere that leads to this machine, by its own name or by another of ours, gets nothing',
  async ({ club }) => {
    const browser = await chromium.launch({
      ...config.use!.launchOptions,
      args: [...config.use!.launchOptions!.args!, '--host-resolver-rules=MAP elsewhere.example 127.0.0.1']
    });
    const port = new URL(club.url).port;
    const evil = createServer((_, r) => r.setHeader('Content-Type', 'text/html').end('<h1>Elsewhere</h1>'));
    await new Promise<void>((listening) => evil.listen(0, '127.0.0.1', listening));
    const theirs = (evil.address() as { port: number }).port;
    const page = await browser.newPage();

    // Its own name, which it made lead here: the address bar says theirs, and so do its requests.
    const answer = await page.goto(`http://elsewhere.example:${port}/`);
    expect(answer!.status()).toBe(421);
    const read = (url: string, how: RequestInit = {}) =>
      page.evaluate(
        ([url, how]) =>
          fetch(url, how).then(
            (r) => `${r.type} ${r.status}`,
            () => 'nothing'
          ),
        [url, how] as const
      );
    expect(await read(`http://elsewhere.example:${port}/api/v1/students`)).toBe('basic 421');

    // A page of another program on this machine, and one of elsewhere: neither reads nor writes.
    for (const from of [`http://localhost:${theirs}`, `http://elsewhere.example:${theirs}`]) {
      await page.goto(from);
      for (const ours of [`http://localhost:${port}`, club.url]) {
        expect(await read(`${ours}/api/v1/students`), 'read').toBe('nothing');
        await read(`${ours}/api/v1/copies`, { method: 'POST', mode: 'no-cors' });
        await read(`${ours}/api/v1/access/passphrase`, {
          method: 'PUT',
          headers: { 'Content-Type': 'application/json' },
          body: '{"passphrase":"somebody elses words"}'
        });
      }
    }
    const door = (await (await page.request.get(`${club.url}/api/v1/access`)).json()) as {
      passphrase: boolean;
    };
    expect(door.passphrase, 'and nothing was set').toBe(false);
    evil.close();
    await browser.close();
  }
);

base(
  'on the machine itself the owner gets a passphrase, too short is said, and the steps are there',
  async ({ page, emptyClub }) => {
    await page.goto(`${emptyClub.url}/phone`);
    await expect(page.getByText('Only this computer can open it')).toBeVisible();
    await page.getByLabel(/^Passphrase/).fill('x'.repeat(9));
    await button(page, 'Set passphrase').click();
    await expect(page.getByText('✓ The owner has a passphrase')).toHaveCount(0);
    await page.getByLabel(/^Passphrase/).fill('four loose words here');
    await button(page, 'Set passphrase').click();
    await expect(page.getByText('✓ The owner has a passphrase')).toBeVisible();
    await expect(page.getByText('hodometer serve --addr 0.0.0.0:8443 --tls own')).toBeVisible();
    await page.getByRole('link', { name: 'Backups', exact: true }).click();
    await button(page, 'Back up now').click();
    await expect(page.getByText('The last backup was made just now.')).toBeVisible();
  }
);
