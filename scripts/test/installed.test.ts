import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { isInstalled } from '../installed.mjs';

interface Package {
  version?: string;
  optional?: boolean;
  link?: boolean;
}
type Packages = Readonly<Record<string, Package>>;

/** A project whose lock asks for `wanted`, and whose folder has what npm says it `have`. */
function project(wanted: Packages, have: Packages | undefined, missing: readonly string[] = []): string {
  const root = mkdtempSync(path.join(tmpdir(), 'installed-'));
  writeFileSync(path.join(root, 'package-lock.json'), JSON.stringify({ packages: { '': {}, core: {}, ...wanted } }));
  if (!have) return root;
  for (const place of Object.keys(have).filter((one) => !missing.includes(one)))
    mkdirSync(path.join(root, place), { recursive: true });
  mkdirSync(path.join(root, 'node_modules'), { recursive: true });
  writeFileSync(path.join(root, 'node_modules/.package-lock.json'), JSON.stringify({ packages: have }));
  return root;
}

const JOI = { 'node_modules/joi': { version: '18.3.2' } };

test.each<[string, boolean, string]>([
  ['nothing yet', false, project(JOI, undefined)],
  ['everything, by whoever installed it', true, project(JOI, JOI)],
  ['another version', false, project(JOI, { 'node_modules/joi': { version: '18.3.1' } })],
  ['one missing', false, project({ ...JOI, 'node_modules/pg': { version: '8.1.0' } }, JOI)],
  ['a folder deleted by hand', false, project(JOI, JOI, ['node_modules/joi'])],
  [
    'what is for another machine',
    true,
    project({ ...JOI, 'node_modules/x-arm': { version: '1.0.0', optional: true } }, JOI),
  ],
  ['more than is asked for', true, project(JOI, { ...JOI, 'node_modules/tried': { version: '1.0.0' } })],
  ['a package of ours not linked', false, project({ ...JOI, 'node_modules/@rugged/core': { link: true } }, JOI)],
])('%s: %s', (_, good, root) => {
  expect(isInstalled(root)).toBe(good);
});
