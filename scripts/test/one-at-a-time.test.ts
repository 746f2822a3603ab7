import { spawn } from 'node:child_process';
import { appendFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { exclusively } from '../exclusively.mjs';

const folder = () => mkdtempSync(path.join(tmpdir(), 'lock-'));

test('six processes that start at once do their work one after the other', async () => {
  const dir = folder();
  const log = path.join(dir, 'log');
  const script = `
    import { exclusively } from ${JSON.stringify(path.resolve(__dirname, '../exclusively.mjs'))};
    import { appendFileSync } from 'node:fs';
    import { setTimeout as sleep } from 'node:timers/promises';
    await exclusively(${JSON.stringify(dir)}, 'install', async () => {
      appendFileSync(${JSON.stringify(log)}, 'in ');
      await sleep(50);
      appendFileSync(${JSON.stringify(log)}, 'out ');
    });`;
  const ends = await Promise.all(
    Array.from(
      { length: 6 },
      () =>
        new Promise((done) =>
          spawn(process.execPath, ['--input-type=module', '-e', script], { stdio: 'ignore' }).once('close', done),
        ),
    ),
  );
  expect(ends).toEqual([0, 0, 0, 0, 0, 0]);
  expect(readFileSync(log, 'utf8')).toBe('in out '.repeat(6));
  expect(readdirSync(dir)).toEqual(['log']);
});

test('a process that died lets go, work that fails too', async () => {
  const dir = folder();
  // No process has this number.
  writeFileSync(path.join(dir, 'install.lock'), '999999999');
  await expect(exclusively(dir, 'install', () => Promise.reject(new Error('no network')))).rejects.toThrow(
    'no network',
  );
  const log: string[] = [];
  await exclusively(dir, 'install', () => log.push('done'));
  expect(log).toEqual(['done']);
  expect(existsSync(path.join(dir, 'install.lock'))).toBe(false);
});

test('who waits is told once', async () => {
  const dir = folder();
  const log = path.join(dir, 'log');
  let waits = 0;
  const first = exclusively(dir, 'web', () => new Promise<void>((done) => setTimeout(done, 500)));
  const second = exclusively(
    dir,
    'web',
    () => {
      appendFileSync(log, 'second');
    },
    () => {
      waits++;
    },
  );
  await Promise.all([first, second]);
  expect(waits).toBe(1);
  expect(readFileSync(log, 'utf8')).toBe('second');
});
