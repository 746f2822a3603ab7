// npm run restore -- FILE: puts a backup in the place of the database. What stood there stays beside it.
import fs from 'node:fs';
import path from 'node:path';
import { AT_ONCE, backup, BACKUPS, nameOf, run, sibling, withClient } from './backup.ts';
import { type Database, startDatabase } from './database.ts';
import { isMain, projectDir, say } from './packages.mjs';
import { prepare } from './prepare.ts';

const stamp = () => new Date().toISOString().slice(0, 19).replace(/[-:]/g, '').replace('T', '_').toLowerCase();

/**
 * Restores beside the database, brings it up to this version, and only then exchanges the names. Nothing is dropped.
 *
 * @param database as startDatabase gives it
 * @returns the name under which what stood there before can be found
 */
export async function restore(database: Database, file: string): Promise<string> {
  if (!fs.existsSync(file)) throw new Error(`There is no ${file}`);
  const { url } = database;
  const name = nameOf(url);
  const [beside, before] = [`${name}_restored_${stamp()}`, `${name}_before_${stamp()}`];
  // From a third one: a database cannot be renamed from inside.
  const admin = sibling(url, 'postgres');
  await withClient(admin, (client) => client.query(`CREATE DATABASE "${beside}"`));
  try {
    await run('pg_restore', ['--exit-on-error', AT_ONCE, `--dbname=${beside}`, file], url);
    await prepare({ ...database, url: sibling(url, beside) }, '--restored');
    await withClient(admin, async (client) => {
      for (const [from, to] of [
        [name, before],
        [beside, name],
      ] as const) {
        await client.query('SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1', [from]);
        await client.query(`ALTER DATABASE "${from}" RENAME TO "${to}"`);
      }
    });
  } catch (error) {
    await withClient(admin, (client) => client.query(`DROP DATABASE IF EXISTS "${beside}" WITH (FORCE)`));
    throw error;
  }
  return before;
}

async function main() {
  const file = process.argv[2];
  if (!file) throw new Error('Say which: npm run restore -- FILE');
  const database = await startDatabase({ projectDir, log: () => undefined });
  try {
    const kept = await backup(database.url, BACKUPS);
    say(`${kept.file}: what stands there now.`);
    const before = await restore(database, path.resolve(file));
    say(`Restored. What stood there is still there, as database "${before}": drop it when nobody needs it.`);
  } finally {
    await database.stop();
  }
}

if (isMain(import.meta.url))
  main().catch((error: Error) => {
    say(`Nothing was restored: ${error.message}`);
    process.exit(1);
  });
