// npm run backup: the whole database, photographs and all, as one file that was restored once to see that it can be.
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import type { Client } from 'pg';
import { postgresBin, startDatabase } from './database.ts';
import { isMain, projectDir, say } from './packages.mjs';

const ENDING = '.rugged-backup';
/** Where they lie when nobody says. */
export const BACKUPS = path.join(projectDir, '.data', 'backups');
const stamp = (at: Date) => at.toISOString().slice(0, 19).replace('T', '-').replaceAll(':', '');

/** Options of the PostgreSQL programs: a password in an argument could be read by anybody on the machine. */
const envOf = (url: string): Record<string, string> => {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  const sslmode = searchParams.get('sslmode');
  return {
    PGHOST: hostname,
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: decodeURIComponent(pathname.slice(1)),
    ...(sslmode ? { PGSSLMODE: sslmode } : {}),
  };
};

/** @throws with what it said when it fails */
export function run(program: string, args: readonly string[], url: string): Promise<void> {
  return new Promise<void>((resolve, reject) => {
    const child = spawn(path.join(postgresBin(), program), args, {
      stdio: ['ignore', 'ignore', 'pipe'],
      env: { ...process.env, ...envOf(url) },
    });
    let said = '';
    child.stderr.on('data', (piece: Buffer) => (said = `${said}${piece.toString()}`.slice(-4000)));
    child.once('error', reject);
    child.once('close', (code) => (code === 0 ? resolve() : reject(new Error(`${program} failed:\n${said}`))));
  });
}

export async function withClient<T>(url: string, work: (client: Client) => Promise<T>): Promise<T> {
  // Not at the top: what imports this runs before anything is installed.
  const { default: pg } = await import('pg');
  const client = new pg.Client(url);
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

export const sibling = (url: string, name: string) => Object.assign(new URL(url), { pathname: `/${name}` }).href;
export const nameOf = (url: string) => new URL(url).pathname.slice(1);

/** So many tables and indexes of a backup are restored at once. */
export const AT_ONCE = '--jobs=2';

type Digests = Record<string, { rows: number; digest: string }>;

/**
 * Rows and a digest of every table.
 *
 * @param others connections that see the same: the largest tables first, each takes the next one
 */
export async function digests(client: Client, ...others: Client[]): Promise<Digests> {
  const { rows } = await client.query<{ name: string }>(
    `SELECT quote_ident(tablename) AS name FROM pg_tables WHERE schemaname = 'public'
     ORDER BY pg_relation_size(('public.' || quote_ident(tablename))::regclass) DESC, 1`,
  );
  const all: Digests = {};
  const next = async (one: Client): Promise<void> => {
    const { name } = rows.shift() ?? {};
    if (name === undefined) return;
    const { rows: found } = await one.query<Digests[string]>(
      `SELECT count(*)::int AS rows, coalesce(md5(string_agg(h, '' ORDER BY h)), '') AS digest
       FROM (SELECT md5(x::text) AS h FROM public.${name} x) hashed`,
    );
    if (found[0]) all[name] = found[0];
    await next(one);
  };
  await Promise.all([client, ...others].map(next));
  return all;
}

/**
 * Writes a backup, restores it beside the database, and compares every table. Only what was found equal gets its name.
 *
 * @returns its path, bytes, and how many rows
 */
export async function backup(url: string, dir: string, at = new Date()) {
  fs.mkdirSync(dir, { recursive: true, mode: 0o700 });
  const file = path.join(dir, `${stamp(at)}${ENDING}`);
  const part = `${file}.part`;
  const scratch = `${nameOf(url)}_check_${process.pid}_${Date.now()}`;
  try {
    const there = await withClient(url, async (client) => {
      // Everything as it is at this moment, whatever is written meanwhile.
      await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
      const { rows } = await client.query<{ snapshot: string }>('SELECT pg_export_snapshot() AS snapshot');
      // Side by side: both look at the same moment.
      const [found] = await Promise.all([
        digests(client),
        run('pg_dump', ['--format=custom', `--snapshot=${rows[0]?.snapshot}`, `--file=${part}`], url),
      ]);
      return found;
    });
    await withClient(url, (client) => client.query(`CREATE DATABASE "${scratch}"`));
    try {
      await run('pg_restore', ['--exit-on-error', AT_ONCE, `--dbname=${scratch}`, part], url);
      const restored = await withClient(sibling(url, scratch), (one) =>
        withClient(sibling(url, scratch), (other) => digests(one, other)),
      );
      const differ = Object.keys(there).filter((table) => !isDeepStrictEqual(there[table], restored[table]));
      if (differ.length > 0) throw new Error(`Restored it is not the same: ${differ.join(', ')}`);
    } finally {
      await withClient(url, (client) => client.query(`DROP DATABASE IF EXISTS "${scratch}" WITH (FORCE)`));
    }
    fs.chmodSync(part, 0o600);
    fs.renameSync(part, file);
    const bytes = fs.statSync(file).size;
    const rows = Object.values(there).reduce((sum, one) => sum + one.rows, 0);
    // A database of before that has no such table yet.
    if ('backups' in there)
      await withClient(url, (client) =>
        client.query('INSERT INTO backups (at, bytes, row_count) VALUES ($1, $2, $3)', [at, bytes, rows]),
      );
    return { file, bytes, rows };
  } catch (error) {
    fs.rmSync(part, { force: true });
    throw error;
  }
}

const DAY_MS = 24 * 3600_000;
/** Everything of so many days; then the newest of each week, then of each month. */
const KEPT = { days: 7, weeks: 8, months: 24 };

/**
 * Which backups are not kept any more.
 *
 * @param names as they lie in the folder, others among them
 */
export function tooMany(names: readonly string[], now: Date): string[] {
  const found = names
    .flatMap((name) => {
      const at = /^(\d{4}-\d\d-\d\d)-(\d\d)(\d\d)(\d\d)[.]rugged-backup$/.exec(name);
      return at ? [{ name, at: Date.parse(`${at[1]}T${at[2]}:${at[3]}:${at[4]}Z`) }] : [];
    })
    .sort((a, b) => b.at - a.at);
  const slots = new Set<string>();
  return found
    .filter(({ at }) => {
      const age = (now.getTime() - at) / DAY_MS;
      if (age < KEPT.days) return false;
      const month = new Date(at).toISOString().slice(0, 7);
      const slot =
        age < 7 * KEPT.weeks
          ? `week ${Math.floor(at / (7 * DAY_MS))}`
          : age < 31 * KEPT.months
            ? `month ${month}`
            : undefined;
      if (slot === undefined || slots.has(slot)) return true;
      slots.add(slot);
      return false;
    })
    .map(({ name }) => name);
}

async function main() {
  const at = process.argv.indexOf('--to');
  const dir = at > 0 ? path.resolve(process.argv[at + 1] ?? '') : BACKUPS;
  const database = await startDatabase({ projectDir, log: () => undefined });
  try {
    const { file, bytes, rows } = await backup(database.url, dir);
    say(`${file}: ${rows} rows, ${(bytes / 1e6).toFixed(1)} MB, restored once and found the same.`);
    for (const name of tooMany(fs.readdirSync(dir), new Date())) {
      fs.rmSync(path.join(dir, name));
      say(`${name}: not kept any more.`);
    }
  } finally {
    await database.stop();
  }
}

if (isMain(import.meta.url))
  main().catch((error: Error) => {
    say(`No backup was made: ${error.message}`);
    process.exit(1);
  });
