// npm run bench: speeds as ratios against a plain counterpart, both measured in this run.
import fs from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureWebApp } from './build.mjs';
import { ensureBundle, ownPackages, REQUIRE } from './bundle.mjs';
import { ensurePackages, projectDir, say } from './packages.mjs';

ensurePackages();
const { build } = await import('esbuild');

/** A TypeScript bench as a module that can be run now. */
async function load(name) {
  const outfile = path.join(projectDir, '.cache', 'bench', `${name}.mjs`);
  fs.mkdirSync(path.dirname(outfile), { recursive: true });
  await build({
    entryPoints: [path.join(projectDir, 'bench', `${name}.ts`)], outfile, bundle: true, platform: 'node', format: 'esm', target: 'node20', packages: 'external', logLevel: 'warning',
    plugins: [ownPackages], banner: REQUIRE,
  });
  return import(pathToFileURL(outfile).href);
}

const wanted = process.argv.slice(2);
const benches = [
  ['judge', async () => (await load('judge')).default()],
  ['trace', async () => {
    await ensureBundle('rugged');
    return (await load('trace')).default(projectDir);
  }],
  ['bench-answer', async () => {
    const { startDatabase } = await import('./database.mjs');
    const database = await startDatabase({ projectDir, name: 'pg-bench', log: () => undefined });
    try { return await (await load('bench-answer')).default(database.url); } finally { await database.stop(); }
  }],
  ['first-load', async () => {
    await ensureWebApp();
    return (await import(pathToFileURL(path.join(projectDir, 'bench', 'first-load.mjs')).href)).default(projectDir, say);
  }],
];

let over = 0;
for (const [name, run] of benches) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  for (const { what, ratio, limit, detail } of await run()) {
    const good = ratio <= limit;
    if (!good) over += 1;
    console.log(`${good ? 'within' : 'OVER  '}  ${what}: ${ratio.toFixed(2)} x, at most ${limit} x  (${detail})`);
  }
}
process.exit(over === 0 ? 0 : 1);
