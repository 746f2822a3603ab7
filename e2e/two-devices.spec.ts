import { type Browser, expect, type Page, test } from '@playwright/test';
import { Hand } from './bench-hand';

/** Another person's phone. */
async function tolvsPhone(browser: Browser): Promise<{ page: Page; hand: Hand }> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  const hand = new Hand(page);
  await hand.signIn('tolv');
  return { page, hand };
}

test('two phones at one engine: who is at which cylinder, and each reading on the other within a second', async ({
  page,
  browser,
}) => {
  test.setTimeout(120_000);
  const ines = new Hand(page);
  await ines.signIn();
  await ines.openJob('Orrin 20, twin outboard', 'two phones');
  const jobId = ines.jobId();
  const { page: phone, hand: tolv } = await tolvsPhone(browser);
  await phone.goto(`/jobs/${jobId}`);
  await tolv.button('Start compression').click();
  const here = page.getByRole('region', { name: 'Here just now' });
  await expect(here).toContainText('Tolv Harn is testing compression, cyl 1');

  await tolv.digits('121');
  // From the tap to the figure on the other bench, the way to the server and back in it.
  const kept = phone.waitForResponse((answer) => /\/api\/(rows|readings)$/.test(answer.url()) && answer.ok());
  await tolv.button(/^Keep 121/).click();
  await kept;
  const since = Date.now();
  await expect(page.getByText('121').first()).toBeVisible({ timeout: 5000 });
  const took = Date.now() - since;
  test.info().annotations.push({ type: 'ms', description: String(took) });
  expect(took).toBeLessThan(1500);
  await expect(here).toContainText('cyl 2');

  // Both at once, on different cylinders: nothing is lost on either.
  await page.goto(`/jobs/${jobId}/compression?cylinder=2`);
  await ines.digits('96');
  await ines.button(/^Keep 96/).click();
  await phone.goto(`/jobs/${jobId}`);
  await expect(phone.getByText('96').first()).toBeVisible();
  await expect(phone.getByRole('region', { name: 'Here just now' })).toContainText('Ines Varr');
  await page.goto('/');
  await expect(phone.getByRole('region', { name: 'Here just now' })).toHaveCount(0, { timeout: 3000 });

  // Whoever leaves by the tab bar, or closes the page, is gone too; on any bench but the pad nobody is there.
  for (const leave of [() => ines.button('Back').first().click(), () => page.close()]) {
    await page.goto(`/jobs/${jobId}/compression?cylinder=2`);
    await expect(phone.getByRole('region', { name: 'Here just now' })).toContainText('Ines Varr');
    await leave();
    await expect(phone.getByRole('region', { name: 'Here just now' })).toHaveCount(0, { timeout: 3000 });
  }
});
