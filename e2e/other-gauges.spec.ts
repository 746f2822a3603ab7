import { expect, test } from '@playwright/test';
import { Hand } from './bench-hand';

test('another gauge: a gap named, a slip mended, judged against the book, taken back', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Halden Four, motorcycle', 'ticks when cold');
  await hand.button('Other gauges').click();
  await hand.button('Which gauge: Manifold vacuum').click();
  await expect(page.getByText(/keep clear of belts and propeller/)).toBeVisible();
  await hand.button('Keep').click();
  await expect(page.getByRole('alert')).toContainText('Still missing: Depth, inHg.');
  await page.getByLabel('Depth, inHg').fill('17,x');
  await expect(page.getByText('Depth, inHg must be a number, not negative')).toBeVisible();
  await page.getByLabel('Depth, inHg').fill('17.5');
  await hand.button('Needle: Regular flick').click();
  await hand.button('Keep').click();
  await expect(page.getByText(/Manifold vacuum 17\.5.*one valve that does not seat/)).toBeVisible();
  await page.reload();
  await hand.button('Which gauge: Manifold vacuum').click();
  await hand.button('Take the latest back').click();
  await expect(page.getByText(/one valve that does not seat/)).toBeHidden();
});
