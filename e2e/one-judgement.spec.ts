import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { Hand, jobNamed } from './bench-hand';

for (const number of [412, 415, 418, 420, 421, 423, 424, 427]) {
  test(`job ${number} is judged alike in the app, by the API and on the command line, to the last digit`, async ({ page }) => {
    const hand = new Hand(page);
    await hand.signIn();
    const id = await jobNamed(page.request, number);
    await page.goto(`/jobs/${id}/findings`);
    const dir = mkdtempSync(path.join(tmpdir(), 'rugged-'));
    const save = async (button: string) => {
      const [download] = await Promise.all([page.waitForEvent('download'), hand.button(button).click()]);
      const file = path.join(dir, download.suggestedFilename());
      await download.saveAs(file);
      return file;
    };
    const verdict = readFileSync(await save('Save verdict'), 'utf8');
    const command = spawnSync(process.execPath, ['scripts/rugged.mjs', 'judge', await save('Save job file')], { encoding: 'utf8' });
    expect(command.stderr).toBe('');
    expect(command.stdout).toBe(verdict);
    const api: unknown = await (await page.request.get(`/api/jobs/${id}/judgement`)).json();
    expect(`${JSON.stringify(api, null, 2)}\n`).toBe(verdict);
  });
}
