import { randomUUID } from 'node:crypto';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { backup, BACKUPS, digests, tooMany, withClient } from '../../backup.ts';
import { type Database, startDatabase } from '../../database.ts';
import { prepare, ready } from '../../prepare.ts';
import { restore } from '../../restore.ts';

const root = path.resolve(__dirname, '..', '..', '..');

let own: Database;
const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'rugged-backup-'));
beforeAll(async () => {
  delete process.env['DATABASE_URL'];
  own = await startDatabase({ projectDir: root, name: 'pg-scripts', durable: false, log: () => undefined });
}, 120_000);
afterAll(async () => {
  fs.rmSync(dir, { recursive: true, force: true });
  await own.stop();
});

/** The demo in a database of its own. */
async function demo(): Promise<Database> {
  const name = `b_${randomUUID().replaceAll('-', '')}`;
  await withClient(own.url, (client) => client.query(`CREATE DATABASE ${name}`));
  const at = (url: string) => Object.assign(new URL(url), { pathname: `/${name}` }).href;
  const database = { ...own, url: at(own.url), serverUrl: at(own.serverUrl) };
  await prepare(database, '--demo');
  return database;
}

test('restored it is the same to the last row, rights and locks with it; what stood there stays', async () => {
  const database = await demo();
  const before = await withClient(database.url, (client) => digests(client));
  const { file, rows } = await backup(database.url, dir);
  expect(rows).toBeGreaterThan(300);
  expect(fs.statSync(file).mode & 0o077).toBe(0);
  await withClient(database.url, (client) => client.query(`UPDATE owners SET name = 'Somebody else'`));
  const beside = await restore(database, file);
  const after = await withClient(database.url, (client) => digests(client));
  // The note of the backup itself came after it was taken.
  expect({ ...after, backups: 0 }).toEqual({ ...before, backups: 0 });
  expect(after['readings']?.rows).toBeGreaterThan(50);
  const changed = await withClient(Object.assign(new URL(database.url), { pathname: `/${beside}` }).href, (client) =>
    client.query(`SELECT FROM owners WHERE name = 'Somebody else'`),
  );
  expect(changed.rowCount).toBeGreaterThan(0);
  await withClient(database.serverUrl, async (client) => {
    expect((await client.query('SELECT FROM jobs')).rowCount).toBe(0);
    await expect(client.query('DELETE FROM readings')).rejects.toThrow(/permission denied/);
  });
}, 180_000);

test('a file that is none, one that is cut, and one of a newer version: nothing is touched', async () => {
  const database = await demo();
  const { file } = await backup(database.url, dir);
  const before = await withClient(database.url, (client) => digests(client));
  const cut = path.join(dir, 'cut');
  fs.writeFileSync(cut, fs.readFileSync(file).subarray(0, 20_000));
  const words = path.join(dir, 'words');
  fs.writeFileSync(words, 'no backup at all');
  await withClient(database.url, (client) =>
    client.query(
      `INSERT INTO schema_migrations (name) VALUES ('999-later'); UPDATE schema_floor SET name = '999-later'`,
    ),
  );
  const { file: newer } = await backup(database.url, dir);
  await withClient(database.url, (client) =>
    client.query(`DELETE FROM schema_migrations WHERE name = '999-later'; UPDATE schema_floor SET name = '022-keys'`),
  );
  for (const bad of [cut, words, newer, path.join(dir, 'nowhere')])
    await expect(restore(database, bad)).rejects.toThrow();
  const after = await withClient(database.url, (client) => digests(client));
  expect({ ...after, backups: 0 }).toEqual({ ...before, backups: 0 });
  const { rows } = await withClient(own.url, (client) =>
    client.query(`SELECT datname FROM pg_database WHERE datname ~ '_(restored|check)_'`),
  );
  expect(rows).toEqual([]);
}, 180_000);

test('kept: a week of all, then one a week, then one a month; nothing else in the folder is touched', () => {
  const now = new Date('2026-11-27T12:00:00Z');
  const names = Array.from({ length: 900 }, (_, days) => {
    const at = new Date(now.getTime() - days * 24 * 3600_000);
    return `${at.toISOString().slice(0, 10)}-030000.rugged-backup`;
  });
  const gone = new Set(tooMany([...names, 'notes.txt', 'x.rugged-backup'], now));
  const kept = names.filter((name) => !gone.has(name));
  expect(kept.slice(0, 7)).toEqual(names.slice(0, 7));
  expect(kept.length).toBeGreaterThan(7 + 6 + 20);
  expect(kept.length).toBeLessThan(7 + 9 + 26);
  expect(gone.has('notes.txt') || gone.has('x.rugged-backup')).toBe(false);
});

test('a database of an older version is kept before it is brought up to date', async () => {
  const database = { ...(await demo()), mode: 'started' as const };
  const lying = () => (fs.existsSync(BACKUPS) ? fs.readdirSync(BACKUPS) : []);
  const before = new Set(lying());
  await ready(database);
  expect(lying().filter((name) => !before.has(name))).toEqual([]);
  // As a version before left it.
  await withClient(database.url, (client) =>
    client.query(`ALTER TABLE shops DROP COLUMN families; DELETE FROM schema_migrations WHERE name = '021-kinds'`),
  );
  await ready(database);
  const kept = lying().filter((name) => !before.has(name));
  expect(kept).toHaveLength(1);
  for (const name of kept) fs.rmSync(path.join(BACKUPS, name));
  expect(
    await withClient(database.url, async (client) => (await client.query('SELECT families FROM shops')).rowCount),
  ).toBe(1);
}, 180_000);
