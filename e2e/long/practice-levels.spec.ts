import { expect, test } from '@playwright/test';
import { Hand } from '../bench-hand';
import { answer, crank } from './practice-hand';

test.use({ viewport: { width: 390, height: 660 } });

test('one of each level goes to its opened engine; what was done stands there after a reload', async ({ page }) => {
  test.setTimeout(120_000);
  const hand = new Hand(page);
  await hand.signIn();
  for (let level = 1; level <= 12; level += 1) {
    await page.goto(`/practice/${level}-cedar-oar`);
    // The first two have nothing but a gauge.
    if (level > 2) await page.getByRole('button', { name: 'Hands: Crank' }).click();
    await crank(page, hand);
    if (level === 5) {
      const minutes = await page.getByText('Minutes').locator('..').innerText();
      await page.reload();
      await expect(page.getByRole('region', { name: 'What you have seen' })).toContainText('psi');
      expect(await page.getByText('Minutes').locator('..').innerText()).toBe(minutes);
    }
    await answer(page, hand);
  }
});
