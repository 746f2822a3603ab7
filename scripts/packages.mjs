// Installs the npm packages when they are missing or the lock file changed. Node built-ins only.
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { exclusively } from './exclusively.mjs';
import { isInstalled } from './installed.mjs';

export const projectDir = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
/**
 * Whether a script was called by itself, and not by another one.
 * @param {string} url
 */
export const isMain = (url) => url === pathToFileURL(process.argv[1] ?? '').href;
/** @param {string} message */
export const say = (message) => process.stderr.write(`${message}\n`);

/**
 * What went wrong as a sentence for whoever started it.
 * @param {unknown} error
 */
export function inWords(error) {
  const { code, message } = /** @type {{ code?: unknown, message?: string }} */ (error ?? {});
  if (code === 'ENOSPC')
    return 'The disk is full. Make room on it and start again; what was there before is still there.';
  return message ?? String(error);
}

/**
 * A process that must succeed; what it prints goes to standard error so that a command's own output stays clean.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {import('node:child_process').SpawnSyncOptions} [options]
 */
export function must(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: projectDir, stdio: ['ignore', 2, 2], ...options });
  if (error || status !== 0)
    throw new Error(`${command} ${args.join(' ')} failed${error ? `: ${error.message}` : ` (exit ${status})`}`);
}

/** Installs the packages when some are missing or of another version; of two commands at once one installs. */
export async function ensurePackages() {
  if (isInstalled(projectDir)) return;
  await oneAtATime('install', () => {
    if (isInstalled(projectDir)) return;
    say('Installing packages (about a minute, once) ...');
    must('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  });
}

/**
 * One at a time of what is built or installed into this folder.
 * @template T
 * @param {string} name
 * @param {() => T | Promise<T>} work
 */
export const oneAtATime = (name, work) =>
  exclusively(path.join(projectDir, '.cache'), name, work, () => say(`Waiting for another command (${name}) ...`));

/**
 * Runs apt-get quietly; root and Debian only.
 * @param {string} name
 */
export function aptInstall(name) {
  /** @param {string[]} args */
  const apt = (...args) =>
    spawnSync('apt-get', ['-o', 'DPkg::Lock::Timeout=300', '-q', ...args], {
      stdio: ['ignore', 2, 2],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status;
  if (apt('install', '-y', '--no-install-recommends', name) === 0) return;
  for (let i = 0; i < 3 && apt('update') !== 0; i++) spawnSync('sleep', ['5']);
  if (apt('install', '-y', '--no-install-recommends', name) !== 0) throw new Error(`apt-get install ${name} failed`);
}
