import { expect, type Page, test } from '@playwright/test';
import { countingReadings } from '@rugged/contract/bench';
import { benchAt, Hand } from '../bench-hand';

test.use({ serviceWorkers: 'allow' });

/** A day at the bench: each of the six jobs that people bring, on a phone, from taking in to leaving as found. */
test.use({ viewport: { width: 390, height: 844 } });

/** Through the steps of a procedure one at a time, cautions read, to its signature. */
async function throughSteps(page: Page, hand: Hand, skip: readonly RegExp[] = []): Promise<void> {
  const through = page.getByRole('heading', { name: 'Through all steps' });
  const place = page.getByText(/^Step \d+ of \d+$/);
  await expect(through.or(place)).toBeVisible();
  while (!(await through.isVisible())) {
    const here = await place.textContent();
    const skipped = await Promise.all(skip.map((words) => page.getByRole('heading', { name: words }).isVisible()));
    await (skipped.includes(true) ? hand.button('Skip') : hand.button(/^(Done|Read, and done)$/)).click();
    await expect(through.or(place.filter({ hasNotText: new RegExp(`^${here ?? ''}$`) }))).toBeVisible();
  }
}

/** Leaves the machine as it was found, and closes the job. */
async function leaveAsFound(page: Page, hand: Hand, expected: readonly RegExp[]): Promise<void> {
  await hand.button('Close the job').click();
  await expect(page.getByRole('heading', { name: 'Leave as found' })).toBeVisible();
  await hand.button('Steps: As a list').click();
  for (const words of expected) await expect(page.getByRole('checkbox', { name: words })).toBeVisible();
  for (const box of await page.getByRole('checkbox').all()) {
    if ((await box.getAttribute('aria-checked')) !== 'true') {
      await box.click();
      await expect(box).toHaveAttribute('aria-checked', 'true');
    }
  }
  await hand.button('Sign, and close the job').click();
  await expect(page.getByText('Left as found. Job closed').first()).toBeVisible();
}

const kinds = async (page: Page, jobId: string) =>
  countingReadings((await benchAt(page.request, jobId)).readings)
    .map(({ kind = 'compression' }) => kind)
    .sort();

test('fault finding on the V6 outboard: steps signed, six read, the low pair heard, leads back by the map', async ({
  page,
}) => {
  test.setTimeout(150_000);
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Pellow V6 outboard', 'misses under load');
  const jobId = hand.jobId();
  await hand.button('Step by step').click();
  await throughSteps(page, hand, [/^Twist the boots/]);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Through all steps' })).toBeVisible();
  await hand.button('Sign compression').click();
  await hand.button('Compression').click();
  await hand.button('Engine: Warm').click();
  for (const peak of ['128', '99', '131']) await hand.keep(peak);
  // One digit too many: said, mended, kept.
  await hand.digits('1270');
  await expect(page.getByRole('alert')).toContainText('cannot be: it must be between');
  await hand.button('Delete digit').click();
  await hand.button(/^Keep 127/).click();
  await hand.keep('97');
  await hand.keep('129');
  await hand.button('Back to the bench').click();
  await expect(page.getByRole('region', { name: 'What it may be' })).toBeVisible();
  await hand.button('Leak-down').click();
  await hand.button(/^Cyl 2/).click();
  await hand.digits('49');
  await hand.button('Listen where it goes').last().click();
  await hand
    .button(/^Plug hole, cyl \d: not listened at$/)
    .first()
    .click();
  await hand.button(/^Plug hole, cyl \d: Strong$/).click();
  await hand.button('Keep what I heard').click();
  await expect(page.getByText(/^Kept /)).toBeVisible();
  await page.goto(`/jobs/${jobId}/leads`);
  await hand.button('Each lead back on its plug, boot home with a click. Done').click();
  await page.goto(`/jobs/${jobId}/findings`);
  await leaveAsFound(page, hand, [
    /^Plugs back/,
    /^Leads by number/,
    /^Valve core back/,
    /^Clamp and flywheel lock off/,
  ]);
  await expect.poll(async () => (await benchAt(page.request, jobId)).job.status).toBe('closed');
  expect((await benchAt(page.request, jobId)).signatures.map(({ procedure }) => procedure).sort()).toEqual([
    'compression',
    'leave-as-found',
  ]);
});

test('go or no-go on a tiller with a broken recoil: leak-down at once, a percent dial, the side valve heard', async ({
  page,
}) => {
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Bruar tiller, side valve', 'worth a new recoil?');
  const jobId = hand.jobId();
  await expect(hand.button('Start leak-down')).toBeVisible();
  await hand.button('Start leak-down').click();
  await hand.button('Tester').click();
  await hand.button('Its dial: Percent dial').click();
  await hand.button('Done').click();
  await hand.digits('114');
  await expect(page.getByRole('alert')).toContainText('Leakage: must not be above 100');
  for (let i = 0; i < 3; i += 1) await hand.button('Delete digit').click();
  await hand.digits('14');
  await hand.button('Listen where it goes').last().click();
  await hand.button('Crankcase: not listened at').click();
  await hand.button('Crankcase: Faint').click();
  await hand.button('Keep what I heard').click();
  await expect(page.getByText('Kept 14 % for cyl 1.')).toBeVisible();
  await expect.poll(() => kinds(page, jobId)).toEqual(['leakdown']);
  await page.goto(`/jobs/${jobId}`);
  await hand.button('Tests so far').click();
  await expect(page.getByRole('table', { name: 'Leakage by cylinder' })).toContainText('14');
});

