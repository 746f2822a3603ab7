// npm run bench: speeds as ratios against a plain counterpart, both measured in this run.
import fs from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureWebApp } from './build.mjs';
import { ensureBundle, loadBench } from './bundle.mjs';
import { ensurePackages, projectDir, say } from './packages.mjs';

ensurePackages();
const wanted = process.argv.slice(2);
const benches = [
  ['judge', async () => (await loadBench('judge')).default()],
  ['trace', async () => {
    await ensureBundle('rugged');
    return (await loadBench('trace')).default(projectDir);
  }],
  ['causes', async () => (await loadBench('causes')).default()],
  ['bench-answer', async () => {
    const { startDatabase } = await import('./database.mjs');
    const database = await startDatabase({ projectDir, name: 'pg-bench', log: () => undefined });
    try { return await (await loadBench('bench-answer')).default(database.url); } finally { await database.stop(); }
  }],
  ['first-load', async () => {
    await ensureWebApp();
    return (await import(pathToFileURL(path.join(projectDir, 'bench', 'first-load.mjs')).href)).default(projectDir, say);
  }],
];

let over = 0;
for (const [name, run] of benches) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  for (const { what, ratio, limit, detail, plain } of await run()) {
    const good = ratio <= limit;
    if (!good) over += 1;
    console.log(`${good ? 'within' : 'OVER  '}  ${what}: ${plain ? ratio.toFixed(3) : `${ratio.toFixed(2)} x`}, at most ${limit}${plain ? '' : ' x'}  (${detail})`);
  }
}
process.exit(over === 0 ? 0 : 1);
