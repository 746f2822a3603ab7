import { expect, type Page, test } from '@playwright/test';
import { countingReadings, readingsOfKind } from '@rugged/contract/bench';
import { benchAt, Hand, useSensor } from '../bench-hand';

// A service worker would stand between the page and the wire that is cut here.
test.use({ serviceWorkers: 'block' });

/** The first stream whose address has this breaks off after a while, as a bad signal does; the next is whole. */
async function cutOnce(page: Page, address: string): Promise<void> {
  let cut = false;
  await page.route('**/api/live?**', async (route) => {
    const url = route.request().url();
    if (cut || !url.includes(address)) return route.continue();
    cut = true;
    const cookie = (await page.context().cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
    const answer = await fetch(url, { headers: { cookie } });
    let body = '';
    for await (const piece of answer.body as unknown as AsyncIterable<Uint8Array>) {
      body += Buffer.from(piece).toString();
      if (body.split('data: s ').length > 25) break;
    }
    // Only whole events arrived before it broke.
    return route.fulfill({
      headers: { 'Content-Type': 'text/event-stream' },
      body: body.slice(0, body.lastIndexOf('\n\n') + 2),
    });
  });
}

test(
  'compression on a four with the live sensor: two taps a cylinder, a wrong take cranked again, the signal lost in ' +
    'the middle',
  async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    const hand = new Hand(page);
    await hand.signIn();
    await hand.openJob('Halden Four, motorcycle', 'live sensor');
    const jobId = hand.jobId();
    await hand.button('Start compression').click();
    await hand.button('Engine: Warm').click();
    await useSensor(hand, 'How it is tested');
    await cutOnce(page, 'cylinder=2');
    for (const [i, cylinder] of ['1', '2', '3', '4'].entries()) {
      hand.taps = 0;
      await hand.tap(hand.button(`Crank cyl ${cylinder}`));
      // Gone while it cranks: said, and nothing is missed when it is back.
      if (cylinder === '2') await expect(page.getByText(/Signal to the sensor lost/)).toBeVisible();
      await expect(page.getByText('The starter has stopped.', { exact: false })).toBeVisible();
      await expect(page.getByText('Strokes caught 7')).toBeVisible();
      await hand.tap(hand.button(i < 3 ? /^Keep \d+, next/ : /^Keep \d+, done/));
      await expect(page.getByText(new RegExp(`for cyl ${cylinder}\\.$`))).toBeVisible();
      expect(hand.taps).toBeLessThanOrEqual(3);
    }
    // A slip: the third is cranked again, and the first take of it taken back.
    await hand.button(/^Cyl 3/).click();
    await hand.button('Crank cyl 3').click();
    await expect(page.getByText('Strokes caught 7')).toBeVisible();
    await hand.button(/^Keep \d+, done/).click();
    await expect(page.getByText(/for cyl 3\.$/)).toBeVisible();
    await hand.button('Undo').click();

    const readings = async () =>
      readingsOfKind(countingReadings((await benchAt(page.request, jobId)).readings), 'compression').map(
        ({ figures }) => figures,
      );
    await expect.poll(async () => (await readings()).map(({ cylinder }) => cylinder)).toEqual(['1', '2', '3', '4']);
    const kept = await readings();
    for (const { strokes, peak } of kept) expect([strokes?.length, Math.max(...(strokes ?? []))]).toEqual([7, peak]);
    const peaks = kept.map(({ peak }) => peak);
    // What is hidden in the demo engine: the rings of the third.
    expect(Math.min(...peaks)).toBe(peaks[2]);
    const { tests } = await benchAt(page.request, jobId);
    expect(tests).toHaveLength(1);
    expect(tests[0]?.conditions).toMatchObject({
      tester: { simulated: true },
      crankingRpm: expect.any(Number) as unknown as number,
    });
    await page.goto(`/jobs/${jobId}/findings`);
    await expect(page.getByText(/Read with a simulated sensor/)).toBeVisible();
  },
);

test('leak-down with the live pair: both needles rest, the place is heard, the wrong stroke is not', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Tamsin scooter', 'live air');
  const jobId = hand.jobId();
  await hand.button('Leak-down').click();
  await hand.button('Zeroed with the hose blocked').click();
  await useSensor(hand, 'Tester');
  await hand.button('Air on, cyl 1').click();
  await expect(page.getByText('The needles rest. Keep it, or listen where it goes.')).toBeVisible();
  await hand.button('Listen where it goes').click();
  await hand.button('Crankcase: not listened at').click();
  await hand.button('Crankcase: Clear').click();
  await hand.button('Breather hose: Off').click();
  await hand.button('Keep what I heard').click();
  await expect(page.getByText(/for cyl 1\.$/)).toBeVisible();
  const bench = async () => benchAt(page.request, jobId);
  await expect
    .poll(async () => (await bench()).readings)
    .toEqual([
      expect.objectContaining({
        kind: 'leakdown',
        figures: expect.objectContaining({ cylinder: '1', settling: expect.any(Array), breatherOff: true }),
      }),
    ]);
  expect((await bench()).ticks).toEqual([
    expect.objectContaining({ procedure: 'leakdown', step: 'zero', mark: 'done' }),
  ]);
});

test('a crankcase with the live sensor: a look kept with one tap, a reload joins the same stream', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Orrin 20, twin outboard', 'seals, live');
  const jobId = hand.jobId();
  await hand.button('Crankcase').click();
  await hand.button('Simulated sensor, live').click();
  await hand.button('Valve shut: start the clock').click();
  await hand.button(/^Keep \d\.?\d* now/).click();
  await page.reload();
  await expect(hand.button(/^Keep \d\.?\d* now/)).toBeVisible();
  await expect.poll(async () => (await benchAt(page.request, jobId)).readings.length).toBe(2);
  // The first look of its own time comes by itself.
  await expect
    .poll(
      async () =>
        countingReadings((await benchAt(page.request, jobId)).readings).some(
          (reading) => reading.kind === 'crankcase' && reading.figures.seconds === 30,
        ),
      { timeout: 45_000 },
    )
    .toBe(true);
});
