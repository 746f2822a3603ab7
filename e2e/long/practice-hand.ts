import { expect, type Page } from '@playwright/test';
import type { Hand } from '../bench-hand';

/** Turns it until the needle stands, with a finger on the key or on the cord. */
export async function crank(page: Page, hand: Hand, strokes = 5): Promise<void> {
  const key = page.getByRole('button', { name: 'Hold to crank' });
  const cord = hand.button('Pull the cord');
  await expect(key.or(cord)).toBeVisible();
  if (await key.isVisible()) {
    await key.scrollIntoViewIfNeeded();
    await key.hover();
    await page.mouse.down();
    await expect(
      page
        .getByRole('list', { name: 'Strokes' })
        .getByRole('listitem')
        .nth(strokes - 1),
    ).toBeVisible();
    await page.mouse.up();
  } else {
    for (let pull = 1; pull <= strokes; pull += 1) {
      await cord.click();
      await expect(page.getByRole('list', { name: 'Pulls' }).getByRole('listitem')).toHaveCount(pull);
    }
    await hand.button('Read it').click();
  }
  await expect(page.getByRole('region', { name: 'What you have seen' })).toContainText('psi');
}

/** Says something of every case: the marks are what is looked at here, not whether it was right. */
export async function answer(page: Page, hand: Hand): Promise<void> {
  await hand.button('Say what it is').click();
  const all = hand.button('Nothing is wrong anywhere');
  const one = page.getByRole('button', { name: /: (Nothing wrong|It passes)$/ });
  await all.or(one).first().click();
  const jobs = page.getByRole('region', { name: 'What to do' });
  // The first of them is to leave it as it is, or to buy it: neither has a bill.
  if (await jobs.isVisible()) await jobs.getByRole('button').first().click();
  const told = page.getByRole('region', { name: 'What is told' });
  if (await told.isVisible()) {
    await told.getByRole('button', { name: /Most likely$/ }).click();
    await told.getByRole('button', { name: 'Nothing was left out' }).click();
    await expect(told).toContainText('They hear');
  }
  await hand.button('That is my answer').click();
  await expect(page.getByRole('region', { name: 'Marks' })).toContainText('of 100');
  await expect(page.getByRole('region', { name: 'What it was' })).toBeVisible();
}
