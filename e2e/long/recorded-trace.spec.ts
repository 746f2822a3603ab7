import { expect, test } from '@playwright/test';
import { Hand } from '../bench-hand';

/**
 * A sensor in the cylinder of a four-stroke cranked at 300 rev/min, peaks climbing to 138 psi, 2000 samples a second.
 */
function recording(unit: string, { clippedAt = Infinity, rest = 0, still = 0 } = {}): string {
  const rows = [`time (s),pressure${unit ? ` (${unit})` : ''}`];
  for (let i = -2000 * still; i < 6000; i += 1) {
    const t = i / 2000;
    const phase = (t % 0.4) / 0.4 - 0.5;
    const peak = 138 * (1 - 0.45 * Math.exp(-Math.floor(t / 0.4)));
    const above = t < 0 ? 0 : Math.min(clippedAt, peak * Math.exp(-((phase / 0.06) ** 2)));
    rows.push(`${(t + still).toFixed(4)},${(rest + above).toFixed(2)}`);
  }
  return rows.join('\n');
}
const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });

test('a recorded trace takes the place of typed figures; one that cannot be used says why', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await hand.openJob('Halden Four, motorcycle', 'recorded');
  await hand.button('Start compression').click();
  await hand.button('Engine: Warm').click();
  await hand.button('How it is tested').click();
  await hand.button('Figures from a recorded trace').click();
  const sheet = page.getByRole('dialog', { name: /Recorded trace/ });
  const choose = page.getByLabel('Recorded trace', { exact: true });

  await choose.setInputFiles(file('notes.csv', 'one line of words'));
  await expect(sheet.getByRole('alert')).toContainText('notes.csv');
  await choose.setInputFiles(file('clipped.csv', recording('psi', { clippedAt: 120 })));
  await expect(sheet.getByText(/top of its range/)).toBeVisible();
  await expect(sheet.getByRole('button', { name: /Put it on the dial/ })).toBeDisabled();

  // What only the sensor reads is no pressure; one that counts from a vacuum is known by its rest.
  await choose.setInputFiles(file('raw.csv', recording('mV')));
  await expect(sheet.getByRole('alert')).toContainText('not a pressure');
  await choose.setInputFiles(file('absolute.csv', recording('psi', { rest: 14.6, still: 1 })));
  await expect(sheet.getByText(/reads 14\.6 psi, the air round it: it counts from a vacuum/)).toBeVisible();
  await expect(sheet.getByText(/^13[78]\.\d psi$/)).toBeVisible();

  await choose.setInputFiles(file('unit-unsaid.csv', recording('')));
  await expect(sheet.getByRole('button', { name: /Put it on the dial/ })).toBeDisabled();
  await sheet.getByRole('button', { name: 'The file does not say its unit: psi' }).click();
  await expect(sheet.getByText('300 rev/min')).toBeVisible();
  await sheet.getByRole('button', { name: /Put it on the dial/ }).click();

  await expect(hand.button(/^Keep 13[78]/)).toBeVisible();
  await hand.button(/^Keep 13[78]/).click();
  await expect(page.getByText(/^Kept /)).toBeVisible();
});
