// Whether the packages are there, told without installing any. Node built-ins only.
import fs from 'node:fs';
import path from 'node:path';

/** @param {string} file */
const readJson = (file) => JSON.parse(fs.readFileSync(file, 'utf8'));

/**
 * Whether everything that the lock file asks for on this machine is installed, by whoever installed it: compared with
 * the lock that npm keeps beside the packages.
 * @param {string} root where package-lock.json and node_modules are
 */
export function isInstalled(root) {
  const kept = path.join(root, 'node_modules', '.package-lock.json');
  if (!fs.existsSync(kept)) return false;
  const have = readJson(kept).packages;
  /** @type {Record<string, { link?: boolean; optional?: boolean; devOptional?: boolean; version: string }>} */
  const all = readJson(path.join(root, 'package-lock.json')).packages;
  return Object.entries(all).every(([place, wanted]) => {
    // The project itself and its own packages are not installed, only linked.
    if (!place.includes('node_modules/')) return true;
    if (wanted.link) return fs.existsSync(path.join(root, place));
    const found = have[place];
    if (!found) return wanted.optional === true || wanted.devOptional === true;
    return found.version === wanted.version && fs.existsSync(path.join(root, place));
  });
}
