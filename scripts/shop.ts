// npm run shop -- out FILE [SHOP]: everything of a shop as an open archive. npm run shop -- in FILE: into a database
// that does not have it.
import path from 'node:path';
import { type Database, startDatabase } from './database.ts';
import { isMain, projectDir, say } from './packages.mjs';
import { asOwner } from './prepare.ts';

/** @returns what it says */
interface Done {
  shop: string;
  jobs: number;
  photos: number;
  link: string;
}
const shop = async (database: Database, what: string, file: string, ...more: string[]) =>
  JSON.parse(await asOwner(database, 'shop', [what, path.resolve(file), ...more], 'Nothing was done')) as Done;

async function main() {
  const [what, file, ...more] = process.argv.slice(2);
  if (!what || !['in', 'out'].includes(what) || !file)
    throw new Error('Say what: npm run shop -- in FILE, or out FILE [SHOP]');
  const database = await startDatabase({ projectDir, log: () => undefined });
  try {
    const done = await shop(database, what, file, ...more);
    if (what === 'out') return say(`${file}: ${done.shop}, ${done.jobs} jobs, ${done.photos} photographs.`);
    say(`${done.shop} is in, and the same as in the archive.`);
    say(`Its owner chooses a password at  /join#${done.link}  (behind this server's address; three days, once).`);
  } finally {
    await database.stop();
  }
}

if (isMain(import.meta.url))
  main().catch((error: Error) => {
    say(error.message);
    process.exit(1);
  });