test(
  'second opinion on the generator twin: half of the other, valve train looked at, clearances, plugs kept by ' +
    'picture',
  async ({ page }) => {
    const hand = new Hand(page);
    await hand.signIn();
    await hand.openJob('Skarn generator, V-twin', 'condemned elsewhere');
    const jobId = hand.jobId();
    await hand.button('Compression').click();
    await hand.button('Engine: Cold').click();
    await hand.keep('108');
    await hand.digits('52');
    await expect(page.getByText('Test it again.')).toBeVisible();
    await hand.button(/^Keep and test/).click();
    await hand.digits('54');
    await hand.button(/^Keep 54/).click();
    await hand.button('Back to the bench').click();
    await hand.button('Other gauges').click();
    await hand.button('Which gauge: Valve clearance').click();
    await hand.button('Cylinder: R').click();
    await hand.button('Valve: Exhaust').click();
    await page.getByLabel('Clearance, mm').fill('0.0x');
    await expect(page.getByText('Clearance, mm must be a number, not negative')).toBeVisible();
    await page.getByLabel('Clearance, mm').fill('0.02');
    await hand.button('Keep').click();
    await expect(page.getByText(/exhaust valve clearance 0\.02/)).toBeVisible();
    await page.goto(`/jobs/${jobId}/notes`);
    await hand.button('On: R').click();
    await hand.button('Black, dry soot').click();
    await page.getByLabel('Words').fill('Both leads chewed.');
    await hand.button('Keep the note').click();
    await expect(page.getByRole('region', { name: 'Note on cyl R' })).toContainText('Both leads chewed.');
    await expect
      .poll(async () => (await benchAt(page.request, jobId)).notes)
      .toEqual([expect.objectContaining({ cylinder: 'R', plug: 'sooty', text: 'Both leads chewed.' })]);
  },
);

test('crankcase proof after a rebuild: pressure and vacuum, bubbles noted, sizes set down', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Kell snow twin', 'proof after the rebuild');
  const jobId = hand.jobId();
  await page.goto(`/jobs/${jobId}/teardown`);
  await hand.button('Cylinder: PTO').click();
  await page.getByLabel('Top, along the crank, mm').fill('72.02');
  await hand.button('Save, next part').click();
  await expect(page.getByText('Top, across, mm is missing: both directions, or neither')).toBeVisible();
  await page.getByLabel('Top, across, mm').fill('72.03');
  await hand.button('rings: not looked at').click();
  await page.getByLabel('Top ring gap, mm').fill('0.35');
  await hand.button('piston: not looked at').click();
  await page.getByLabel('Skirt, mm').fill('71.94');
  await hand.button('How it looks: Good').click();
  await hand.button('Save, next part').click();
  await expect(hand.button('piston: good')).toBeVisible();
  await expect(page.getByText(/piston clearance 0\.09/)).toBeVisible();
  await hand.button('Found: Crankcase seals').or(hand.button('Found: Rings or bore')).first().click();
  await page.getByLabel('In words').fill('Output seal hard as wood.');
  await hand.button('Keep what it was').click();
  await expect(page.getByRole('heading', { name: /^Found: / })).toBeVisible();

  await page.goto(`/jobs/${jobId}/crankcase`);
  await hand.button('Case of cylinder: PTO').click();
  await page.getByLabel('Air, °C').fill('18');
  await hand.button('Valve shut: start the clock').click();
  await expect(page.getByText(/^0:0[3-9]/)).toBeVisible();
  await page.getByLabel('Gauge now, psi').fill('4.1');
  await hand.button('Keep').click();
  await hand.button('Soap map').click();
  await hand.button('Output seal: not brushed').click();
  await hand.button('Output seal: dry').click();
  await expect(page.getByText('Bubbles at output seal.')).toBeVisible();
  await hand.button('Keep as a note').click();
  await hand.button(/^Looks, /).click();
  await hand.button('Another test').click();
  await hand.button('With: Vacuum').click();
  await hand.button('Case of cylinder: PTO').click();
  await page.getByLabel('Start, inHg').fill('40');
  await expect(page.getByText(/^Start, inHg .*/)).toBeVisible();
  await expect(hand.button('Valve shut: start the clock')).toBeDisabled();
  await page.getByLabel('Start, inHg').fill('10');
  await hand.button('Valve shut: start the clock').click();
  await expect(page.getByText(/s to go/)).toBeVisible();
  await expect
    .poll(() => kinds(page, jobId))
    .toEqual(['bore', 'crankcase', 'crankcase', 'crankcase', 'opened', 'piston', 'ring-gap']);
  await expect
    .poll(async () => (await benchAt(page.request, jobId)).notes)
    .toEqual([expect.objectContaining({ cylinder: 'PTO', text: 'Bubbles at output seal.' })]);
  expect((await benchAt(page.request, jobId)).outcomes).toEqual([
    expect.objectContaining({ cylinder: 'PTO', note: 'Output seal hard as wood.' }),
  ]);
});

