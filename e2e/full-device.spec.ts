import { expect, test } from '@playwright/test';
import { benchAt, Hand } from './bench-hand';

declare global {
  interface Window {
    hasNoRoom?: boolean;
  }
}

test('a full device: nothing is kept in silence, what was typed stands there, and is kept once there is room', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const { add } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.add = function (this: IDBObjectStore, ...args) {
      if (window.hasNoRoom && this.name === 'entries') throw new DOMException('no room', 'QuotaExceededError');
      return add.apply(this, args);
    };
  });
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Orrin 20, twin outboard', 'on a full phone');
  const jobId = hand.jobId();
  await hand.button('Start compression').click();
  await hand.button('Engine: Warm').click();
  const room = (none: boolean) => page.evaluate((is) => (window.hasNoRoom = is), none);
  await room(true);
  await hand.digits('118');
  await hand.button(/^Keep 118/).click();
  const told = page.getByRole('dialog', { name: 'Not kept' });
  await expect(told).toContainText('It stands where you typed it');
  await hand.button('I have read it').click();
  await expect(hand.button('Keep 118, next 2')).toBeVisible();
  expect((await benchAt(page.request, jobId)).readings).toEqual([]);

  await room(false);
  await hand.button('Keep 118, next 2').click();
  await expect(page.getByText(/^Kept 118/)).toBeVisible();
  await expect.poll(async () => (await benchAt(page.request, jobId)).readings.length).toBe(1);
});
