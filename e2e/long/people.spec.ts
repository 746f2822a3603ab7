import { type Browser, expect, type Page, test } from '@playwright/test';
import { benchAt, Hand } from '../bench-hand';

// Who is in the shop: let in by a link, an apprentice's work signed for, shown out at once.

const PASSWORD = 'long enough it is';

/** A phone on which nobody was yet. */
async function newPhone(browser: Browser): Promise<{ page: Page; hand: Hand }> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  return { page, hand: new Hand(page) };
}

test('an apprentice comes in by a link, tests, waits for a second signature, and is shown out', async ({
  page,
  browser,
}) => {
  test.setTimeout(180_000);
  const owner = new Hand(page);
  await owner.signIn();
  await page.goto('/shop');
  await page.getByRole('region', { name: 'People' }).getByRole('button', { name: 'People' }).click();
  await expect(page.getByRole('region', { name: 'Ines Varr' })).toContainText('Owner');

  // Let in.
  const name = `Liv ${Date.now() % 100_000}`;
  await owner.button('Make a link').click();
  await expect(page.getByText('must not be empty').or(page.getByText(/is missing|empty/))).toBeVisible();
  await page.getByLabel('Their name').fill(name);
  await owner.button('As: Apprentice').click();
  await owner.button('Make a link').click();
  const plate = page.getByRole('region', { name: 'The link' });
  const link = /http\S+\/join#\S+/.exec(await plate.innerText())?.[0] as string;
  expect(link).toBeTruthy();
  await expect(page.getByRole('region', { name: 'Links that are out' })).toContainText(name);
  await owner.button('Done').click();

  const { page: phone, hand: liv } = await newPhone(browser);
  await phone.goto(link);
  await expect(phone.getByText(/let in as/)).toContainText('apprentice');
  const email = `liv${Date.now()}@tidewrack.example`;
  await phone.getByLabel('E-mail').fill(email);
  await phone.getByLabel('Password').fill('short');
  await liv.button('Come in').click();
  await expect(phone.getByText(/at least 10|10/)).toBeVisible();
  await phone.getByLabel('Password').fill(PASSWORD);
  await liv.button('Come in').click();
  await expect(phone.getByRole('heading', { name: 'Bay' })).toBeVisible();
  // The same link again opens nothing.
  const { page: late } = await newPhone(browser);
  await late.goto(link);
  await expect(late.getByText('This link opens nothing')).toBeVisible();

  // Works, and may not judge.
  await liv.openJob('Orrin 20, twin outboard', 'second signature');
  const jobId = liv.jobId();
  await liv.button('Start compression').click();
  await liv.keep('121');
  await liv.keep('118');
  await expect.poll(async () => (await benchAt(page.request, jobId)).readings.length).toBe(2);
  await phone.goto(`/jobs/${jobId}/decide`);
  await expect(phone.getByText('Not yours to do')).toBeVisible();
  await liv.button('Back').click();
  await phone.goto(`/jobs/${jobId}/findings`);
  const waits = phone.getByRole('region', { name: 'Second signature' });
  await expect(waits).toContainText('2 readings');
  await expect(waits).toContainText('A mechanic or the owner signs here');
  await expect(liv.button('Close the job')).toHaveCount(0);
  await phone.goto('/shop');
  await expect(phone.getByRole('region', { name: 'People' })).toHaveCount(0);
  await phone.goto('/people');
  await expect(phone.getByText('Not yours to do')).toBeVisible();

  // Not closed before somebody looked at it; signed; closed.
  const { job } = await benchAt(page.request, jobId);
  const early = await page.request.patch(`/api/jobs/${jobId}`, { data: { version: job.version, status: 'closed' } });
  expect(early.status()).toBe(422);
  await page.goto(`/jobs/${jobId}/findings`);
  await expect(page.getByRole('region', { name: 'Second signature' })).toContainText(name);
  await owner.button('I looked at it: sign').click();
  await expect(page.getByRole('region', { name: 'Second signature' })).toHaveCount(0);
  await expect(page.getByText(/work of an apprentice signed/i)).toBeVisible();
  await expect
    .poll(async () => {
      const answer = await page.request.patch(`/api/jobs/${jobId}`, {
        data: { version: job.version, status: 'closed' },
      });
      return answer.status();
    })
    .toBe(200);

  // A reader looks on; then shown out, at once.
  await page.goto('/people');
  await owner.button(`Change ${name}`).click();
  await owner.button(`What ${name} is: Reader`).click();
  await expect(page.getByRole('region', { name })).toContainText('Reader');
  await phone.goto(`/jobs/${jobId}/compression`);
  await expect(phone.getByText('Not yours to do')).toBeVisible();
  await phone.goto('/');
  await expect(phone.getByRole('heading', { name: 'Bay' })).toBeVisible();
  await expect(liv.button('New job')).toHaveCount(0);
  await owner.button('Left the shop').click();
  await expect(page.getByRole('region', { name })).toContainText(/left/);
  // A server trusts a session it has just looked at for a moment longer.
  await expect(async () => {
    await phone.reload();
    await expect(phone.getByLabel('Password')).toBeVisible({ timeout: 2000 });
  }).toPass({ timeout: 20_000 });
});

test('a forgotten password: a link from the owner, every device out, in again with the new one', async ({
  page,
  browser,
}) => {
  test.setTimeout(120_000);
  const owner = new Hand(page);
  await owner.signIn();
  const name = `Per ${Date.now() % 100_000}`;
  const made = await page.request.post('/api/people/invitations', { data: { name, role: 'mechanic' } });
  const { path } = (await made.json()) as { path: string };
  const email = `per${Date.now()}@tidewrack.example`;
  const { page: old } = await newPhone(browser);
  await old.goto('/');
  await old.request.post('/api/joining', { data: { link: path.split('#')[1], name, email, password: PASSWORD } });
  await old.goto('/');
  await expect(old.getByRole('heading', { name: 'Bay' })).toBeVisible();

  await page.goto('/people');
  await owner.button(`Change ${name}`).click();
  await owner.button('New password by a link').click();
  const link = /http\S+\/join#\S+/.exec(
    await page.getByRole('region', { name: 'The link' }).innerText(),
  )?.[0] as string;
  const { page: phone, hand: per } = await newPhone(browser);
  await phone.goto(link);
  await expect(phone.getByText(email)).toBeVisible();
  await phone.getByLabel('New password').fill('quite another one');
  await per.button('Take it').click();
  await expect(phone.getByRole('heading', { name: 'Bay' })).toBeVisible();
  await expect(async () => {
    await old.reload();
    await expect(old.getByLabel('Password')).toBeVisible({ timeout: 2000 });
  }).toPass({ timeout: 20_000 });
  // Where one is signed in, and out of it.
  await phone.goto('/shop');
  await per.button('Where I am signed in').click();
  await expect(phone.getByText(/^Here\./)).toBeVisible();
  const answer = await old.request.post('/api/session', { data: { email, password: PASSWORD } });
  expect(answer.status()).toBe(401);
  await old.getByLabel('E-mail').fill(email);
  await old.getByLabel('Password').fill('quite another one');
  await old.getByRole('button', { name: 'Sign in' }).click();
  await expect(old.getByRole('heading', { name: 'Bay' })).toBeVisible();
  await phone.reload();
  await per.button('Where I am signed in').click();
  await phone.getByRole('button', { name: /^Sign out .*,/ }).click();
  await expect(phone.getByRole('button', { name: /^Sign out .*,/ })).toHaveCount(0);
});
