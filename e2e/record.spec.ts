import { createHash, randomBytes } from 'node:crypto';
import { type Browser, expect, type Page, test } from '@playwright/test';
import type { Bench } from '@rugged/contract';
import pg from 'pg';
import { benchAt, Hand } from './bench-hand';

// What a record is trusted for: closed is closed, two hands do not write over each other, who changed what, and an
// owner's rights. Each journey on a job of its own.

/** Another phone, with its own sign-in. */
async function anotherPhone(browser: Browser): Promise<{ page: Page; hand: Hand }> {
  const context = await browser.newContext({ viewport: { width: 390, height: 660 } });
  const page = await context.newPage();
  const hand = new Hand(page);
  await hand.signIn();
  return { page, hand };
}

async function jobWithReadings(hand: Hand, complaint: string): Promise<string> {
  await hand.openJob('Orrin 20, twin outboard', complaint);
  const jobId = hand.jobId();
  await hand.button('Start compression').click();
  await hand.keep('121');
  await hand.keep('118');
  return jobId;
}

/** Another figure in the place of one that was kept. */
async function correct(hand: Hand, from: string, to: string): Promise<void> {
  for (let i = 0; i < from.length; i += 1) await hand.button('Delete digit').click();
  await hand.digits(to);
  await hand.button(`Correct to ${to}`).click();
}

/** Closed, as from another device. */
async function close(page: Page, jobId: string): Promise<void> {
  const { job } = await benchAt(page.request, jobId);
  const answer = await page.request.patch(`/api/jobs/${jobId}`, { data: { version: job.version, status: 'closed' } });
  expect(answer.status()).toBe(200);
}

test(
  'a closed job: a pad opens once somebody said why; what was added stands beside the rest',
  { tag: '@long' },
  async ({ page }) => {
    const hand = new Hand(page);
    await hand.signIn();
    const jobId = await jobWithReadings(hand, 'closed is closed');
    await close(page, jobId);
    await page.goto(`/jobs/${jobId}/compression?cylinder=2`);
    await expect(page.getByRole('heading', { name: /^Closed on/ })).toBeVisible();
    await hand.button('Go on').click();
    await expect(page.getByText('Say it in a few words')).toBeVisible();
    await page.getByLabel('Why is it added?').fill('misread the dial');
    await hand.button('Go on').click();
    await hand.button(/^kept .*change$/).click();
    await hand.button(/^Correct 118/).click();
    await correct(hand, '118', '81');
    await expect.poll(async () => (await benchAt(page.request, jobId)).readings.length).toBe(3);

    await page.goto(`/jobs/${jobId}/findings`);
    const plate = page.getByRole('region', { name: 'Added after it was closed' });
    await expect(plate).toContainText('Closed as');
    await expect(plate).toContainText('118');
    await expect(plate).toContainText('81');
    await expect(plate).toContainText('misread the dial');
    await expect(plate).toContainText('Ines Varr');
    // Half an hour it holds: an overrule is asked nothing.
    await hand.button(/^Readings and reasons/).click();
    await hand.button('Overrule cyl 2').click();
    await page.getByRole('dialog').getByRole('button', { name: 'Your verdict: Sound' }).click();
    await page.getByLabel('Reason').fill('seen with the head off');
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /Overrule|Keep/ })
      .click();
    await expect(plate).toContainText('Overrule');

    await hand.button('Who changed what').click();
    await expect(page.getByText('Compression reading added').first()).toBeVisible();
    await expect(page.getByText(/Why, after it was closed: misread the dial/).first()).toBeVisible();
    await expect(page.getByText(/Status/).first()).toBeVisible();
    await expect(page.getByText('open → closed')).toBeVisible();
  },
);

test(
  'a note on a closed job: put away, what was typed stays; said why, it is kept',
  { tag: '@long' },
  async ({ page }) => {
    const hand = new Hand(page);
    await hand.signIn();
    await hand.openJob('Orrin 20, twin outboard', 'a note later');
    const jobId = hand.jobId();
    await close(page, jobId);
    await page.goto(`/jobs/${jobId}/notes`);
    await page.getByLabel(/^(Words|Note|In words)/).fill('oil in the plug hole');
    await hand.button(/^Keep/).click();
    const dialog = page.getByRole('dialog', { name: 'This job is closed' });
    await expect(dialog).toBeVisible();
    await dialog.getByRole('button', { name: 'Close' }).click();
    await expect(page.getByLabel(/^(Words|Note|In words)/)).toHaveValue('oil in the plug hole');
    expect((await benchAt(page.request, jobId)).notes).toEqual([]);
    await hand.button(/^Keep/).click();
    await dialog.getByLabel('Why is it added?').fill('forgotten on the day');
    await dialog.getByRole('button', { name: 'Add as an amendment' }).click();
    await expect
      .poll(async () => (await benchAt(page.request, jobId)).notes)
      .toMatchObject([{ text: 'oil in the plug hole', amends: 'forgotten on the day', by: 'Ines Varr' }]);
  },
);

