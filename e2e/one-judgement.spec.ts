import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { goTo, Hand, jobNamed } from './bench-hand';

/** Every kind of engine and of test that the demo has; a third of them each day, all in the long run. */
const JOBS = [412, 415, 418, 420, 421, 423, 424, 427, 428].filter(
  (_, i) => process.env['LONG'] === '1' || i % 3 === Math.floor(Date.now() / (24 * 3600_000)) % 3,
);

test('jobs of every kind are judged alike in the app, by the API and on the command line, to the last digit', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await new Hand(page).signIn();
  const dir = mkdtempSync(path.join(tmpdir(), 'rugged-'));
  for (const number of JOBS) {
    const id = await jobNamed(page.request, number);
    await goTo(page, `/jobs/${id}/findings`);
    const save = async (button: string) => {
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name: button }).click(),
      ]);
      const file = path.join(dir, download.suggestedFilename());
      await download.saveAs(file);
      return file;
    };
    const verdict = readFileSync(await save('Save verdict'), 'utf8');
    const command = spawnSync(process.execPath, ['scripts/run.mjs', 'rugged', 'judge', await save('Save job file')], {
      encoding: 'utf8',
    });
    expect(command.stderr, `job ${number}`).toBe('');
    expect(command.stdout, `job ${number}`).toBe(verdict);
    const api: unknown = await (await page.request.get(`/api/jobs/${id}/judgement`)).json();
    expect(`${JSON.stringify(api, null, 2)}\n`, `job ${number}`).toBe(verdict);
  }
});
