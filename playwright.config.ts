import { defineConfig } from '@playwright/test';

/** What looks for what stands first in the Bay: in shops that no other journey works in. */
const UNTOUCHED = ['**/one-judgement.spec.ts', '**/keyboard.spec.ts'];
/** Whole jobs from the door to the door: what takes minutes is walked by npm run test:long, as is what is tagged so. */
const LONG = '**/long/*.spec.ts';
const SHORT = process.env['LONG'] === '1' ? {} : { grepInvert: /@long/ };
const WORKERS = 2;
const port = Number(process.env['E2E_PORT'] ?? 4381);

/** Journeys in a real browser: Debian's Chromium, headless, against the built app on a database of its own. */
export default defineConfig({
  testDir: './e2e',
  timeout: 90_000,
  expect: { timeout: 15_000 },
  // Where nobody looks on, a journey that failed is walked once more; the summary of npm test names it all the same.
  retries: process.env['CI'] ? 1 : 0,
  // Two at a time, each in a shop of its own: a third only makes all of them slower on two cores.
  workers: WORKERS,
  projects: [
    { name: 'untouched', testMatch: UNTOUCHED, ...SHORT },
    { name: 'usual', testIgnore: [...UNTOUCHED, LONG], ...SHORT },
    { name: 'long', testMatch: LONG, fullyParallel: true },
  ],
  outputDir: './e2e/out/results',
  reporter: [['list'], ['json', { outputFile: './e2e/out/report.json' }]],
  globalSetup: './e2e/global-setup.ts',
  use: {
    actionTimeout: 20_000,
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 390, height: 844 },
    // It fetches all of the app into every fresh browser. What is about it, or about no signal, allows it.
    serviceWorkers: 'block',
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
