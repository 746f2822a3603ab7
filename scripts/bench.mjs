// npm run bench: speeds as ratios against a plain counterpart, both measured in this run.
import fs from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureWebApp } from './build.mjs';
import { ensureBundle, loadBench } from './bundle.mjs';
import { ensurePackages, projectDir, say } from './packages.mjs';

await ensurePackages();
const keep = process.argv.includes('--keep');
const wanted = process.argv.slice(2).filter((word) => !word.startsWith('--'));

const row = ({ what, ratio, limit, plain }) =>
  `| ${what} | ${plain ? ratio.toFixed(3) : `${ratio.toFixed(2)} x`} | ${limit}${plain ? '' : ' x'} |`;

const today = new Date().toISOString().slice(0, 10);

/** The table of the causes as it is kept in docs (npm run bench causes -- --keep). */
const kept = (lines, measured) => `# How far the odds of the causes can be trusted

Virtual engines of every family came into a virtual shop: ${today}. Each was given faults by the same odds that the
judgement supposes before anything is measured, cranked and fed with air by the simulator, and read with gauges of class
1 to 2 %. Notes were forgotten or wrong as often as in a shop, tests left out. The judgement then said what it was. The
tables it judges by were counted on other seeds (\`npm run fit-causes\`); nothing was tuned on these.

What this cannot show: whether the simulator is right about real engines. It keeps the physics and the trade's
directions (tests in \`core/src/virtual-engine\`); how often each fault is met is the trade's opinion.

| measured | here | at most |
|---|---|---|
${measured.map(row).join('\n')}

A fault of the test that left every reading within its limits has nothing to explain and is not counted as missed. The
planner is right when every cylinder is named rightly; a fault too slight for any limit to see may be called sound by
either way of working. Sound cylinders flatter the first two lines: the lines that look only where something is wrong
stand below, with every miss.

\`\`\`text
${lines.join('\n')}
\`\`\`
`;
const benches = [
  ['judge', async () => (await loadBench('judge')).default()],
  [
    'trace',
    async () => {
      await ensureBundle('rugged');
      return (await loadBench('trace')).default(projectDir);
    },
  ],
  [
    'causes',
    async () => {
      const lines = [];
      const measured = await (
        await loadBench('causes')
      ).default((line) => {
        lines.push(line);
        console.log(line);
      });
      if (keep) fs.writeFileSync(path.join(projectDir, 'docs', 'causes.md'), kept(lines, measured));
      return measured;
    },
  ],
  [
    'bench-answer',
    async () => {
      const { startDatabase } = await import('./database.mjs');
      const database = await startDatabase({ projectDir, name: 'pg-bench', log: () => undefined });
      try {
        return await (await loadBench('bench-answer')).default(database.url);
      } finally {
        await database.stop();
      }
    },
  ],
  [
    'first-load',
    async () => {
      await ensureWebApp();
      return (await import(pathToFileURL(path.join(projectDir, 'bench', 'first-load.mjs')).href)).default(
        projectDir,
        say,
      );
    },
  ],
  [
    'needle',
    async () =>
      (await import(pathToFileURL(path.join(projectDir, 'bench', 'needle.mjs')).href)).default(projectDir, say),
  ],
];

let over = 0;
for (const [name, run] of benches) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  for (const { what, ratio, limit, detail, plain } of await run()) {
    const good = ratio <= limit;
    if (!good) over += 1;
    console.log(
      `${good ? 'within' : 'OVER  '}  ${what}: ${plain ? ratio.toFixed(3) : `${ratio.toFixed(2)} x`}, at most ` +
        `${limit}${plain ? '' : ' x'}  (${detail})`,
    );
  }
}
process.exit(over === 0 ? 0 : 1);
