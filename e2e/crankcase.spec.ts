import { expect, test } from '@playwright/test';
import { countingReadings } from '@rugged/contract/bench';
import { benchAt, Hand, jobNamed } from './bench-hand';

test(
  'a crankcase watched: too much refused, the clock goes on through a reload, a slip taken back, what leaks is ' +
    'looked for',
  async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    const hand = new Hand(page);
    await hand.signIn();
    const jobId = await jobNamed(page.request, 427);
    await page.goto(`/jobs/${jobId}`);
    await hand.button('Crankcase').click();
    await expect(page.getByText(/Never above \d+\.\d psi/)).toBeVisible();
    await hand.button('Case of cylinder: PTO').click();
    await page.getByLabel('Start, psi').fill('14');
    await expect(page.getByText(/that crank seals are made for/)).toBeVisible();
    await expect(hand.button('Valve shut: start the clock')).toBeDisabled();
    await page.getByLabel('Start, psi').fill('5');
    await page.getByLabel(/^Rig alone/).fill('0.02');
    await hand.button('Valve shut: start the clock').click();

    await expect(page.getByText(/s to go/)).toBeVisible();
    await page.reload();
    await expect(page.getByText(/^0:0[1-9]|^0:[1-9]\d/)).toBeVisible();
    await page.getByLabel('Gauge now, psi').fill('50');
    await expect(page.getByText(/that crank seals are made for/)).toBeVisible();
    await expect(hand.button('Keep')).toBeDisabled();
    await page.getByLabel('Gauge now, psi').fill('4.9');
    await hand.button('Keep').click();
    await hand.button('Looks, 2').click();
    await hand.button(/^Take back 4.9/).click();
    await expect(hand.button(/^Take back 4.9/)).toBeHidden();
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
    await page.getByLabel('Gauge now, psi').fill('4.2');
    await hand.button('Keep').click();
    await hand.button('Soap map').click();
    await expect(page.getByRole('heading', { name: /Soapy water/ })).toBeVisible();
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();

    const latest = async () => {
      const { tests, readings } = await benchAt(page.request, jobId);
      const test = tests
        .filter(({ kind }) => kind === 'crankcase')
        .sort((a, b) => Date.parse(b.startedAt) - Date.parse(a.startedAt))[0];
      return {
        test,
        values: countingReadings(readings).flatMap((reading) =>
          reading.kind === 'crankcase' && reading.testId === test?.id ? [reading.figures.value] : [],
        ),
      };
    };
    await expect.poll(async () => (await latest()).values).toEqual([5, 4.2]);
    expect((await latest()).test).toMatchObject({
      conditions: { mode: 'pressure', unit: 'psi', case: 'PTO', rigDropPerMinute: 0.02 },
    });
    await hand.button('To the bench').click();
    await hand.button('Tests so far').click();
    await expect(page.getByRole('region', { name: 'Crankcase' })).toBeVisible();
  },
);
