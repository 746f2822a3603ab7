import { expect, type Locator, type Page, test } from '@playwright/test';
import { Hand, jobNamed } from '../bench-hand';

// A middling and a slow phone, with the service worker between page and network, as it is from the second visit on.
test.use({ serviceWorkers: 'allow' });

/** Each place, by the tap that opens it from the Bay, and what stands there then. */
const PLACES: readonly { name: string; open(page: Page): Locator; shows(page: Page): Locator }[] = [
  {
    name: 'a bench',
    open: (page) => page.getByRole('link', { name: /Job \d+/ }).first(),
    shows: (page) => page.getByText('Engine, from above'),
  },
  ...['Engines', 'Practice', 'Shop'].map((name) => ({
    name,
    open: (page: Page) => page.getByRole('link', { name, exact: true }),
    shows: (page: Page) => page.getByRole('heading', { name, level: 1 }),
  })),
  {
    name: 'New job',
    open: (page) => page.getByRole('button', { name: 'New job' }),
    shows: (page) => page.getByRole('button', { name: 'A new machine' }),
  },
];

// A slow one takes a minute and a half here: npm run test:long.
for (const rate of process.env['LONG'] === '1' ? [4, 6] : [4])
  test(`every place opens with the processor slowed ${rate} times, and another one from there`, async ({ page }) => {
    test.setTimeout(240_000);
    const hand = new Hand(page);
    await hand.signInToBay();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    const session = await page.context().newCDPSession(page);
    await session.send('Emulation.setCPUThrottlingRate', { rate });
    for (const { name, open, shows } of PLACES)
      await test.step(name, async () => {
        // A page of its own each time: the first place that is opened is the one that has to wait for its piece.
        await page.goto('/');
        await expect(page.getByRole('link', { name: /Job \d+/ }).first()).toBeVisible();
        const tapped = Date.now();
        await open(page).click();
        await expect(shows(page)).toBeVisible();
        test.info().annotations.push({ type: 'ms', description: `${name} at ${rate}x: ${Date.now() - tapped}` });
        await expect(page.getByRole('status', { name: 'Opening' })).toHaveCount(0);
      });
    // A pad, whose pieces the service worker has by now.
    await page.goto(`/jobs/${await jobNamed(page.request, 412)}/compression`);
    await expect(hand.button('Peak')).toBeVisible();
  });
