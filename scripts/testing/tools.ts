/** Debian's programs that the tests need. Each is installed once, where that can be done without asking. */
import fs from 'node:fs';
import { aptInstall, say } from '../packages.mjs';

interface Tool {
  readonly what: string;
  readonly path: string;
  readonly apt: string;
  /** The variable that names another one. */
  readonly or?: string;
}
const TOOLS = {
  chromium: { what: 'The browser tests need Chromium', path: '/usr/bin/chromium', apt: 'chromium', or: 'CHROMIUM' },
  pdf: { what: 'The tests of pages read PDF with pdftotext', path: '/usr/bin/pdftotext', apt: 'poppler-utils' },
  pooler: { what: 'The test of a pooler needs PgBouncer', path: '/usr/sbin/pgbouncer', apt: 'pgbouncer' },
} satisfies Record<string, Tool>;

/** @throws in a sentence where it is missing and cannot be installed from here */
export function ensureTools(...names: (keyof typeof TOOLS)[]): void {
  for (const name of names) {
    const { what, path, apt, or }: Tool = TOOLS[name];
    const own = or === undefined ? undefined : process.env[or];
    if (own !== undefined && own !== '') {
      if (!fs.existsSync(own)) throw new Error(`${or} names ${own}, and there is no such program`);
      continue;
    }
    if (fs.existsSync(path)) continue;
    if (process.getuid?.() !== 0 || !fs.existsSync('/usr/bin/apt-get'))
      throw new Error(`${what}: sudo apt-get install ${apt}${or ? `, or name another one in ${or}` : ''}`);
    say(`Installing ${apt} (once) ...`);
    try {
      aptInstall(apt);
    } catch (error) {
      throw new Error(`${what}. ${error instanceof Error ? error.message : ''}: no network?`);
    }
  }
}
