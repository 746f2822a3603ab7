import { expect, test } from '@playwright/test';
import { Hand } from '../bench-hand';

test('causes with odds, for and against; a complaint that has a name; the mechanic’s own opinion beside it', async ({
  page,
}) => {
  const hand = new Hand(page);
  await hand.signIn();
  await page.goto('/new-job');
  await hand.button(/^Halden Four, motorcycle.*job/).click();
  await page.getByLabel('Complaint').fill('smokes, uneven idle');
  await hand.button('Blue smoke').click();
  await hand.button('Rough idle').click();
  await hand.button('Open job').click();
  await expect(page.getByRole('region', { name: 'What it may be' })).toHaveCount(0);

  await hand.button('Start compression').click();
  await hand.button('Engine: Warm').click();
  await hand.keep('160', '115');
  await hand.keep('161', '116');
  await hand.keep('104', '48');
  await hand.keep('158', '113');
  await hand.button('Back to the bench').click();

  const mayBe = page.getByRole('region', { name: 'What it may be' });
  await expect(mayBe.getByRole('heading').first()).toHaveText('Cylinder 3');
  await expect(mayBe.getByRole('img', { name: /^Cylinder 3: Rings or bore \d+ %/ })).toBeVisible();
  await expect(mayBe.getByText(/^Cylinders 1, 2 and 4$/)).toBeVisible();
  await mayBe.getByRole('button', { name: /^Rings or bore\./ }).click();
  const why = page.getByRole('list', { name: 'Why Rings or bore, cyl 3' });
  await expect(why.getByText(/under the middle of the others/)).toBeVisible();
  await expect(
    why.getByText(/^Cyl 3: it (may be|is probably|is almost certainly) the rings or the bore\.$/),
  ).toBeVisible();
  await expect(page.getByRole('list', { name: 'What it may show' })).toBeVisible();

  await hand.button('Findings').click();
  await hand.button(/^Readings and reasons/).click();
  await hand.button('Overrule cyl 3').click();
  const sheet = page.getByRole('dialog', { name: 'Overrule cyl 3' });
  await sheet.getByRole('button', { name: 'What you take it to be: Exhaust valve' }).click();
  await sheet.getByRole('button', { name: 'Keep your opinion' }).click();
  await expect(sheet.getByText(/Reason/).last()).toBeVisible();
  await sheet.getByLabel('Reason').fill('Had the same on its sister last year');
  await sheet.getByRole('button', { name: 'Keep your opinion' }).click();
  await expect(sheet).toBeHidden();
  await expect(page.getByText('exhaust valve, cyl 3.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Had the same on its sister last year')).toBeVisible();
});
