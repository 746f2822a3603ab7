import { expect, test } from '@playwright/test';
import { benchAt, Hand, newMachine, openIt } from './bench-hand';

test(
  'a new 26 cm³ trimmer: kind, complaint, a dose by its usual chamber, refused where it may lock',
  { tag: '@long' },
  async ({ page }) => {
    const hand = new Hand(page);
    await hand.signIn();
    await newMachine(hand, {
      family: 'Hand-held',
      kind: 'Trimmer or blower, two-stroke',
      owner: 'Osk Fell',
      machine: 'Fell trimmer',
    });
    await hand.button('Why: Worth going on?').click();
    await hand.button('Will not start').click();
    // Nothing is asked that a hand-held two-stroke cannot have.
    await expect(hand.button('Loses coolant')).toBeHidden();
    await expect(hand.button('Burns oil')).toBeHidden();
    const jobId = await openIt(hand);
    await expect
      .poll(() => benchAt(page.request, jobId))
      .toMatchObject({
        engine: { kind: 'hand-held-small', cooling: 'air', starting: 'recoil', headless: true },
        job: { purpose: 'go-or-stop', symptoms: ['will-not-start'], complaint: 'Will not start' },
      });
    await hand.button('Start compression').click();
    await hand.button('Engine: Cold').click();
    await hand.keep('78');
    await hand.keep('82');
    await hand.button('Wet').click();
    await expect(page.getByText(/^Dose 0\.\d+ to 0\.\d+ ml, by the usual chamber of its kind$/)).toBeVisible();
    await page.getByLabel('Oil, ml').fill('2');
    await hand.digits('101');
    await expect(page.getByRole('alert')).toContainText('could lock an engine of this kind hydraulically');
    await page.getByLabel('Oil, ml').fill('0.1');
    await hand.button(/^Keep 101/).click();
    await hand.button('Back to the bench').click();
    await expect(page.getByText(/rings|bore/i).first()).toBeVisible();
    const written = await page.locator('body').innerText();
    expect(written).not.toMatch(/valve train|exhaust valve|coolant|oil filler/i);
  },
);

test(
  'a V8 with its order tapped in: labels that are printed are the ones that were tapped',
  { tag: '@long' },
  async ({ page }) => {
    const hand = new Hand(page);
    await hand.signIn();
    await newMachine(hand, {
      family: 'Inboard',
      kind: 'Petrol inboard, V8',
      owner: 'Wil Tarn',
      machine: 'Tarn workboat',
    });
    await page.getByLabel('Complaint').fill('misses at idle');
    const jobId = await openIt(hand);
    await hand.button('Leads').click();
    await expect(page.getByText('Nobody has given it.')).toBeVisible();
    await expect(page.getByText('1-2-3-4-5-6-7-8')).toBeHidden();
    await hand.button('Tap it in').click();
    const order = ['1', '8', '4', '3', '6', '5', '7'];
    for (const id of order) await hand.button(new RegExp(`^Cylinder ${id}, next to fire`)).click();
    await expect(page.getByRole('region', { name: 'Firing order' })).toContainText('1-8-4-3-6-5-7-2');
    // Intervals that do not add up are refused at their field, and what was typed stays.
    const intervals = page.getByLabel('Degrees from each firing to the next');
    await intervals.fill('90, 90, 90');
    await expect(page.getByText(/needs 8 intervals/)).toBeVisible();
    await expect(hand.button('Done')).toBeDisabled();
    await intervals.fill('');
    await hand.button('Evenly, 90° each').click();
    await hand.button('Cylinders: Rotation?').click();
    await hand.button('Distributor turns: Clockwise').click();
    await hand.button('Done').click();
    await expect(page.getByText('1-8-4-3-6-5-7-2')).toBeVisible();
    await expect(page.getByText(/8.*cap end/).first()).toBeVisible();
    await expect
      .poll(async () => (await benchAt(page.request, jobId)).engine)
      .toMatchObject({ firingOrder: [...order, '2'], distributor: 'clockwise' });
    await page.goto(`/jobs/${jobId}/leakdown`);
    await expect(page.getByText(/Next 8: turn 90°/)).toBeVisible();
    await expect(page.getByText(/by the usual sizes of its kind/)).toBeVisible();
  },
);

test(
  'a side-valve single that cannot be cranked: leak-down at once, and rings that are freeing',
  { tag: '@long' },
  async ({ page }) => {
    const hand = new Hand(page);
    await hand.signIn();
    await newMachine(hand, {
      family: 'Small engine',
      kind: 'Side-valve single',
      owner: 'Edda Lorn',
      machine: 'Lorn tiller',
    });
    await hand.button('Why: Worth going on?').click();
    await hand.button('Stood for years').click();
    await hand.button('It: Neither').click();
    await openIt(hand);
    await expect(page.getByRole('heading', { name: 'Wake it first' })).toBeVisible();
    await expect(hand.button('Wake it, step by step')).toBeVisible();
    await page.goto(`/jobs/${hand.jobId()}/leakdown`);
    for (const held of ['56', '63', '71']) {
      await hand.digits(held);
      await hand.button(/^Keep/).click();
      await expect(page.getByText(/^Kept /)).toBeVisible();
    }
    await hand.button('Back to the bench').click();
    await expect(page.getByText(/rings are freeing/).first()).toBeVisible();
  },
);

