import { test as base, expect, type Page } from '@playwright/test';
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { copyFile, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A folder of its own, with a copy of the demo club that was built for all walks (prepare.ts). */
async function prepared() {
  const dir = await mkdtemp(join(tmpdir(), 'hodometer-'));
  await copyFile(process.env.PREPARED!, join(dir, 'demo.db'));
  return dir;
}

/** A demo club of its own for each test, whose server can be killed and started again. */
export class Club {
  url = '';
  /** What else it is started with. */
  flags: string[] = [];
  #process: ChildProcess | undefined;
  constructor(
    readonly dir: string,
    /** What it serves: the demo, or an empty club of one's own. */
    readonly kind: 'demo' | 'serve' = 'demo'
  ) {}

  async start() {
    const addr = this.url ? new URL(this.url).host : '127.0.0.1:0';
    const db = join(this.dir, 'demo.db');
    const args = [this.kind, '--addr', addr, '--db', db, ...this.flags];
    if (this.kind === 'serve' && !existsSync(db)) args.push('--new');
    const child = spawn('../bin/hodometer', args, { stdio: ['ignore', 'pipe', 'ignore'] });
    this.#process = child;
    this.url = await new Promise<string>((resolve, reject) => {
      let said = '';
      child.stdout.on('data', (part: Buffer) => {
        said += part.toString();
        const found = /http:\/\/\S+/.exec(said);
        if (found) resolve(found[0]);
      });
      child.once('exit', (code) => reject(new Error(`the server stopped with ${code}: ${said}`)));
    });
  }
  /** As a dead battery does: no warning, no tidying up. */
  async kill() {
    const child = this.#process;
    if (!child || child.exitCode !== null || child.signalCode) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
  }
}

export const PASSPHRASE = 'four loose words here';

/** The demo club, reached over TLS with its own authority. */
export class Reached {
  url = '';
  #process: ChildProcess | undefined;
  readonly db: string;
  constructor(readonly dir: string) {
    this.db = join(dir, 'demo.db');
  }
  async make() {
    execFileSync('../bin/hodometer', ['owner', '--db', this.db], { input: PASSPHRASE });
    await this.start();
  }
  async start() {
    const addr = this.url ? new URL(this.url).host : '127.0.0.1:0';
    const args = ['serve', '--db', this.db, '--addr', addr, '--tls', 'own'];
    const child = spawn('../bin/hodometer', args, { stdio: ['ignore', 'pipe', 'ignore'] });
    this.#process = child;
    this.url = await new Promise<string>((resolve, reject) => {
      child.stdout.on('data', (part: Buffer) => {
        const found = /https:\/\/\S+/.exec(part.toString());
        if (found) resolve(found[0]);
      });
      child.once('exit', (code) => reject(new Error(`the server stopped with ${code}`)));
    });
  }
  async stop() {
    const child = this.#process;
    if (!child || child.exitCode !== null || child.signalCode) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await gone;
  }
}

/** THROTTLE=6 npm run e2e: as on a device that is so many times as slow, where hurried walks fail. */
const throttle = Number(process.env.THROTTLE ?? 1);

export const test = base.extend<{ club: Club; emptyClub: Club; reached: Reached }>({
  page: async ({ page }, use) => {
    if (throttle > 1) {
      const devtools = await page.context().newCDPSession(page);
      await devtools.send('Emulation.setCPUThrottlingRate', { rate: throttle });
    }
    await use(page);
  },
  reached: async ({}, use) => {
    const reached = new Reached(await prepared());
    await reached.make();
    await use(reached);
    await reached.stop();
    await rm(reached.dir, { recursive: true });
  },
  emptyClub: async ({}, use) => {
    const club = new Club(await mkdtemp(join(tmpdir(), 'hodometer-')), 'serve');
    await club.start();
    await use(club);
    await club.kill();
    await rm(club.dir, { recursive: true });
  },
  club: async ({}, use) => {
    const club = new Club(await prepared());
    await club.start();
    await use(club);
    await club.kill();
    await rm(club.dir, { recursive: true });
  }
});
export { expect };

/**
 * Expects something of a value that is read again and again until it is so. A read that throws, because the
 * server does not know the run yet for instance, is read again too: expect.poll would end at once. Only for what
 * must become so: an error is read as a value, of which `not` may be true.
 */
export const eventually = <T>(
  read: () => T | Promise<T>,
  options?: { timeout?: number; message?: string } | string
) =>
  expect.poll(async () => {
    try {
      return await read();
    } catch (error) {
      return error as T;
    }
  }, options);

/** Opens the plan of today's lesson from the first screen. */
export async function openToday(page: Page, club: Club) {
  await page.goto(club.url);
  await page.getByRole('link', { name: 'Open lesson' }).click();
  await expect(page.getByRole('region', { name: 'Results' })).toContainText('Chance to finish');
}

/** The figure of a wheel, as it is read out. */
export async function wheel(page: Page, name: RegExp, nth = 0) {
  const label = await page.getByRole('button', { name }).nth(nth).getAttribute('aria-label');
  return Number(/[<>]?([\d.,]+)/.exec(label!.slice(label!.indexOf(':')))![1]);
}

/** Tabs until the focus is on what has that role and name, as somebody without a mouse does. */
export async function tabTo(page: Page, name: RegExp) {
  for (let i = 0; i < 260; i++) {
    await page.keyboard.press('Tab');
    const said = await page.evaluate(() => {
      const e = document.activeElement as HTMLElement | null;
      return (
        e?.getAttribute('aria-label') ??
        (e instanceof HTMLInputElement ? (e.labels?.[0]?.textContent ?? '') : (e?.innerText ?? ''))
      );
    });
    if (name.test(said.trim())) return;
  }
  throw new Error(`the focus never came to ${name}`);
}

/**
 * Begins the lesson on court, and from then on reads the set-up card of every block; with
 * `hold` turns are not called, so that one student is counted for as long as it takes.
 */
export async function begin(page: Page, { hold = false } = {}) {
  await page
    .getByRole('button', { name: /^(Start the clock|Start)$/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible();
  const held = page.getByRole('button', { name: /^Pause turns/ });
  const holds = async () => {
    await expect(page.getByRole('region', { name: /^Set-up of/ })).toHaveCount(0);
    if (hold && (await held.count())) await held.click();
  };
  await page.addLocatorHandler(page.getByRole('button', { name: 'Ready', exact: true }), async (ready) => {
    await ready.click();
    await holds();
  });
  await holds();
}

/** Ends the lesson, from whatever block. */
export async function finish(page: Page) {
  await page.getByRole('button', { name: /^Lesson menu: / }).click();
  await page
    .getByRole('dialog', { name: 'Lesson menu' })
    .getByRole('button', { name: 'Finish lesson' })
    .click();
  await page.getByRole('button', { name: 'Finish lesson' }).click();
  await expect(page.getByRole('link', { name: 'Open the log' })).toBeVisible();
}

/** Says how engaged, or how hard, it was for somebody, who had nothing said yet. */
export async function rate(page: Page, who: string, from: number, to: number) {
  const more = page.getByRole('button', { name: `${who}: one ${to >= from ? 'more' : 'less'}` });
  for (let i = 0; i <= Math.abs(to - from); i++) await more.click();
}

/** Comes in as owner, to the page that lets others in. */
export async function signIn(page: Page, reached: Reached) {
  await page.goto(`${reached.url}/phone`);
  await page.getByRole('button', { name: 'Sign in as the owner' }).click();
  await page.getByLabel('The owner’s passphrase').fill(PASSPHRASE);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Connect a phone' })).toBeVisible();
}

/** Opens a folded part of a page. */
export const unfold = (page: Page, title: string) =>
  page.locator('summary', { has: page.getByRole('heading', { name: title }) }).click();
