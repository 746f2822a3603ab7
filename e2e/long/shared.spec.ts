import { expect, test } from '@playwright/test';
import { toJobFile } from '@rugged/contract/bench';
import { benchAt, Hand, jobNamed } from '../bench-hand';

test.use({ serviceWorkers: 'allow' });

/** What another app hands over when somebody shares a file with this one. */
async function share(hand: Hand, name: string, mimeType: string, content: Buffer | string): Promise<void> {
  const { page } = hand;
  await page.goto('/shop');
  await page.evaluate(() => {
    const form = document.createElement('form');
    Object.assign(form, { method: 'POST', enctype: 'multipart/form-data', action: '/shared' });
    form.innerHTML = '<input type="file" name="file" aria-label="From another app">';
    document.body.append(form);
  });
  await page.getByLabel('From another app').setInputFiles({ name, mimeType, buffer: Buffer.from(content) });
  await page.evaluate(() => document.querySelector('form')?.submit());
  await expect(page.getByRole('heading', { name: 'Shared with the shop' })).toBeVisible();
}

test('a photograph, a recording and a job file from another app find their places', async ({ page }) => {
  test.setTimeout(120_000);
  const hand = new Hand(page);
  await hand.signInToBay();
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.reload();
  const jobId = await jobNamed(page.request, 418);

  await share(hand, 'plug.jpg', 'image/jpeg', await page.screenshot({ type: 'jpeg' }));
  await page.getByLabel('Search machine, owner, complaint or number').fill('418');
  await hand.button(/^418 · /).click();
  await expect(page.getByRole('img', { name: 'The photograph to be kept' })).toBeVisible();
  expect(page.url()).toContain(`/jobs/${jobId}/notes`);

  const rows = Array.from({ length: 4000 }, (_, i) => {
    const t = i / 2000;
    return `${t.toFixed(4)},${(138 * Math.exp(-((((t % 0.4) / 0.4 - 0.5) / 0.06) ** 2))).toFixed(2)}`;
  });
  await share(hand, 'crank.csv', 'text/csv', ['time (s),pressure (psi)', ...rows].join('\n'));
  await page.getByLabel('Search machine, owner, complaint or number').fill('418');
  await hand.button(/^418 · /).click();
  await expect(page.getByRole('dialog', { name: /^Recorded trace/ })).toContainText('138');

  await share(hand, 'four.job.json', 'application/json', JSON.stringify(toJobFile(await benchAt(page.request, jobId))));
  await expect(page.getByText('Job file, looked at: nothing of it is kept')).toBeVisible();
  await expect(page.getByRole('heading', { name: /^Cyl 3 is low/ })).toBeVisible();
  await share(hand, 'broken.json', 'application/json', '{"format":"rugged-gauge-job"}');
  await expect(page.getByText('This is no job file that can be judged')).toBeVisible();
  await share(hand, 'words.bin', 'application/octet-stream', 'x');
  await expect(page.getByText('Nothing to do with this file')).toBeVisible();
  await hand.button('Leave it').click();
  await page.goto('/shared');
  await expect(page.getByText('No file here')).toBeVisible();
});
