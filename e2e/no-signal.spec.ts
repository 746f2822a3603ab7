import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { type BrowserContext, chromium, expect, test, type Route } from '@playwright/test';
import type { SentRow } from '@rugged/contract';
import { readingsOfKind } from '@rugged/contract/bench';
import { benchAt, Hand } from './bench-hand';

/** A browser whose disk outlives it: closed and started again it is the same phone. */
function phone(disk: string): Promise<BrowserContext> {
  const { use } = test.info().project;
  return chromium.launchPersistentContext(disk, {
    ...use.launchOptions,
    viewport: { width: 390, height: 844 },
    locale: 'en-GB',
    serviceWorkers: 'allow',
    ...(use.baseURL ? { baseURL: use.baseURL } : {}),
  });
}

test('the network cut in the middle, a reload, the browser restarted: every reading there once', async () => {
  test.setTimeout(120_000);
  const disk = mkdtempSync(path.join(tmpdir(), 'rugged-phone-'));
  let context = await phone(disk);
  try {
    let page = context.pages()[0] ?? (await context.newPage());
    let hand = new Hand(page);
    await hand.signInToBay();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await hand.openJobByHand('Halden Four, motorcycle', 'in the boatyard');
    const jobId = hand.jobId();
    await hand.button('Start compression').click();
    await hand.button('Engine: Cold').click();
    await hand.keep('150');
    await expect.poll(async () => (await benchAt(page.request, jobId)).readings.length).toBe(1);

    await context.setOffline(true);
    await hand.keep('151');
    await hand.keep('149');
    await expect(page.getByRole('link', { name: /^2 kept here/ })).toBeVisible();

    await page.reload();
    hand = new Hand(page);
    await expect(hand.button('Cyl 3 149')).toBeVisible();
    // It goes on where it was left: on the cylinder nobody has measured.
    await expect(hand.button('Cyl 4 now')).toHaveAttribute('aria-pressed', 'true');
    await hand.keep('120');
    await expect(page.getByRole('link', { name: /^3 kept here/ })).toBeVisible();

    await context.close();
    context = await phone(disk);
    await context.setOffline(true);
    page = context.pages()[0] ?? (await context.newPage());
    hand = new Hand(page);
    await page.goto(`/jobs/${jobId}`);
    await expect(page.getByRole('heading', { name: 'Test cylinder 4 again' })).toBeVisible();
    await expect(page.getByRole('link', { name: /^3 kept here/ })).toBeVisible();
    // A whole new job without signal, too.
    await hand.openJobByHand('Corrie pump engine', 'taken in without signal');
    const newJobId = hand.jobId();
    await hand.button('Start compression').click();
    await hand.keep('117');
    await page.goto('/');
    await expect(page.getByRole('link', { name: /Corrie pump engine.*New job/ })).toBeVisible();
    await page.getByRole('link', { name: /kept here/ }).click();
    await expect(page.getByRole('heading', { name: '6 waiting' })).toBeVisible();
    await expect(page.getByText('Cyl 4 120 psi, Halden Four, motorcycle')).toBeVisible();

    await context.setOffline(false);
    // Or it has gone by itself already.
    await hand
      .button('Send now')
      .click({ timeout: 3000 })
      .catch(() => undefined);
    await expect(page.getByRole('heading', { name: 'All sent' })).toBeVisible();
    const bench = await benchAt(page.request, jobId);
    expect(
      readingsOfKind(bench.readings, 'compression')
        .map(({ figures: { cylinder, peak } }) => `${cylinder}:${peak}`)
        .sort(),
    ).toEqual(['1:150', '2:151', '3:149', '4:120']);
    expect(bench.tests).toHaveLength(1);
    expect(
      readingsOfKind((await benchAt(page.request, newJobId)).readings, 'compression').map(
        ({ figures }) => figures.peak,
      ),
    ).toEqual([117]);
    await page.goto('/');
    await expect(page.getByRole('link', { name: /Corrie pump engine.*Job \d+/ }).first()).toBeVisible();
  } finally {
    await context.close();
    rmSync(disk, { recursive: true, force: true });
  }
});

