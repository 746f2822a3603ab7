import { expect, type Page } from '@playwright/test';
import { benchAt, Hand, newMachine, openIt } from '../bench-hand';

/** A whole job as somebody brings it: what is entered at the engine, and what its page must say. */
export interface WholeJob {
  title: string;
  family: string;
  kind: string;
  /** Why it is tested; to find a fault where nobody says. */
  why?: string;
  complaint?: string;
  /** What the other shop said. */
  otherSaid?: string;
  does?: readonly string[];
  state?: string;
  cold?: boolean;
  /** Where the usual one does not suit. */
  tester?: string;
  /** Dry readings in the order they are taken: cylinder and peak, psi. */
  dry?: readonly (readonly [cylinder: string, peak: number])[];
  /** With oil. */
  wet?: readonly (readonly [cylinder: string, peak: number])[];
  /** By a percent dial; where it goes and how loud. */
  air?: readonly (readonly [cylinder: string, percent: number, at?: string, level?: string])[];
  /** What was repaired then, and what is read after it. */
  repaired?: { what: string; dry: readonly (readonly [string, number])[] };
  /** What was found once it was open, by cylinder. */
  found?: readonly (readonly [cylinder: string, found: string])[];
  page: string;
  /** What must and must not stand on the page. */
  says: readonly RegExp[];
  saysNot?: readonly RegExp[];
}

const escape = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** From New job to the machine as it was found, every figure by the thumb. */
export async function walk(page: Page, job: WholeJob): Promise<void> {
  const hand = new Hand(page);
  await hand.signIn();
  const name = `${job.title.slice(0, 24)} ${String(Date.now()).slice(-5)}`;
  await newMachine(hand, { family: job.family, kind: job.kind, owner: 'Sorrel Vane', machine: name });
  if (job.why) await hand.button(`Why: ${job.why}`).click();
  if (job.complaint) await page.getByLabel('Complaint').fill(job.complaint);
  if (job.otherSaid) await page.getByLabel('What the other shop said').fill(job.otherSaid);
  for (const word of job.does ?? []) await hand.button(word).click();
  if (job.state) await hand.button(`It: ${job.state}`).click();
  const jobId = await openIt(hand);
  // Kept on the device first, sent a moment later.
  await expect.poll(async () => (await benchAt(page.request, jobId)).engine?.name).toBeTruthy();
  const { cylinders } = (await benchAt(page.request, jobId)).engine;
  const several = cylinders.length > 1;
  const how = { cold: job.cold === true, tester: job.tester };

  if (job.dry) await compression(page, hand, { jobId, several, readings: job.dry, ...how });
  if (job.wet) await oiled(page, hand, { jobId, several, readings: job.wet });
  if (job.air) await leakDown(page, hand, { jobId, several, readings: job.air });
  for (const [cylinder, found] of job.found ?? []) {
    await page.goto(`/jobs/${jobId}/teardown`);
    if (several) await hand.button(`Cylinder: ${cylinder}`).click();
    await hand.button(`Found: ${found}`).click();
    await hand.button('Keep what it was').click();
    await expect(page.getByRole('heading', { name: /^Found: / }).first()).toBeVisible();
  }
  if (job.repaired) {
    await page.goto(`/jobs/${jobId}`);
    await hand.button('Repaired').click();
    await page.getByRole('dialog').getByLabel('What was done').fill(job.repaired.what);
    await hand.button('Keep the repair').click();
    await expect(page.getByRole('dialog')).toBeHidden();
    await compression(page, hand, { jobId, several, readings: job.repaired.dry, ...how });
  }
  await tell(page, hand, jobId, job);
  await putBack(page, hand, jobId);
}

interface Entered<R> {
  jobId: string;
  several: boolean;
  readings: readonly R[];
}

