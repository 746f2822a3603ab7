// Installs the npm packages when they are missing or the lock file changed. Node built-ins only.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const projectDir = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
export const say = (message) => process.stderr.write(`${message}\n`);

/** A process that must succeed; what it prints goes to standard error so that a command's own output stays clean. */
export function must(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: projectDir, stdio: ['ignore', 2, 2], ...options });
  if (error || status !== 0)
    throw new Error(`${command} ${args.join(' ')} failed${error ? `: ${error.message}` : ` (exit ${status})`}`);
}

export function ensurePackages() {
  const lock = fs.readFileSync(path.join(projectDir, 'package-lock.json'));
  const want = createHash('sha256').update(lock).digest('hex');
  const stamp = path.join(projectDir, 'node_modules', '.installed-for');
  if (fs.existsSync(stamp) && fs.readFileSync(stamp, 'utf8') === want) return;
  say('Installing packages (about a minute, once) ...');
  must('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  fs.writeFileSync(stamp, want);
}

/** Runs apt-get quietly; root and Debian only. */
export function aptInstall(name) {
  const apt = (...args) =>
    spawnSync('apt-get', ['-o', 'DPkg::Lock::Timeout=300', '-q', ...args], {
      stdio: ['ignore', 2, 2],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status;
  if (apt('install', '-y', '--no-install-recommends', name) === 0) return;
  for (let i = 0; i < 3 && apt('update') !== 0; i++) spawnSync('sleep', ['5']);
  if (apt('install', '-y', '--no-install-recommends', name) !== 0) throw new Error(`apt-get install ${name} failed`);
}
