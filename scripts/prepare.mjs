// Makes a database ready for the server: migrations, the server's own login, the demo or the link to a first shop.
import { spawnSync } from 'node:child_process';
import { ensureBundle } from './bundle.mjs';
import { projectDir } from './packages.mjs';

/**
 * @param database as startDatabase gives it
 * @param flags --demo, --fresh
 * @returns the secret of a link that makes the first shop, where there is none yet
 */
export async function prepare(database, ...flags) {
  const bundle = await ensureBundle('prepare');
  const { status, stdout } = spawnSync(process.execPath, [bundle, ...flags], {
    cwd: projectDir,
    stdio: ['ignore', 'pipe', 2],
    encoding: 'utf8',
    env: {
      ...process.env,
      OWNER_DATABASE_URL: database.url,
      ...(database.serverPassword ? { SERVER_PASSWORD: database.serverPassword } : {}),
    },
  });
  if (status !== 0) throw new Error('The database could not be made ready (see above)');
  return stdout.trim() || undefined;
}