test.describe('without signal', () => {
  test.use({ serviceWorkers: 'allow' });

  test(
    'closed elsewhere while there was no signal: nothing is lost, the reason is asked for',
    { tag: '@long' },
    async ({ page, browser }) => {
      const hand = new Hand(page);
      await hand.signIn();
      const jobId = await jobWithReadings(hand, 'closed elsewhere');
      await expect.poll(async () => (await benchAt(page.request, jobId)).readings.length).toBe(2);
      const other = await anotherPhone(browser);
      await page.context().setOffline(true);
      await close(other.page, jobId);
      await page.goBack();
      await hand.button('Compression').click();
      await hand.digits('117');
      await hand.button(/^Keep 117/).click();
      await expect(page.getByText(/^Kept /)).toBeVisible();
      await page.context().setOffline(false);
      await page.goto('/outbox');
      await expect(page.getByText('1 refused')).toBeVisible();
      await expect(page.getByText(/was closed on/)).toBeVisible();
      await page.getByLabel('Why is it added?').fill('read before I knew');
      await hand.button('Add as an amendment').click();
      await expect(page.getByText('All sent')).toBeVisible();
      expect((await benchAt(page.request, jobId)).readings).toEqual(
        expect.arrayContaining([expect.objectContaining({ amends: 'read before I knew' })]),
      );
      await other.page.context().close();
    },
  );
});

test('two phones correct one reading: the second sees both, and decides', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  const jobId = await jobWithReadings(hand, 'two hands');
  await expect.poll(async () => (await benchAt(page.request, jobId)).readings.length).toBe(2);
  const { readings } = await benchAt(page.request, jobId);
  const one = readings.find(({ figures }) => 'peak' in figures && figures.peak === 118) as Bench['readings'][number];
  await page.goto(`/jobs/${jobId}/compression?cylinder=2`);
  await hand.button(/^kept .*change$/).click();
  await hand.button(/^Correct 118/).click();
  // Meanwhile, on the other phone.
  const { id: _, by: __, receivedAt: ___, ...rest } = one;
  const answer = await page.request.post('/api/readings', {
    data: { ...rest, id: crypto.randomUUID(), supersedes: one.id, figures: { cylinder: '2', unit: 'psi', peak: 111 } },
  });
  expect(answer.status()).toBe(201);
  await correct(hand, '118', '116');
  await page.goto('/outbox');
  await expect(page.getByText('Somebody else corrected it in the meantime.')).toBeVisible();
  await expect(page.getByText('116', { exact: true })).toBeVisible();
  await expect(page.getByText('111', { exact: true })).toBeVisible();
  await hand.button('Use mine').click();
  await expect(page.getByText('All sent')).toBeVisible();
  const after = await benchAt(page.request, jobId);
  const superseded = new Set(after.readings.flatMap(({ supersedes }) => supersedes ?? []));
  const counting = after.readings.filter(({ id }) => !superseded.has(id));
  expect(counting.flatMap(({ figures }) => ('peak' in figures ? [figures.peak] : [])).sort()).toEqual([116, 121]);
});

