// npm run screenshots: one current picture of each main view, from demo data, into docs/screenshots. Look at each
// before committing.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import type { Bench } from '@rugged/contract';
import { APP_DIST, ensureWebApp } from './build.ts';
import { ensureBundle } from './bundle.ts';
import { startDatabase } from './database.ts';
import { projectDir, say } from './packages.mjs';
import { prepare } from './prepare.ts';

const PORT = 4382;
const base = `http://127.0.0.1:${PORT}`;
const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };

type Open = (page: Page) => Promise<void>;
interface View {
  name: string;
  width: number;
  height: number;
  /** What stands there once it is drawn. */
  ready: string;
  readyRole?: 'region';
  theme?: 'night';
  print?: true;
  open: Open;
}

const job = (number: number) => async (page: Page) => {
  const answer = await page.request.get(`${base}/api/jobs?status=all&search=${number}`);
  const { items } = (await answer.json()) as { items: Bench[] };
  const found = items.find((bench) => bench.job.number === number);
  if (!found) throw new Error(`The demo has no job ${number}`);
  return found.job.id;
};

const pad = (number: number, cylinder: string, peak: string) => async (page: Page) => {
  await page.goto(`${base}/jobs/${await job(number)(page)}/compression?cylinder=${cylinder}`);
  const warm = page.getByRole('button', { name: 'Engine: Warm' });
  await warm
    .or(page.getByRole('button', { name: /^kept/ }))
    .first()
    .waitFor();
  if (await warm.isVisible()) await warm.click();
  for (const digit of peak) await page.getByRole('button', { name: digit, exact: true }).click();
};
const at = (place: string | ((page: Page) => Promise<string>)) => async (page: Page) => {
  await page.goto(`${base}${typeof place === 'string' ? place : await place(page)}`);
};
const jobPlace =
  (number: number, rest = '') =>
  async (page: Page) =>
    `/jobs/${await job(number)(page)}${rest}`;

const decided = (number: number) => async (page: Page) => {
  await page.goto(`${base}/jobs/${await job(number)(page)}/decide`);
  await page.getByLabel('Worth running', { exact: true }).fill('1900');
  await page.getByLabel('Worth as it stands').fill('300');
};

