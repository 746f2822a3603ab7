import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium, expect, test } from '@playwright/test';
import { Hand } from '../bench-hand';

const HZ = 48_000;
const QUIET_SECONDS = 14;

/** A quiet shed, then air hissing, as a sound file of one channel. */
function shed(): string {
  const samples = (QUIET_SECONDS + 60) * HZ;
  const file = Buffer.alloc(44 + 2 * samples);
  file.write('RIFF', 0);
  file.writeUInt32LE(36 + 2 * samples, 4);
  file.write('WAVEfmt ', 8);
  file.writeUInt32LE(16, 16);
  file.writeUInt16LE(1, 20);
  file.writeUInt16LE(1, 22);
  file.writeUInt32LE(HZ, 24);
  file.writeUInt32LE(2 * HZ, 28);
  file.writeUInt16LE(2, 32);
  file.writeUInt16LE(16, 34);
  file.write('data', 36);
  file.writeUInt32LE(2 * samples, 40);
  let state = 5;
  for (let i = 0; i < samples; i += 1) {
    state = (state * 1664525 + 1013904223) % 2 ** 32;
    const loud = i < QUIET_SECONDS * HZ ? 0.002 : 0.05;
    // A compressor hums all the time, far louder than the hiss: it does not count.
    const hum = 0.2 * Math.sin((2 * Math.PI * 110 * i) / HZ);
    file.writeInt16LE(Math.round(32767 * (hum + loud * ((2 * state) / 2 ** 32 - 1))), 44 + 2 * i);
  }
  const at = path.join(fs.mkdtempSync(path.join(os.tmpdir(), 'rugged-ear-')), 'shed.wav');
  fs.writeFileSync(at, file);
  return at;
}

test('the phone as an ear: the quiet first, then a hiss at the head joint, called strong', async ({ baseURL }) => {
  test.setTimeout(120_000);
  const sound = shed();
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-audio-capture=${sound}`,
    ],
  });
  try {
    const page = await browser.newPage({
      baseURL: (baseURL ?? '').replace('127.0.0.1', 'localhost'),
      viewport: { width: 390, height: 660 },
    });
    const hand = new Hand(page);
    await hand.signIn();
    await hand.openJob('Halden Four, motorcycle', 'hiss');
    await page.goto(`/jobs/${hand.jobId()}/leakdown`);
    await hand.button('Zeroed with the hose blocked').waitFor();
    await hand.digits('62');
    await hand.button('Listen where it goes').last().click();
    await hand.button('Ear').click();
    await expect(page.getByText('Air shut off first')).toBeVisible();
    await hand.button('Measure the quiet').click();
    await expect(page.getByText(/The ear is on/)).toBeVisible();
    await hand.button(/^Intake: not/).click();
    await hand.button('Measure').click();
    await expect(page.getByText(/Intake, [0-3] dB over the quiet/)).toBeVisible();
    await hand.button(/^Head joint: not/).click();
    // Measured again until the quiet of the recording is over.
    await expect(async () => {
      await hand.button('Measure').click();
      await expect(page.getByText(/Head joint, \d\d dB over the quiet, the loudest/)).toBeVisible({ timeout: 4000 });
    }).toPass({ timeout: 60_000 });
    await expect(hand.button('Head joint: Strong')).toHaveAttribute('aria-pressed', 'true');
    // A proposal: the mechanic's own ear has the last word.
    await hand.button('Head joint: Clear').click();
    await hand.button('Keep what I heard').click();
    await expect(page.getByText(/^Kept /)).toBeVisible();
  } finally {
    await browser.close();
    fs.rmSync(path.dirname(sound), { recursive: true, force: true });
  }
});
