// npm run fit-causes: counts the evidence tables anew on virtual engines. Takes some minutes; the measuring bench uses
// other seeds.
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { bundleBench } from './bundle.ts';
import { projectDir, say } from './packages.mjs';

const SEED = 1000;
const PER_ROW = Number(process.argv[2] ?? 300);

interface Counted {
  rows: Record<string, unknown>;
  shifts: Record<string, unknown>;
  engines: number;
}
interface Fitting {
  ALL_ROWS: readonly string[];
}

const module = await bundleBench('causes/fit');
const { ALL_ROWS } = (await import(module)) as Fitting;
const hands = Math.max(1, os.availableParallelism());
let next = 0;
const rows: Counted['rows'] = {};
const shifts: Counted['shifts'] = {};
let engines = 0;
await Promise.all(
  Array.from(
    { length: hands },
    () =>
      new Promise<void>((resolve, reject) => {
        const worker = new Worker(new URL('./fit-causes-worker.mjs', import.meta.url), {
          workerData: { seed: SEED, perRow: PER_ROW, module },
        });
        const give = () => {
          if (next < ALL_ROWS.length) worker.postMessage(ALL_ROWS[next++]);
          else void worker.terminate().then(() => resolve());
        };
        worker.on('message', (counted: Counted | undefined) => {
          if (counted) {
            Object.assign(rows, counted.rows);
            Object.assign(shifts, counted.shifts);
            engines += counted.engines;
            say(`${Object.keys(rows).length} of ${ALL_ROWS.length} rows`);
          }
          give();
        });
        worker.on('error', reject);
      }),
  ),
);
const lines = ALL_ROWS.map((row) => `    ${JSON.stringify(row)}: ${JSON.stringify(rows[row])}`);
const fitted = { date: new Date().toISOString().slice(0, 10), seed: SEED, perRow: PER_ROW, engines };
fs.writeFileSync(
  path.join(projectDir, 'core/src/causes/evidence.json'),
  `{\n  "fitted": ${JSON.stringify(fitted)},\n  "shifts": ${JSON.stringify(shifts)},\n  "rows": ` +
    `{\n${lines.join(',\n')}\n  }\n}\n`,
);
