// node scripts/run.mjs NAME: runs a script of this folder, which is TypeScript, once the packages are installed.
import { fileURLToPath } from 'node:url';
import { ensurePackages } from './packages.mjs';

const name = process.argv[2];
if (!name) {
  console.error('node scripts/run.mjs NAME: which script of this folder?');
  process.exit(2);
}
const started = Date.now();
try {
  await ensurePackages();
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}
process.env.RUGGED_INSTALLED_SECONDS = String((Date.now() - started) / 1000);
// The script sees its own arguments, as if it had been called by itself.
process.argv.splice(1, 2, fileURLToPath(new URL(`./${name}.ts`, import.meta.url)));
const { register } = await import('tsx/esm/api');
register();
await import(`./${name}.ts`);