async function compression(
  page: Page,
  hand: Hand,
  {
    jobId,
    several,
    readings,
    cold,
    tester,
  }: Entered<readonly [string, number]> & { cold: boolean; tester: string | undefined },
): Promise<void> {
  await page.goto(`/jobs/${jobId}/compression`);
  if (tester !== undefined) {
    await hand.button('Another').click();
    await hand.button(new RegExp(`^${escape(tester)}`)).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: cold ? 'Engine: Cold' : 'Engine: Warm' })
      .click();
    await hand.button('Done').click();
  }
  for (const [i, [cylinder, peak]] of readings.entries()) {
    if (several) await hand.button(new RegExp(`^Cyl ${escape(cylinder)}\\b`)).click();
    const asked = hand.button(cold ? 'Engine: Cold' : 'Engine: Warm');
    if (i === 0 && tester === undefined) await asked.click();
    await hand.digits(String(peak));
    await hand
      .button(new RegExp(`^Keep ${peak}|^Keep and test`))
      .first()
      .click();
    await expect(page.getByText(/^Kept /)).toBeVisible();
  }
  const read = () => readings.length;
  await expect
    .poll(async () => (await benchAt(page.request, jobId)).readings.filter(({ kind }) => kind === 'compression').length)
    .toBeGreaterThanOrEqual(read());
}

async function oiled(
  page: Page,
  hand: Hand,
  { jobId, several, readings }: Entered<readonly [string, number]>,
): Promise<void> {
  for (const [cylinder, peak] of readings) {
    await page.goto(`/jobs/${jobId}/compression?cylinder=${encodeURIComponent(cylinder)}&wet=yes`);
    if (several) await expect(hand.button(new RegExp(`^Cyl ${escape(cylinder)}\\b`))).toBeVisible();
    await hand.digits(String(peak));
    await hand.button(new RegExp(`^Keep ${peak}`)).click();
    await expect(page.getByText(/^Kept /)).toBeVisible();
  }
}

async function leakDown(
  page: Page,
  hand: Hand,
  { jobId, several, readings }: Entered<readonly [string, number, string?, string?]>,
): Promise<void> {
  await page.goto(`/jobs/${jobId}/leakdown`);
  await hand.button('Tester').click();
  await hand.button('Its dial: Percent dial').click();
  await hand.button('Done').click();
  for (const [cylinder, percent, at, level] of readings) {
    if (several) await hand.button(new RegExp(`^Cyl ${escape(cylinder)}\\b`)).click();
    await hand.digits(String(percent));
    if (at === undefined) {
      await hand.button(/^Keep/).first().click();
    } else {
      await hand.button('Listen where it goes').last().click();
      const place = hand.button(`${at}: not listened at`);
      await expect(place).toBeVisible();
      // So much may be lost that the stroke is asked for first.
      const top = hand.button('It is at the top of compression');
      if (await top.isVisible()) await top.click();
      await place.click();
      await hand.button(`${at}: ${level ?? 'Clear'}`).click();
      await hand.button('Keep what I heard').click();
    }
    await expect(page.getByText(/^Kept /)).toBeVisible();
  }
}

/** What it may be and what to do, then the page for whoever asked. */
async function tell(page: Page, hand: Hand, jobId: string, job: WholeJob): Promise<void> {
  await page.goto(`/jobs/${jobId}/decide`);
  await page.getByLabel('Worth running', { exact: true }).fill('2600');
  await page.getByLabel('Worth as it stands').fill('400');
  await expect(page.getByRole('region', { name: /^(Recommended|Chosen)$/ })).toContainText(/in 100/);
  await hand.button('Write the page').click();
  await hand.button(`For whom: ${job.page}`).click();
  const paper = page.frameLocator('iframe').locator('body');
  for (const words of job.says) await expect(paper).toContainText(words);
  for (const words of job.saysNot ?? []) await expect(paper).not.toContainText(words);
  await expect(hand.button('Keep this page')).toBeEnabled();
  await hand.button('Keep this page').click();
  await expect.poll(async () => (await benchAt(page.request, jobId)).pages.map((one) => one.page.kind)).toHaveLength(1);
}

/** Everything put back, signed, and the job closed. */
async function putBack(page: Page, hand: Hand, jobId: string): Promise<void> {
  await page.goto(`/jobs/${jobId}/findings`);
  await hand.button('Close the job').click();
  await expect(page.getByRole('heading', { name: 'Leave as found' })).toBeVisible();
  await hand.button('Steps: As a list').click();
  for (const box of await page.getByRole('checkbox').all()) {
    if ((await box.getAttribute('aria-checked')) === 'true') continue;
    await box.click();
    await expect(box).toHaveAttribute('aria-checked', 'true');
  }
  await hand.button('Sign, and close the job').click();
  await expect(page.getByText('Left as found. Job closed').first()).toBeVisible();
  await expect.poll(async () => (await benchAt(page.request, jobId)).job.status).toBe('closed');
}
