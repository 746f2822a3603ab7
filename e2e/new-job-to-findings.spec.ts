import { expect, test } from '@playwright/test';
import { readingsOfKind } from '@rugged/contract/bench';
import { benchAt, Hand, jobNamed } from './bench-hand';

test('on the phone: from a new machine to printed findings, wrong entries mended on the way', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signInByHand();
  await hand.button('New job').click();
  await hand.button('A new machine').click();
  await hand.button('Works in: Outboard').click();
  await hand.button('Kind: Outboard, two-stroke twin').click();
  await page.getByLabel('Owner').fill('Runa Stell');
  await page.getByLabel('Machine', { exact: true }).fill('Stell tender');
  await page.getByLabel('Minimum, psi').fill('160');
  await page.getByLabel('Maximum, psi').fill('150');
  await page.getByLabel('Which book').fill('Stell sheet');
  await hand.button('Open job').click();
  await expect(page.getByText('Minimum, psi the minimum (160) is above the maximum (150)')).toBeVisible();
  await expect(page.getByText('Complaint must not be empty')).toBeVisible();
  await expect(page.getByLabel('Minimum, psi')).toHaveValue('160');
  // A reload in the middle of it loses nothing.
  await page.reload();
  await expect(page.getByLabel('Owner')).toHaveValue('Runa Stell');
  await page.getByLabel('Minimum, psi').fill('115');
  await page.getByLabel('Complaint').fill('will not idle');
  await page.getByLabel('Meter', { exact: true }).fill('abc');
  await hand.button('Open job').click();
  await expect(page.getByText('Meter must be a number')).toBeVisible();
  await page.getByLabel('Meter', { exact: true }).fill('312');
  await hand.button('Open job').click();

  await hand.button('Start compression').click();
  await hand.button('Engine: Warm').click();
  // Above the gauge: said at once, what was typed stays.
  await hand.digits('412');
  await expect(page.getByRole('alert')).toContainText("above the gauge's full scale of 300 psi");
  for (let i = 0; i < 3; i += 1) await hand.button('Delete digit').click();
  // A peak below the first stroke.
  await hand.button('First stroke').click();
  await hand.digits('95');
  await hand.button('Peak').click();
  await hand.digits('90');
  await expect(page.getByRole('alert')).toContainText('Peak: is below stroke 1 (95 psi)');
  await hand.button('Delete digit').click();
  await hand.button('Delete digit').click();
  await hand.digits('138');
  await hand.button(/^Keep 138/).click();
  await hand.keep('104', '70');
  // Undo brings the figure's place back; the next one counts.
  await hand.button('Undo').click();
  await hand.keep('103', '70');
  await hand.button('Back to the bench').click();

  await expect(page.getByRole('heading', { name: 'Test cylinder 2 again' })).toBeVisible();
  await hand.button('Test cyl 2 again').click();
  await hand.keep('104');
  await hand.button('Back to the bench').click();
  await hand.button('Findings').first().click();
  await expect(page.getByRole('heading', { name: 'Cyl 2 is low: 104 psi, 25 % under the best one.' })).toBeVisible();
  await hand.button(/^Readings and reasons/).click();
  await expect(page.getByText('misses the minimum of 115 psi (Stell sheet)')).toBeVisible();

  const bench = await benchAt(page.request, hand.jobId());
  expect(bench.readings).toHaveLength(5);
  expect(bench.readings.filter(({ withdrawn }) => withdrawn)).toHaveLength(1);
  expect(bench.job).toMatchObject({ complaint: 'will not idle', meter: 312 });

  // On paper: no tabs, no buttons, white ground, everything on the page.
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation')).toBeHidden();
  await expect(hand.button('Decide')).toBeHidden();
  await expect
    .poll(() =>
      page.evaluate(() => getComputedStyle(document.querySelector('[data-print="whole"]') as Element).backgroundColor),
    )
    .toBe('rgb(255, 255, 255)');
  const cut = await page.evaluate(() =>
    Array.from(document.querySelectorAll('[data-print="whole"]'))
      .map((plate) => plate.getBoundingClientRect().bottom)
      .reduce((a, b) => Math.max(a, b), 0),
  );
  expect(cut).toBeLessThanOrEqual(await page.evaluate(() => document.documentElement.scrollHeight));
  for (const format of ['A4', 'Letter'] as const) expect((await page.pdf({ format })).length).toBeGreaterThan(10_000);
});

