import { defineConfig } from '@playwright/test';

/** What changes the whole shop, measures the machine, or looks for what stood first in the Bay. */
const ALONE = ['**/alone.spec.ts', '**/one-judgement.spec.ts', '**/keyboard.spec.ts'];
/** Whole jobs from the door to the door: what takes minutes is walked by npm run test:long. */
const LONG = '**/long/*.spec.ts';
const port = Number(process.env['E2E_PORT'] ?? 4381);

/** Journeys in a real browser: Debian's Chromium, headless, against the built app on a database of its own. */
export default defineConfig({
  testDir: './e2e',
  timeout: 90_000,
  expect: { timeout: 15_000 },
  // Where nobody looks on, a journey that failed is walked once more; the summary of npm test names it all the same.
  retries: process.env['CI'] ? 1 : 0,
  // Two at a time, each on jobs of its own: a third only makes all of them slower on two cores.
  workers: 2,
  projects: [
    { name: 'alone', testMatch: ALONE, workers: 1 },
    { name: 'side by side', testIgnore: [...ALONE, LONG], dependencies: ['alone'] },
    { name: 'long', testMatch: LONG, fullyParallel: true },
  ],
  outputDir: './e2e/out/results',
  reporter: [['list'], ['json', { outputFile: './e2e/out/report.json' }]],
  globalSetup: './e2e/global-setup.ts',
  use: {
    actionTimeout: 20_000,
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 390, height: 844 },
    locale: 'en-GB',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
