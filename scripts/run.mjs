// node scripts/run.mjs NAME: runs a script of this folder, which is TypeScript, once the packages are installed.
import { fileURLToPath } from 'node:url';
import { ensurePackages, inWords } from './packages.mjs';

const name = process.argv[2];
if (!name) {
  console.error('node scripts/run.mjs NAME: which script of this folder?');
  process.exit(2);
}
// What this needs of Node, before anything that an older one cannot read.
const [leastMajor, leastMinor] = [20, 19];
const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
if (major < leastMajor || (major === leastMajor && minor < leastMinor)) {
  console.error(
    `This is Node ${process.versions.node}; Rugged Gauge needs ${leastMajor}.${leastMinor} or newer. ` +
      'Install it and start again.',
  );
  process.exit(1);
}
const started = Date.now();
try {
  await ensurePackages();
} catch (error) {
  console.error(inWords(error));
  process.exit(1);
}
process.env.RUGGED_INSTALLED_SECONDS = String((Date.now() - started) / 1000);
// The script sees its own arguments, as if it had been called by itself.
process.argv.splice(1, 2, fileURLToPath(new URL(`./${name}.ts`, import.meta.url)));
const { register } = await import('tsx/esm/api');
register();
await import(`./${name}.ts`);