test('a stored outboard woken without signal: every step, the tab closed in the middle, readings that climb', async ({
  page,
  context,
}) => {
  test.setTimeout(150_000);
  const hand = new Hand(page);
  await hand.signInToBay();
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await hand.openJob('Orrin 20, twin outboard', 'stood three winters');
  const jobId = hand.jobId();
  await page.goto(`/jobs/${jobId}/steps?of=waking`);
  await expect(page.getByText('Step 1 of 7')).toBeVisible();
  await context.setOffline(true);
  await hand.button('Done').click();
  await hand.button('Read, and done').click();
  await expect(page.getByText('Step 3 of 7')).toBeVisible();
  await page.close();
  const again = await context.newPage();
  const handAgain = new Hand(again);
  await again.goto(`/jobs/${jobId}/steps?of=waking`);
  await expect(again.getByText('Step 3 of 7')).toBeVisible();
  await throughSteps(again, handAgain);
  await handAgain.button('To the reading').click();
  await handAgain.button('Engine: Cold').click();
  await handAgain.digits('96');
  // Closed with a figure typed and not kept: it is there again.
  await again.reload();
  await expect(handAgain.button(/^Keep 96/)).toBeVisible();
  await handAgain.button(/^Keep 96/).click();
  await handAgain.keep('101');
  await handAgain.button(/^Cyl 1/).click();
  await handAgain.keep('108');
  // A photograph without signal: kept here, seen here.
  await again.goto(`/jobs/${jobId}/notes`);
  await again
    .getByLabel('Photograph', { exact: true })
    .setInputFiles({ name: 'nest.jpg', mimeType: 'image/jpeg', buffer: await again.screenshot({ type: 'jpeg' }) });
  await handAgain.button('Keep the note').click();
  await expect(again.getByRole('img', { name: /^Photograph.*plug$/ })).toBeVisible();
  await context.setOffline(false);
  await expect.poll(async () => (await benchAt(again.request, jobId)).readings.length, { timeout: 30_000 }).toBe(3);
  await expect
    .poll(async () => (await benchAt(again.request, jobId)).notes.map(({ photoId }) => typeof photoId), {
      timeout: 30_000,
    })
    .toEqual(['string']);
  expect(
    (await benchAt(again.request, jobId)).ticks.filter(
      ({ procedure, mark }) => procedure === 'waking' && mark === 'done',
    ),
  ).toHaveLength(7);
});

test(
  'the diesel inboard before buying: the wrong tester said before cranking, a photograph of the gauge, findings to ' +
    'print',
  async ({ page }) => {
    const hand = new Hand(page);
    await hand.signIn();
    await hand.openJob('Thole three, diesel inboard', 'before buying the boat');
    const jobId = hand.jobId();
    await hand.button('Start compression').click();
    await expect(page.getByRole('alert')).toContainText('The gauge ends at 300 psi');
    await hand.button('Another').click();
    await hand.button(/^Diesel tester/).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Engine: Cold' }).click();
    await hand.button('Done').click();
    await expect(page.getByText(/The gauge ends at/)).toBeHidden();
    await hand.keep('372');
    await hand.digits('1340');
    await expect(page.getByRole('alert')).toContainText('cannot be: it must be between');
    for (let i = 0; i < 4; i += 1) await hand.button('Delete digit').click();
    await hand.keep('341');
    await hand.keep('368');
    await page.goto(`/jobs/${jobId}/notes?cylinder=2`);
    await hand.button('On: 2').click();
    await hand.button('About: Gauge').click();
    await page
      .getByLabel('Photograph', { exact: true })
      .setInputFiles({ name: 'words.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') });
    await expect(page.getByRole('alert')).toContainText('words.jpg: That is no picture');
    const picture = await page.screenshot({ type: 'jpeg' });
    await page
      .getByLabel('Photograph', { exact: true })
      .setInputFiles({ name: 'gauge.jpg', mimeType: 'image/jpeg', buffer: picture });
    await expect(page.getByRole('img', { name: 'The photograph to be kept' })).toBeVisible();
    await hand.button('Keep the note').click();
    await expect(page.getByRole('img', { name: 'Photograph of cyl 2, gauge' })).toBeVisible();
    await expect
      .poll(async () => (await benchAt(page.request, jobId)).notes)
      .toEqual([expect.objectContaining({ cylinder: '2', about: 'gauge', photoId: expect.any(String) })]);
    const [note] = (await benchAt(page.request, jobId)).notes;
    const shown = await page.request.get(`/api/photos/${note?.photoId ?? ''}`);
    expect(shown.headers()['content-type']).toContain('image/jpeg');
    await page.goto(`/jobs/${jobId}/findings`);
    await expect(page.getByText('before buying the boat').first()).toBeVisible();
    await leaveAsFound(page, hand, [/^Stop control free/, /^Plugs back/]);
  },
);