test(
  'an owner asks for all that is kept, and that nothing is known of them any more',
  { tag: '@long' },
  async ({ page }) => {
    const hand = new Hand(page);
    await hand.signIn();
    const ids = { owner: crypto.randomUUID(), machine: crypto.randomUUID(), engine: crypto.randomUUID() };
    const post = async (path: string, data: object) =>
      expect((await page.request.post(`/api/${path}`, { data })).status()).toBe(201);
    await post('owners', { id: ids.owner, name: 'Sable Quorn', phone: '0555 1' });
    await post('machines', { id: ids.machine, ownerId: ids.owner, name: 'Punt' });
    await post('engines', {
      id: ids.engine,
      machineId: ids.machine,
      name: 'Quill 3',
      cycle: 'two-stroke',
      fuel: 'petrol',
      family: 'outboard',
      cylinders: ['1'],
    });
    const job = crypto.randomUUID();
    const openedAt = new Date().toISOString();
    await post('jobs', { id: job, engineId: ids.engine, complaint: 'Sable Quorn says it stalls', site: {}, openedAt });
    await page.goto(`/engines/${ids.engine}`);
    await hand.button('Owner').click();
    await expect(page.getByRole('heading', { name: 'Sable Quorn' })).toBeVisible();
    const zip = await page.request.get(`/api/owners/${ids.owner}/archive.zip`);
    expect((await zip.body()).subarray(0, 2).toString()).toBe('PK');
    await hand.button('Erase who they are').click();
    await page.getByLabel('Type the name').fill('somebody');
    await hand.button('Erase').click();
    await expect(page.getByText('That is another name')).toBeVisible();
    await page.getByLabel('Type the name').fill('sable quorn');
    await hand.button('Erase').click();
    await expect(page.getByText(/^Erased on/)).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Erased owner' })).toBeVisible();
    await page.goto(`/jobs/${job}`);
    await expect(page.getByText(/says it stalls/).first()).toBeVisible();
    expect(await page.evaluate(() => document.body.innerText)).not.toMatch(/Quorn/);
  },
);

test('who changed what in the shop, and the whole of it as a table', { tag: '@long' }, async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await page.goto('/shop');
  await hand.button('Who changed what').click();
  await expect(page.getByText('Of the whole shop')).toBeVisible();
  await expect(page.getByText(/added|changed/).first()).toBeVisible();
  const saved = page.waitForEvent('download');
  await hand.button('Save all of it as a table').click();
  expect((await saved).suggestedFilename()).toBe('who-changed-what.csv');
});

test(
  'the first shop of a database, by its link: filled in, opened, and the link is gone',
  { tag: '@long' },
  async ({ page }) => {
    // As npm start makes it where there is no shop yet.
    const link = randomBytes(24).toString('base64url');
    const owner = new pg.Client(process.env['E2E_OWNER_URL']);
    await owner.connect();
    await owner.query(`INSERT INTO beginnings (digest, ends_at) VALUES ($1, now() + interval '1 hour')`, [
      createHash('sha256').update(link).digest('base64url'),
    ]);
    await owner.end();
    const hand = new Hand(page);
    const fill = async (email: string) => {
      await page.goto(`/begin#${link}`);
      await page.getByLabel('Name of the shop').fill('Mere Works');
      await hand.button('Unit of pressure: bar').click();
      await page.getByLabel('Your name').fill('Ada Mere');
      await page.getByLabel('E-mail').fill(email);
      await page.getByLabel('Password').fill('long enough it is');
      await hand.button('Open the shop').click();
    };
    await fill('ada@mere.example');
    // What comes in here, a question, a gauge: and it is a shop.
    const started = Date.now();
    await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible();
    await hand.button('Motorcycle').click();
    await expect(hand.button('Motorcycle')).toHaveAttribute('aria-pressed', 'true');
    await hand.button('Warm or cold: Cold').click();
    await expect(hand.button('Warm or cold: Cold')).toHaveAttribute('aria-pressed', 'true');
    await hand.button('Put it in the register').click();
    await page.getByLabel('Name', { exact: true }).fill('Bench gauge');
    await page.getByLabel('Full scale').fill('300');
    await page.getByLabel('Division').fill('5');
    await hand.button('Save').or(hand.button('Keep')).or(hand.button('Put it in')).first().click();
    await expect(page.getByText('In the register: Bench gauge.')).toBeVisible();
    await hand.button('To the Bay').click();
    await expect(page.getByText('The bay is empty')).toBeVisible();
    expect(Date.now() - started).toBeLessThan(180_000);
    await page.goto('/new-job');
    await hand.button('A new machine').click();
    await expect(page.getByRole('group', { name: 'Works in' }).getByRole('button').first()).toHaveText('Motorcycle');
    await page.goto('/');
    await page.reload();
    await expect(page.getByText('The bay is empty')).toBeVisible();
    await page.goto('/shop');
    await expect(page.getByText('Mere Works')).toBeVisible();
    await fill('b@mere.example');
    await expect(page.getByText('This link was used already, or its day is past.')).toBeVisible();
  },
);
