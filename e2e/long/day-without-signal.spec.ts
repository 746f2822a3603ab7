import { expect, test } from '@playwright/test';
import { benchAt, Hand } from '../bench-hand';
import { aDay, layDown, signalBack, waitingOn } from '../day-without-signal';

test.use({ serviceWorkers: 'allow' });

test('a day without signal leaves a slow phone, closed in the middle: two rows wait for a decision', async ({
  page,
  context,
}) => {
  test.setTimeout(180_000);
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Orrin 20, twin outboard', 'a day at the slip');
  const jobId = hand.jobId();
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await context.setOffline(true);
  // Somebody else changes the complaint meanwhile.
  const elsewhere = { version: 1, complaint: 'changed at the desk' };
  expect((await page.request.patch(`/api/jobs/${jobId}`, { data: elsewhere })).status()).toBe(200);
  const rows = aDay([jobId], 220, true);
  await layDown(page, rows);
  await page.reload();
  await expect(page.getByRole('link', { name: new RegExp(`^${rows.length} kept here`) })).toBeVisible();

  const wire = await context.newCDPSession(page);
  await wire.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const first = page.waitForRequest(/\/api\/rows$/);
  await signalBack(page);
  // Closed while the first of it is on its way.
  await first;
  await page.reload();
  await expect.poll(() => waitingOn(page), { timeout: 60_000 }).toBe(2);
  await expect(page.getByRole('link', { name: /^2 refused/ })).toBeVisible();

  const { readings, tests, notes, ticks } = await benchAt(page.request, jobId);
  const sent = (path: string) => rows.filter((row) => row.path === path).map(({ body }) => body['id']);
  const ids = (kept: readonly { id: string }[]) => kept.map(({ id }) => id).sort();
  expect(ids(tests)).toEqual(sent('/tests').sort());
  expect(ids(readings)).toEqual(
    sent('/readings')
      .filter((id) => rows.find(({ body }) => body['id'] === id)?.what !== 'A reading that cannot be')
      .sort(),
  );
  expect(ids(notes)).toEqual(sent('/notes').sort());
  expect(ids(ticks)).toEqual(sent('/ticks').sort());

  await page.getByRole('link', { name: /^2 refused/ }).click();
  await expect(page.getByText('A reading that cannot be')).toBeVisible();
  await expect(page.getByText('Use mine')).toBeVisible();
  // What is entered meanwhile goes on as ever.
  await page.goto(`/jobs/${jobId}/compression`);
  await hand.keep('121');
});
