// Makes a database ready for the server: migrations, the server's own login, the demo or the link to a first shop.
import { spawnSync } from 'node:child_process';
import { backup, BACKUPS } from './backup.ts';
import { type BundleName, ensureBundle } from './bundle.ts';
import type { Database } from './database.ts';
import { projectDir, say } from './packages.mjs';

/** The login that owns a database, and the password that the server's own login is given. */
export type OwnedDatabase = Pick<Database, 'url' | 'serverPassword'>;

/**
 * Runs one of our own programs under the login that owns the database.
 *
 * @param database as startDatabase gives it
 * @param wrong what is said where it fails; what it said itself stands above
 * @returns what it printed
 */
export async function asOwner(
  database: OwnedDatabase,
  name: BundleName,
  args: readonly string[],
  wrong: string,
): Promise<string> {
  const bundle = await ensureBundle(name);
  const { status, stdout } = spawnSync(process.execPath, [bundle, ...args], {
    cwd: projectDir,
    stdio: ['ignore', 'pipe', 2],
    encoding: 'utf8',
    env: {
      ...process.env,
      OWNER_DATABASE_URL: database.url,
      ...(database.serverPassword ? { SERVER_PASSWORD: database.serverPassword } : {}),
    },
  });
  if (status !== 0) throw new Error(`${wrong} (see above)`);
  return stdout;
}

/**
 * @param flags --demo, --fresh
 * @returns the secret of a link that makes the first shop, where there is none yet
 */
export async function prepare(database: OwnedDatabase, ...flags: string[]): Promise<string | undefined> {
  return (await asOwner(database, 'prepare', flags, 'The database could not be made ready')).trim() || undefined;
}

export const NOT_OURS = '--fresh empties the demo. DATABASE_URL names a database that is not ours: nothing is done';

const DEMO = [
  'Demo sign-in        ines@tidewrack.example',
  'Password            low tide',
  '',
  'Ctrl-C stops it; the data stays. npm start -- --fresh makes the demo anew.',
];

/**
 * A database of the project's own holds the demo; anybody else's is left as it is, but for a first shop.
 *
 * @returns what is said once the server is at its address
 */
export async function ready(
  database: OwnedDatabase & Pick<Database, 'mode'>,
  { fresh = false } = {},
): Promise<(at: string) => string[]> {
  if (!fresh && (await prepare(database, '--is-behind')) === 'yes') {
    say('A newer version: what is there is kept first ...');
    const { file } = await backup(database.url, BACKUPS);
    say(`  ${file}`);
  }
  if (database.mode !== 'external') {
    await prepare(database, '--demo', ...(fresh ? ['--fresh'] : []));
    return () => DEMO;
  }
  if (fresh) throw new Error(NOT_OURS);
  const link = await prepare(database);
  return (at) => (link ? [`First shop          ${at}/begin#${link}`, 'This link works once, for a day.'] : []);
}
