// Backup and restore of a shop of some years, against PostgreSQL's own programs alone.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { backup, run, sibling, withClient } from '../scripts/backup.ts';
import { restore } from '../scripts/restore.ts';

const JOBS = 20_000;
const ROUNDS = 3;
const LIMIT = 1.3;

const seconds = async (work) => {
  const started = performance.now();
  const answer = await work();
  return { took: (performance.now() - started) / 1000, answer };
};
const median = (all) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)];

export default async function bench(database, fill, say) {
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'bench-backup-'));
  say(`filling a shop with ${JOBS} jobs ...`);
  await fill(database, JOBS);
  const { url } = database;
  const bytes = await withClient(url, async (client) => {
    const { rows } = await client.query('SELECT pg_database_size(current_database()) AS bytes');
    return Number(rows[0].bytes);
  });
  const gigabyte = (took) => `${(took / (bytes / 1e9)).toFixed(0)} s a gigabyte`;
  const times = { dump: [], load: [], backup: [], restore: [] };
  const admin = sibling(url, 'postgres');
  try {
    for (let i = 0; i < ROUNDS; i += 1) {
      const plain = path.join(dir, `plain-${i}`);
      times.dump.push((await seconds(() => run('pg_dump', ['--format=custom', `--file=${plain}`], url))).took);
      await withClient(admin, (client) => client.query('CREATE DATABASE bench_plain'));
      times.load.push(
        (await seconds(() => run('pg_restore', ['--exit-on-error', '--dbname=bench_plain', plain], url))).took,
      );
      await withClient(admin, (client) => client.query('DROP DATABASE bench_plain WITH (FORCE)'));
      const ours = await seconds(() => backup(url, path.join(dir, String(i))));
      times.backup.push(ours.took);
      const back = await seconds(() => restore(database, ours.answer.file));
      times.restore.push(back.took);
      await withClient(admin, (client) => client.query(`DROP DATABASE "${back.answer}" WITH (FORCE)`));
    }
    const [dump, load, own, back] = ['dump', 'load', 'backup', 'restore'].map((name) => median(times[name]));
    return [
      {
        what: `backup of ${JOBS} jobs, restored once and compared, against pg_dump and pg_restore`,
        ratio: own / (dump + load),
        limit: LIMIT,
        detail: `${own.toFixed(1)} s against ${(dump + load).toFixed(1)} s, ${gigabyte(own)}`,
      },
      {
        what: 'restore of it, brought up to date and put in place, against pg_restore',
        ratio: back / load,
        limit: LIMIT,
        detail: `${back.toFixed(1)} s against ${load.toFixed(1)} s, ${gigabyte(back)}`,
      },
    ];
  } finally {
    fs.rmSync(dir, { recursive: true, force: true });
  }
}