test('what the server refuses is shown with its reason and never dropped', { tag: '@long' }, async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Corrie pump engine', 'refused');
  const jobId = hand.jobId();
  const problem = {
    type: 'x',
    title: 'Something entered is not right',
    status: 422,
    errors: [{ field: 'figures.peak', reason: 'is above the full scale' }],
  };
  // The test and its first reading go together: the one is taken, the other is not.
  const refuse = async (route: Route) => {
    const { rows } = route.request().postDataJSON() as { rows: SentRow[] };
    const answers = [];
    for (const { path: to, body } of rows) {
      if (to === '/readings') answers.push({ status: 422, body: problem });
      else {
        const taken = await page.request.post(`/api${to}`, { data: body });
        answers.push({ status: taken.status(), body: (await taken.json()) as unknown });
      }
    }
    await route.fulfill({ json: { answers } });
  };
  await page.route('**/api/rows', refuse);
  await hand.button('Start compression').click();
  await hand.button('Engine: Warm').click();
  await hand.keep('118');
  await page.getByRole('link', { name: /^1 refused/ }).click();
  await expect(page.getByText('Peak is above the full scale')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Cyl 1 118 psi, Corrie pump engine')).toBeVisible();
  await page.unroute('**/api/rows', refuse);
  // What was refused is corrected where it stands.
  await page.getByLabel('Peak').fill('116');
  await hand.button('Send it so').click();
  await expect(page.getByRole('heading', { name: 'All sent' })).toBeVisible();
  const { readings } = await benchAt(page.request, jobId);
  expect(readingsOfKind(readings, 'compression').map(({ figures }) => figures.peak)).toEqual([116]);
});

test('a change on two devices shows both sides', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Corrie pump engine', 'both sides');
  const jobId = hand.jobId();
  await expect.poll(async () => (await page.request.get(`/api/jobs/${jobId}`)).status()).toBe(200);
  await page.goto(`/jobs/${jobId}/findings`);
  await expect(hand.button('Close the job')).toBeVisible();
  await page.request.patch(`/api/jobs/${jobId}`, { data: { version: 1, complaint: 'changed elsewhere' } });
  await hand.button('Close the job').click();
  await page.getByRole('link', { name: /^1 refused/ }).click();
  await expect(page.getByText('It was changed by someone else in the meantime.')).toBeVisible();
  await hand.button('Use mine').click();
  await expect(page.getByRole('heading', { name: 'All sent' })).toBeVisible();
  expect((await benchAt(page.request, jobId)).job).toMatchObject({ status: 'closed', complaint: 'changed elsewhere' });
});

test('an answer that was on its way when a reading was sent does not hide the reading', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Halden Four, motorcycle', 'idles rough');
  const jobId = hand.jobId();
  await hand.button('Other gauges').click();
  await hand.button('Which gauge: Spark').click();
  await hand.button('Cylinder: 1').click();
  await hand.button('Spark: Weak').click();
  // The bench is fetched anew and answered before the reading is there, but the answer takes long to come.
  let letGo = (): void => undefined;
  const sent = new Promise<void>((done) => {
    letGo = done;
  });
  let held = 0;
  await page.route(`**/api/jobs/${jobId}`, async (route) => {
    const answer = await route.fetch();
    held += 1;
    await sent;
    await route.fulfill({ response: answer }).catch(() => undefined);
  });
  await page.reload();
  await expect.poll(() => held).toBeGreaterThan(0);
  const kept = page.waitForResponse((response) => /\/api\/(rows|readings)$/.test(response.url()));
  await hand.button('Keep').click();
  await kept;
  await expect(page.getByText(/Cyl 1: spark/)).toBeVisible();
  await page.unroute(`**/api/jobs/${jobId}`);
  letGo();
  await expect.poll(async () => (await benchAt(page.request, jobId)).readings.length).toBe(1);
  await page.waitForLoadState('networkidle');
  await expect(page.getByText(/Cyl 1: spark/)).toBeVisible();
});

test.describe('without signal', () => {
  test.use({ serviceWorkers: 'allow' });

  test(
    'started without signal it looks as it does with: every part at its place',
    { tag: '@long' },
    async ({ page, context }) => {
      const hand = new Hand(page);
      await hand.signInToBay();
      await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
      await page.reload();
      const looks = async () => {
        await expect(page.getByRole('link', { name: /Job \d+/ }).first()).toBeVisible();
        return page.evaluate(() => ({
          tabs: Array.from(document.querySelectorAll('[role=navigation] a, nav a')).map((tab) => {
            const { x, y, width, height } = tab.getBoundingClientRect();
            return [x, y, width, height].map(Math.round);
          }),
          sheets: Array.from(document.styleSheets).flatMap(({ href }) => (href ? [new URL(href).pathname] : [])),
          margin: getComputedStyle(document.body).margin,
        }));
      };
      const online = await looks();
      expect(online.tabs.length).toBeGreaterThan(2);
      expect(online.sheets).toContain('/page.css');
      // Nothing may come from what the browser itself kept.
      const devtools = await context.newCDPSession(page);
      await devtools.send('Network.clearBrowserCache');
      await context.setOffline(true);
      await page.reload();
      expect(await looks()).toEqual(online);
    },
  );
});
