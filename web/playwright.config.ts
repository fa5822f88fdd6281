import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'e2e',
  workers: 2,
  fullyParallel: true,
  forbidOnly: !!process.env.CI,
  // Shared machines stall for a minute now and then; a stall is not a fault.
  timeout: 240_000,
  retries: process.env.CI ? 1 : 0,
  expect: { timeout: 20_000 },
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
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