const VIEWS: readonly View[] = [
  { name: 'bay-phone', ready: 'Job 412', ...PHONE, open: at('/') },
  { name: 'bay-wide', ready: 'Job 412', ...WIDE, open: at('/') },
  { name: 'bench-phone', ready: 'Engine sheet', ...PHONE, open: at(jobPlace(412)) },
  { name: 'bench-wide-night', ready: 'Engine, from above', ...WIDE, theme: 'night', open: at(jobPlace(418)) },
  { name: 'pad-phone', ready: 'Keep 119', ...PHONE, open: pad(415, '5', '119') },
  {
    name: 'live-wide-night',
    ready: 'The starter has stopped',
    ...WIDE,
    theme: 'night',
    open: async (page) => {
      await page.goto(`${base}/jobs/${await job(418)(page)}/compression?cylinder=3`);
      const tap = (name: string | RegExp) => page.getByRole('button', { name }).first().click();
      await tap(/^How it is tested/);
      await page.getByRole('dialog').getByRole('button', { name: 'Engine: Warm' }).click();
      for (const name of ['Simulated sensor, live', 'Done', 'Crank cyl 3']) await tap(name);
    },
  },
  {
    name: 'step-phone',
    ready: 'Step 2',
    ...PHONE,
    open: async (page) => {
      await page.goto(`${base}/jobs/${await job(415)(page)}/steps?of=leakdown`);
      await page.getByText('Step 1 of').waitFor();
      await page.getByRole('button', { name: /^(Done|Read, and done)$/ }).click();
    },
  },
  {
    name: 'teardown-phone',
    ready: 'Piston',
    readyRole: 'region',
    ...PHONE,
    open: async (page) => {
      await page.goto(`${base}/jobs/${await job(418)(page)}/teardown`);
      const tap = (name: string) => page.getByRole('button', { name }).first().click();
      for (const seen of ['Scored', 'Worn']) {
        await tap(`How it looks: ${seen}`);
        await tap('Save, next part');
      }
    },
  },
  { name: 'decide-phone', ready: 'Stop and call', ...PHONE, open: decided(412) },
  {
    name: 'practice-phone',
    ready: 'What you have seen',
    ...PHONE,
    theme: 'night',
    open: async (page) => {
      await page.goto(`${base}/practice/7-dune-kite`);
      const tap = (name: string | RegExp) => page.getByRole('button', { name }).click();
      await tap('Throttle: Open it');
      await tap('Plugs: Take them out');
      await tap('Leads: Put on earth');
      await tap('Hands: Crank');
      for (let pull = 1; pull <= 6; pull += 1) {
        await tap('Pull the cord');
        await page
          .getByRole('listitem')
          .nth(pull - 1)
          .waitFor();
      }
      await tap('Read it');
    },
  },
  {
    name: 'leak-down-phone',
    ready: 'Keep 35',
    ...PHONE,
    open: async (page) => {
      await page.goto(`${base}/jobs/${await job(418)(page)}/leakdown?cylinder=3`);
      for (const digit of '52') await page.getByRole('button', { name: digit, exact: true }).click();
    },
  },
  {
    name: 'listen-phone',
    ready: 'How loud',
    readyRole: 'region',
    ...PHONE,
    open: async (page) => {
      await page.goto(`${base}/jobs/${await job(418)(page)}/leakdown?cylinder=3`);
      for (const digit of '52') await page.getByRole('button', { name: digit, exact: true }).click();
      const tap = (name: string) => page.getByRole('button', { name, exact: true }).last().click();
      for (const name of [
        'Listen where it goes',
        'Intake: not listened at',
        'Intake: Faint',
        'Breather hose: Off',
        'Crankcase: not listened at',
        'Crankcase: Clear',
      ])
        await tap(name);
    },
  },
  {
    name: 'crankcase-phone',
    ready: 's to go',
    ...PHONE,
    open: async (page) => {
      await page.goto(`${base}/jobs/${await job(427)(page)}/crankcase`);
      await page
        .getByRole('button', { name: /^Looks, / })
        .or(page.getByRole('button', { name: /^Valve shut/ }))
        .first()
        .waitFor();
      const looks = page.getByRole('button', { name: /^Looks, / });
      if (await looks.isVisible()) {
        await looks.click();
        await page.getByRole('button', { name: 'Another test' }).click();
      }
      await page.getByRole('button', { name: /^Valve shut/ }).click();
    },
  },
  { name: 'findings-phone', ready: 'Tests so far', ...PHONE, open: at(jobPlace(412, '/findings')) },
  { name: 'new-job-phone', ready: 'Same kind', ...PHONE, open: at('/new-job') },
  {
    name: 'engine-phone',
    ready: 'Books',
    ...PHONE,
    open: async (page) => {
      await page.goto(`${base}/engines`);
      await page.getByRole('link', { name: /Halden Four/ }).click();
    },
  },
  { name: 'shop-phone', ready: 'House rules', ...PHONE, open: at('/shop') },
  {
    name: 'engine-sheet-phone',
    ready: 'Tap the cylinders as they fire',
    ...PHONE,
    open: async (page) => {
      await page.goto(`${base}/engines`);
      await page.getByRole('link', { name: /Skarn generator/ }).click();
      await page.getByRole('button', { name: 'Engine sheet and books' }).click();
    },
  },
  {
    name: 'owners-page',
    ready: 'We stop and call you',
    width: 794,
    height: 1123,
    print: true,
    open: async (page) => {
      await decided(412)(page);
      const tap = (name: string | RegExp) => page.getByRole('button', { name }).first().click();
      await tap('Write the page');
      await page.frameLocator('iframe').getByText('We advise').first().waitFor();
      await tap('Keep this page');
      await tap('Give a link');
      await tap('Make the link');
      await page.goto((await page.getByText(/\/p\//).textContent()) ?? '');
    },
  },
];

const only = process.argv.slice(2);
const [database, server] = await Promise.all([
  startDatabase({ projectDir, name: 'pg-e2e', log: () => undefined }),
  ensureBundle('server'),
  ensureWebApp(),
]);
const env = { ...process.env, DATABASE_URL: database.serverUrl, PORT: String(PORT), APP_DIST, LOG_LEVEL: 'error' };
await prepare(database, '--demo', '--fresh');
const child = spawn(process.execPath, [server], {
  cwd: projectDir,
  env,
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
});
await new Promise((resolve) => {
  child.once('message', resolve);
});
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
try {
  for (const view of VIEWS) {
    if (only.length > 0 && !only.includes(view.name)) continue;
    const context = await browser.newContext({ viewport: { width: view.width, height: view.height }, locale: 'en-GB' });
    await context.addInitScript((theme) => localStorage.setItem('rugged.theme', theme), view.theme ?? 'day');
    const page = await context.newPage();
    await page.request.post(`${base}/api/session`, { data: { email: 'ines@tidewrack.example', password: 'low tide' } });
    await view.open(page);
    await (
      view.readyRole
        ? page.getByRole(view.readyRole, { name: view.ready })
        : page.getByText(view.ready, { exact: false })
    )
      .first()
      .waitFor({ timeout: 30_000 });
    await page.waitForTimeout(1200);
    if (view.print) await page.emulateMedia({ media: 'print' });
    await page.waitForTimeout(200);
    await page.screenshot({
      path: path.join(projectDir, 'docs/screenshots', `${view.name}.png`),
      fullPage: Boolean(view.print),
    });
    say(`  ${view.name}`);
    await context.close();
  }
} finally {
  await browser.close();
  child.kill('SIGTERM');
  await new Promise((resolve) => {
    child.once('exit', resolve);
  });
  await database.stop();
}