test('a flat twin by two books in two units: order decides, a book that is added later changes the verdict', async ({
  page,
}) => {
  const hand = new Hand(page);
  await hand.signIn();
  await newMachine(hand, {
    family: 'Motorcycle',
    kind: 'Motorcycle flat twin',
    owner: 'Mara Quist',
    machine: 'Quist tourer',
  });
  await page.getByLabel('Complaint').fill('shakes');
  const jobId = await openIt(hand);
  await hand.button('Start compression').click();
  await hand.button('Engine: Warm').click();
  await hand.keep('118');
  await hand.keep('121');
  await hand.button('Back to the bench').click();
  await hand.button('Engine sheet').click();
  const book = async (name: string, unit: string, min: string) => {
    await hand.button('New book').click();
    const sheet = page.getByRole('dialog');
    await sheet.getByLabel('Which book').fill(name);
    await sheet.getByRole('button', { name: `Unit: ${unit}`, exact: true }).click();
    await sheet.getByLabel(/^Minimum/).fill(min);
    await sheet.getByLabel(/^Maximum/).fill('7');
    await hand.button('Keep the book').click();
    await expect(sheet.getByText(/the minimum .* is above the maximum \(7\)/)).toBeVisible();
    await sheet.getByLabel(/^Maximum/).fill('');
    await hand.button('Keep the book').click();
    await expect(sheet).toBeHidden();
  };
  await book('Old manual', 'bar', '9.5');
  await expect(page.getByRole('region', { name: 'Books' })).toContainText('By it alone this job is low.');
  await book('Reprint', 'psi', '100');
  await expect(page.getByRole('region', { name: 'Books' })).toContainText('By it alone this job is sound.');
  await page.goto(`/jobs/${jobId}/findings`);
  await hand.button(/^Readings and reasons/).click();
  await expect(page.getByText(/Old manual/).first()).toBeVisible();
  await expect
    .poll(async () => (await benchAt(page.request, jobId)).books.map(({ source }) => source))
    .toEqual(['Old manual', 'Reprint']);
  await page.goto(`/jobs/${jobId}`);
  await hand.button('Engine sheet').click();
  await hand.button('Reprint before Old manual').click();
  await expect
    .poll(async () => (await benchAt(page.request, jobId)).books.map(({ source }) => source))
    .toEqual(['Reprint', 'Old manual']);
  await page.goto(`/jobs/${jobId}`);
  await expect(page.getByText(/Sound/).first()).toBeVisible();
});

test.describe('without signal', () => {
  test.use({ serviceWorkers: 'allow' });

  test(
    'a sheet changed on two devices without signal: both sides, and the person decides',
    { tag: '@long' },
    async ({ browser }) => {
      const [one, two] = await Promise.all([browser.newContext(), browser.newContext()]);
      const [page, other] = [await one.newPage(), await two.newPage()];
      const [hand, otherHand] = [new Hand(page), new Hand(other)];
      await Promise.all([hand.signIn(), otherHand.signIn()]);
      await newMachine(hand, {
        family: 'Scooter',
        kind: 'Scooter, four-stroke',
        owner: 'Wil Tarn',
        machine: 'Tarn scooter',
      });
      await page.getByLabel('Complaint').fill('slow');
      const jobId = await openIt(hand);
      await expect.poll(async () => (await benchAt(page.request, jobId)).job?.id).toBe(jobId);
      const { engine } = await benchAt(page.request, jobId);
      const sheet = `/engines/${engine.id}/sheet`;
      await Promise.all([page.goto(sheet), other.goto(sheet)]);
      await Promise.all([
        expect(page.getByLabel('Bore, mm')).toBeVisible(),
        expect(other.getByLabel('Bore, mm')).toBeVisible(),
      ]);
      await one.setOffline(true);
      await page.getByLabel('Bore, mm').fill('52');
      await hand.button('Done').click();
      await expect(page.getByText('Sheet kept')).toBeVisible();
      await other.getByLabel('Bore, mm').fill('54');
      await otherHand.button('Done').click();
      await expect.poll(async () => (await benchAt(other.request, jobId)).engine.boreMm).toBe(54);
      await one.setOffline(false);
      await page.goto(sheet);
      const conflict = page.getByRole('region', { name: 'Changed by somebody else' });
      await expect(conflict).toContainText(/Bore, mm, yours\s*52\s*theirs\s*54/i, { timeout: 20_000 });
      await conflict.getByRole('button', { name: 'Use mine' }).click();
      await expect.poll(async () => (await benchAt(page.request, jobId)).engine.boreMm).toBe(52);
      await Promise.all([one.close(), two.close()]);
    },
  );
});

test(
  'books out as a table and in again, row by row; a repair asks for its proof',
  { tag: '@long' },
  async ({ page }) => {
    const hand = new Hand(page);
    await hand.signIn();
    await page.goto('/library');
    await expect(page.getByRole('region', { name: 'Orrin handbook' })).toBeVisible();
    const [download] = await Promise.all([page.waitForEvent('download'), hand.button('As CSV').click()]);
    expect(download.suggestedFilename()).toBe('books.csv');
    const content =
      'source,unit,compression.min,compression.max\nHarbour list,psi,110,150\nWrong way round,psi,150,110\n';
    await page
      .getByLabel('File of books')
      .setInputFiles({ name: 'in.csv', mimeType: 'text/csv', buffer: Buffer.from(content) });
    await expect(page.getByText('1 of 2 rows can be taken.')).toBeVisible();
    await expect(page.getByText(/Row 3, Wrong way round: .*above the maximum/)).toBeVisible();
    await hand.button('Take the 1 good ones').click();
    await expect(page.getByRole('region', { name: 'Harbour list' })).toBeVisible();

    await hand.openJob('Gannet mower', 'new rings fitted');
    await hand.button('Repaired').click();
    await hand.button('Keep the repair').click();
    await expect(
      page.getByText('What was done must not be empty').or(page.getByText(/What was done is/)),
    ).toBeVisible();
    await page.getByLabel('What was done').fill('new rings');
    await hand.button('Keep the repair').click();
    await expect(page.getByText(/Repaired: new rings. Measure again what was measured before/)).toBeVisible();
  },
);
