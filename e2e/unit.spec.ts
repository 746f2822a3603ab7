import { expect, test } from '@playwright/test';
import { goTo, Hand, jobNamed } from './bench-hand';

test('the unit is switched on the spot and never mixed', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  const id = await jobNamed(page.request, 418);
  await page.goto('/shop');
  await hand.button('Unit of pressure: bar').click();
  await expect(page.getByText('Everything is shown in bar')).toBeVisible();
  for (const path of [`/jobs/${id}`, `/jobs/${id}/findings`]) {
    await goTo(page, path);
    await expect(page.getByText(/10\.9/).first()).toBeVisible();
    const text = await page.evaluate(() => document.body.innerText.replace(/Cart tester 300 psi/g, ''));
    expect(text).not.toMatch(/\bpsi\b/);
  }
  await goTo(page, '/shop');
  await hand.button('Unit of pressure: psi').click();
  await expect(page.getByText('Everything is shown in psi')).toBeVisible();
});
