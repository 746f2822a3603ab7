import { expect, test } from '@playwright/test';
import { readingsOfKind } from '@rugged/contract/bench';
import { benchAt, Hand } from './bench-hand';

test.use({ viewport: { width: 1280, height: 800 } });

test('four cylinders by keyboard alone, with a slip mended and one repeated', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Halden Four, motorcycle', 'by keyboard');
  const jobId = hand.jobId();
  const { keyboard } = page;
  await keyboard.press('c');
  await expect(hand.button('Peak')).toBeVisible();
  await keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();

  await keyboard.press('f');
  await keyboard.type('112');
  await keyboard.press('p');
  await keyboard.type('1588');
  await expect(page.getByRole('alert')).toContainText('1588 psi cannot be: it must be between 0 and 725 psi');
  await keyboard.press('Backspace');
  await keyboard.press('Enter');
  await expect(page.getByText(/^Kept /)).toContainText('158');
  await keyboard.type('161');
  await keyboard.press('Enter');
  await expect(page.getByText(/^Kept /)).toContainText('161');
  await keyboard.type('116');
  await keyboard.press('r');
  await expect(page.getByText(/^Kept /)).toContainText('116');
  await keyboard.type('117');
  await keyboard.press('Enter');
  await expect(page.getByText(/^Kept /)).toContainText('117');
  await keyboard.press('ArrowLeft');
  await expect(hand.button('Cyl 3 117')).toHaveAttribute('aria-pressed', 'true');
  await keyboard.press('ArrowRight');
  await keyboard.type('14');
  await keyboard.press('Enter');
  await expect(page.getByText(/^Kept /)).toContainText('14');
  await keyboard.press('u');
  await keyboard.type('142');
  await keyboard.press('Enter');
  await expect(page.getByText(/^Kept /)).toContainText('142');
  await keyboard.press('Escape');
  await expect(page.getByText('Leak-down on cylinder 3')).toBeVisible();
  await keyboard.press('f');
  await expect(page.getByRole('heading', { name: /Cyl 3 is low/ })).toBeVisible();

  const { readings } = await benchAt(page.request, jobId);
  expect(
    readingsOfKind(readings, 'compression')
      .filter(({ withdrawn }) => !withdrawn)
      .map(({ figures: { cylinder, peak } }) => `${cylinder}:${peak}`)
      .sort(),
  ).toEqual(['1:158', '2:161', '3:116', '3:117', '4:14', '4:142']);
});

test('three panes: the engine, the hand, the evidence', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signInToBay();
  await page.getByRole('link', { name: /Job 418/ }).click();
  for (const region of ['Engine, from above', 'Next', 'Why', 'Dry readings over time', 'Tests so far'])
    await expect(page.getByRole('region', { name: region })).toBeInViewport();
  await page.getByRole('button', { name: /^Cylinder 4,.*Test it/ }).click();
  await expect(hand.button('Cyl 4 142')).toHaveAttribute('aria-pressed', 'true');
  await expect(hand.button('Back to the bench')).toBeInViewport({ ratio: 1 });
});

test('every screen is reached with Tab and opened with Enter', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signInToBay();
  const focusOn = async (name: RegExp) => {
    for (let i = 0; i < 60; i += 1) {
      await page.keyboard.press('Tab');
      const label = await page.evaluate(
        () => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '',
      );
      if (name.test(label)) return;
    }
    throw new Error(`Tab never reached ${name}`);
  };
  await focusOn(/Job 423/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Engine, from above')).toBeVisible();
  await focusOn(/^Findings$/);
  await page.keyboard.press('Enter');
  await expect(
    page.getByRole('heading', { name: /^Every cylinder is good, but the exhaust valve clearance/ }),
  ).toBeVisible();
});
