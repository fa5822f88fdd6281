import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/prepare.ts',
  workers: 2,
  fullyParallel: true,
  forbidOnly: !!process.env.CI,
  // A walk waits for what it looks for; the limits only end one that will never get there. They are many times
  // what a walk takes, since shared machines run at a third of their speed and stall for a minute now and then.
  timeout: 20 * 60_000,
  retries: process.env.CI ? 1 : 0,
  expect: { timeout: 90_000 },
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // To keep the application for when there is no signal takes as long as to show a page. The coach's days and
    // the walks that lose the network do it.
    serviceWorkers: 'block',
    // What a trace notes doubles the time of a walk: --trace on asks for one.
    trace: 'on-first-retry',
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync'
      ]
    }
  }
});
