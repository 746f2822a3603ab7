import { type ChildProcess, spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { countingReadings, readingsOfKind } from '@rugged/contract/bench';
import { benchAt, Hand, newMachine, openIt } from '../bench-hand';

const HZ = 200;

/** Four strokes that still climb when the starter is let go, as a recording in seconds and kPa. */
function recording(): string {
  const rows = Array.from({ length: 4 * HZ }, (_, i) => {
    const seconds = i / HZ;
    const stroke = Math.floor(seconds / 0.5);
    const within = (seconds % 0.5) / 0.5;
    const top = 900 * (1 - 0.45 ** (stroke + 1));
    const kPa = stroke < 4 ? Math.max(0, top * Math.sin(Math.PI * Math.min(1, within * 2)) ** 3) : 0;
    return `${seconds.toFixed(3)},${kPa.toFixed(2)}`;
  });
  return ['seconds,kPa', ...rows].join('\n');
}

test('a sensor of one’s own on a machine that is not in the demo: paired by its code, strokes caught, kept', async ({
  page,
  baseURL,
}, info) => {
  const hand = new Hand(page);
  let sensor: ChildProcess | undefined;
  try {
    await hand.signIn();
    await newMachine(hand, {
      family: 'Small engine',
      kind: 'Ride-on single',
      owner: 'Sensor owner',
      machine: 'Ride-on with a sensor',
    });
    await page.getByLabel('Complaint').fill('down on power');
    await hand.button('It: Runs').click();
    const jobId = await openIt(hand);
    await page.goto(`/jobs/${jobId}/compression`);
    await hand.button('Engine: Warm').click();
    await hand.button('How it is tested').click();
    await hand.button('Join a sensor').click();
    const code = (await page.getByText(/^\d{3} \d{3}$/).textContent()) ?? '';
    await hand.button('Done').click();
    const file = info.outputPath('trace.csv');
    fs.mkdirSync(path.dirname(file), { recursive: true });
    fs.writeFileSync(file, recording());
    const said: string[] = [];
    sensor = spawn(
      process.execPath,
      [path.join(__dirname, '..', '..', 'scripts', 'run.mjs'), 'sensor', file, '--code', code, '--at', baseURL ?? ''],
      { stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, INIT_CWD: process.cwd() } },
    );
    for (const stream of [sensor.stdout, sensor.stderr])
      stream?.on('data', (piece: Buffer) => said.push(String(piece)));
    await expect.poll(() => said.join('')).toContain('Joined: compression');
    await hand.button('Crank cyl 1').click();
    await expect(page.getByText(/^Strokes caught [34]$/)).toBeVisible();
    await expect(page.getByText('Strokes caught 4')).toBeVisible();
    await hand.button('Stop').click();
    await hand.button(/^Keep 12\d/).click();
    await expect
      .poll(async () => readingsOfKind(countingReadings((await benchAt(page.request, jobId)).readings), 'compression'))
      .toHaveLength(1);
    const bench = await benchAt(page.request, jobId);
    expect(bench.tests[0]?.conditions).toMatchObject({ tester: { name: 'Joined sensor' } });
    expect(JSON.stringify(bench.tests[0]?.conditions)).not.toContain('simulated');
    // Joined still after a reload; put down, the keys are there again.
    await page.reload();
    await expect(hand.button('Crank cyl 1')).toBeVisible();
    await hand.button('How it is tested').click();
    await hand.button('Leave the sensor').click();
    await hand.button('Done').click();
    await expect(hand.button('7')).toBeVisible();
  } finally {
    sensor?.kill();
  }
});