test('from the Bay to the first kept reading in at most four taps plus digits', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Corrie pump engine', 'four taps');
  await page.goto('/');
  hand.taps = 0;
  await hand.tap(page.getByRole('link', { name: /Corrie pump engine.*four taps/ }).first());
  await hand.tap(hand.button('Start compression'));
  await hand.tap(hand.button('Engine: Warm'));
  await hand.digits('118');
  await hand.tap(hand.button(/^Keep 118/));
  await expect(page.getByText(/^Kept /)).toBeVisible();
  expect(hand.taps).toBeLessThanOrEqual(4);
  // None of it was hidden below the fold.
  for (const name of ['7', '0', 'Peak', 'Back to the bench'])
    await expect(hand.button(name)).toBeInViewport({ ratio: 1 });
});

test('a mechanic overrules a cylinder with a reason, and can lift it', { tag: '@long' }, async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await page.goto(`/jobs/${await jobNamed(page.request, 429)}`);
  await hand.button('Findings').first().click();
  await hand.button(/^Readings and reasons/).click();
  await hand.button('Overrule cyl 1').click();
  await hand.button('Your verdict: Sound').click();
  await hand.button('Overrule to sound').click();
  await expect(page.getByText('Reason must not be empty')).toBeVisible();
  await page.getByLabel('Reason').fill('New rings, not run in yet');
  await hand.button('Overrule to sound').click();
  await expect(page.getByText('overruled: cyl 1')).toBeVisible();
  await expect(page.getByText(/New rings, not run in yet. Computed: watch/)).toBeVisible();
  await page.goto('/');
  await hand.button('Search').click();
  await page.getByLabel(/^Search machine/).fill('429');
  await expect(page.getByRole('link', { name: /Tamsin scooter.*Job 429.*Sound/ })).toBeVisible();
});

test('a wet test: the dose for this chamber, the lock refused, what the rings did as an interval', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await page.goto(`/jobs/${await jobNamed(page.request, 412)}`);
  await hand.button('Compression').click();
  await hand.button(/^Cyl 2/).click();
  await hand.button('Wet').click();
  await expect(page.getByRole('heading', { name: 'Wet test' })).toBeVisible();
  // Air was fed on this job: the core first, then the dose, warm or cold once there is a figure.
  await hand.button('It is back').click();
  await expect(page.getByText(/^Dose \d+\.\d+ ml, \d+ drops$/)).toBeVisible();
  await page.getByLabel('Oil, ml').fill('40');
  await hand.digits('139');
  await hand.button('Engine: Warm').click();
  await expect(page.getByRole('alert')).toContainText('it would lock the engine hydraulically');
  await page.getByLabel('Oil, ml').fill('0.8');
  await expect(
    page.getByText(/Oil lifted it by 24 %, of which its own volume explains up to \d %: rings or bore answer/),
  ).toBeVisible();
  await hand.button(/^Keep 139/).click();
  await expect(page.getByText(/^Kept /)).toBeVisible();
  await hand.button('Back to the bench').click();
  await expect(page.getByRole('heading', { name: 'Enough tested' })).toBeVisible();
  await expect
    .poll(async () => {
      const { readings } = await benchAt(page.request, hand.jobId());
      return readingsOfKind(readings, 'compression').findLast(({ figures }) => figures.wet)?.figures;
    })
    .toMatchObject({ peak: 139, oilMl: 0.8, cylinder: '2' });
});
