import { expect, test } from '@playwright/test';
import { benchAt, Hand, newMachine, openIt } from '../bench-hand';

test.use({ serviceWorkers: 'allow' });

test('from the verdict to a mended engine with its proof, on the phone, without signal up to the link', async ({
  page,
  context,
  browser,
}) => {
  test.setTimeout(180_000);
  const hand = new Hand(page);
  await hand.signIn();
  await newMachine(hand, {
    family: 'Powersports',
    kind: 'Snow machine, two-stroke twin',
    owner: 'Odde Rask',
    machine: 'Fell snow twin',
  });
  await page.getByLabel('Complaint').fill('No power on one side');
  const jobId = await openIt(hand);
  await hand.button('Compression').click();
  await hand.button('Engine: Warm').click();
  await hand.keep('128', '84');
  await hand.keep('86', '40');
  await hand.button(/^Cyl 2/).click();
  await hand.keep('87', '41');
  await hand.button('Back to the bench').click();

  await expect.poll(async () => (await benchAt(page.request, jobId)).readings.length).toBe(3);
  await page.goto(`/jobs/${jobId}/decide`);
  await expect(page.getByText('Say what it is worth')).toBeVisible();
  await context.setOffline(true);
  await page.getByLabel('Worth running', { exact: true }).fill('3200');
  await page.getByLabel('Worth as it stands').fill('900');
  const tip = page.getByRole('region', { name: /^(Recommended|Chosen)$/ });
  await expect(tip).toContainText(/that it runs/);
  // A figure is changed on the spot, and the answer moves.
  await hand.button(/^New top end/).click();
  await page.getByLabel('Parts likely').fill('20');
  await expect(
    page
      .getByText(/Parts low .*above/i)
      .or(page.getByText(/must not be above/i))
      .first(),
  ).toBeVisible();
  await page.getByLabel('Parts low').fill('240');
  await page.getByLabel('Parts likely').fill('260');
  await page.getByLabel('Parts high').fill('320');
  await hand.button('Go for this').or(hand.button('Done')).last().click();
  await expect(tip).toContainText('New top end');
  await expect(page.getByRole('region', { name: 'Stop and call the owner at' })).toBeVisible();
  await hand.button('Write the page').click();

  const frame = page.frameLocator('iframe');
  await expect(frame.getByText(/Worth repairing: new top end/)).toBeVisible();
  await expect(frame.getByText(/We stop and call you at/)).toBeVisible();
  await page
    .getByLabel('What is read first')
    .fill('The right cylinder is worn. A new top end, and it is as good as new.');
  await expect(frame.getByRole('heading', { level: 1 })).toHaveText(/as good as new/);
  await hand.button('Keep this page').click();
  await expect(page.getByText('A link and the PDF can be had once it is sent.')).toBeVisible();
  await context.setOffline(false);
  await hand.button('Give a link').click({ timeout: 40_000 });
  await hand.button('Make the link').click();
  const address = await page.getByText(/\/p\/[\w-]{32}/).textContent();

  // The owner's phone: another browser, no session, no script.
  const stranger = await browser.newContext({ javaScriptEnabled: false });
  const theirs = await stranger.newPage();
  await theirs.goto(address ?? '');
  await expect(theirs.getByRole('heading', { level: 1 })).toHaveText(/as good as new/);
  await theirs.getByLabel('Anything to add').fill('Before the winter, please');
  await theirs.getByRole('button', { name: 'I agree' }).click();
  await expect(theirs.getByText('You agreed. The shop has it.')).toBeVisible();

  await page.goto('/');
  await expect(page.getByRole('link', { name: /Agreed: new top end/ })).toBeVisible();
  await page.goto(`/jobs/${jobId}`);
  await expect(page.getByRole('heading', { name: /^Agreed: new top end/ })).toBeVisible();
  await hand.button('It is repaired').click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByLabel('What was done')).toHaveValue(/New top end/);
  await sheet.getByLabel('Hours').fill('5');
  await sheet.getByLabel('Parts cost').fill('270');
  await hand.button('Keep the repair').click();
  await expect
    .poll(async () => (await benchAt(page.request, jobId)).repairs)
    .toMatchObject([{ repair: 'top-end', hours: 5, partsCost: 270 }]);

  // What the page said is of before: it stays, and says so.
  await hand.button('Compression').click();
  await hand.keep('127', '86');
  await hand.keep('126', '85');
  await hand.button('Back to the bench').click();
  await page.goto(`/jobs/${jobId}/pages`);
  await expect(page.getByText('Newer findings exist', { exact: false })).toBeVisible();
  await hand.button('For whom: Before and after the repair').click();
  await expect(
    frame
      .getByRole('cell', { name: '87 psi' })
      .or(frame.getByRole('cell', { name: '86 psi' }))
      .first(),
  ).toBeVisible();
  await expect(frame.getByRole('cell', { name: '126 psi' })).toBeVisible();
  await hand.button('Keep this page').click();

  // Withdrawn, it is gone at once.
  await hand.button('Withdraw').click();
  await expect(page.getByText(/^Link, gone/)).toBeVisible();
  const gone = await theirs.goto(address ?? '');
  expect(gone?.status()).toBe(410);
  await expect(theirs.getByText('This page is not here.')).toBeVisible();
  await stranger.close();
});

test('a call is noted by the shop, and the job waits until then', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await newMachine(hand, {
    family: 'Generator',
    kind: 'Generator or pump, single',
    owner: 'Hanne Brask',
    machine: 'Brask pump',
  });
  await page.getByLabel('Complaint').fill('Starts and dies');
  const jobId = await openIt(hand);
  await hand.button('Start compression').click();
  await hand.button('Engine: Cold').click();
  await hand.keep('31', '20');
  await page.goto(`/jobs/${jobId}/decide`);
  await page.getByLabel('Worth running', { exact: true }).fill('900');
  await page.getByLabel('Worth as it stands').fill('60');
  await hand
    .button(/^(New rings|Head off|Rebuild|Set the valve)/)
    .first()
    .click();
  await hand.button('Go for this').or(hand.button('Done')).last().click();
  await hand.button('Write the page').click();
  await hand.button('Keep this page').click();
  await expect(page.getByText('Page kept. It can go out now')).toBeVisible();
  await page.goto(`/jobs/${jobId}`);
  await expect(page.getByRole('heading', { name: 'Waiting for the owner' })).toBeVisible();
  await hand.button('Note the answer').click();
  await page.getByLabel('What the owner said, in words').fill('Rings me on Friday');
  await hand.button('Call first').click();
  await expect(page.getByText(/Rings me on Friday.*noted by/)).toBeVisible();
  await page.goto(`/jobs/${jobId}`);
  await expect(page.getByRole('heading', { name: 'Call the owner' })).toBeVisible();
});
