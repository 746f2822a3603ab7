// npm run bench: speeds as ratios against a plain counterpart, both measured in this run.
import fs from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBundle, loadBench } from '../scripts/bundle.ts';
import type { Measured } from './measure.ts';
import { ensurePackages, projectDir, say } from '../scripts/packages.mjs';

await ensurePackages();
const keep = process.argv.includes('--keep');
const wanted = process.argv.slice(2).filter((word) => !word.startsWith('--'));

const row = ({ what, ratio, limit, plain }: Measured) =>
  `| ${what} | ${plain ? ratio.toFixed(3) : `${ratio.toFixed(2)} x`} | ${limit}${plain ? '' : ' x'} |`;

const today = new Date().toISOString().slice(0, 10);

/** The table of the causes as it is kept in docs (npm run bench causes -- --keep). */
const kept = (
  lines: readonly string[],
  measured: readonly Measured[],
) => `# How far the odds of the causes can be trusted

Measured ${today} with \`npm run bench causes -- --keep\`. Virtual engines of every family came into two shops.

**The varied shop**: the virtual engine, with everything that no mechanic knows drawn anew for each engine: heat, ring
and hole coefficients, valve timing, ratio, hose and valve of the gauge, starter, scatter of readings, how well
people listen and how much they hear where no air comes out, wrong and forgotten notes. The tables were counted in it,
on other seeds (\`npm run fit-causes\`).

**The shifted shop** (\`bench/causes/shifted-shop.ts\`): other laws for squeeze, loss, rings, gauge, noise and ears.
Nothing was counted on it or tuned by it; it is only measured on. Where the two differ, believe the worse.

How it is inferred, and what else was tried: [decision 0013](decisions/0013-one-belief.md).

What this cannot show: whether either shop is right about real engines. How often each fault is met is the trade's
opinion.

| measured | here | at most |
|---|---|---|
${measured.map(row).join('\n')}

What stands over its limit, and why. Most misses are slight faults that read within every limit and are called sound
(rings, carbon and valves of a severity under a third); with more cross-talk and duller ears than before nobody finds
them by these tests. A fault of the test that left every reading within its limits has nothing to explain and is not
counted as missed. A sound cylinder that is called low missed a limit, of its book or of the spread: a limit that is
missed is called so, whatever made it. What is named first is a little less sure than it could be in the varied shop,
because its weight was chosen by the shifted one. The planner is right when every cylinder is named rightly; a fault
too slight for any limit to see may be called sound by either way of working.

Speed: six cylinders with all that may be wrong with them and with their test are judged in about 4 ms here (asked:
under 10), so that a phone needs no worker for it. Against parsing their file, which is small, that is far more than
asked: twenty states of the whole are weighed along some 150 figures that a sound cylinder might read. The virtual
engine turns about a million degrees a second. It has one zone a cylinder; through a gasket between two it leaks to
still air, not to a neighbour that moves, so no figure for four zones can be given.

## What the readings can tell

Boosted trees that know nothing of engines learn from 24,000 others of the same shop, with the answers, and are asked the
same questions: what they do better, our odds leave lying; what they do not, the readings do not say.

${section('flexible')}

## What is weighed

Each kind of evidence, which causes it can speak for and against, and the most that it can weigh there, in decibans:
10 makes a cause ten times as likely. Of a figure the weight runs straight between its bins and stays as it is beyond
them; facts that say much the same count for less together than alone.

${section('evidence')}

\`\`\`text
${lines.join('\n')}
\`\`\`
`;
const speedRow = ({ what, ratio, limit, plain, detail }: Measured) =>
  `| ${what} | ${plain ? ratio.toFixed(0) : `${ratio.toFixed(2)} x`} | ${limit}${plain ? '' : ' x'} | ` +
  `${ratio <= limit ? 'within' : '**over**'} | ${detail} |`;

const causesFile = path.join(projectDir, 'docs', 'causes.md');

/** A part of the page of the causes that another command writes, with its marks: it stays as it is. */
function section(name: 'evidence' | 'flexible'): string {
  const page = fs.readFileSync(causesFile, 'utf8');
  const end = `<!-- end of ${name} -->`;
  return page.slice(page.indexOf(`<!-- ${name}: `), page.indexOf(end)) + end;
}

/** Writes the lines between the marks of a part. */
function keepSection(name: 'evidence' | 'flexible', lines: readonly string[]): void {
  const old = section(name);
  const [mark, ...rest] = old.split('\n');
  const fresh = [mark, '', ...lines, '', rest.at(-1)].join('\n');
  fs.writeFileSync(
    causesFile,
    fs.readFileSync(causesFile, 'utf8').replace(old, () => fresh),
  );
}

/** What was measured of speed, as it is kept in docs. */
const performancePage = (speeds: readonly Measured[]) => `# How fast it is

Measured ${today} with \`npm run bench speed -- --keep\`, in one run, on a machine that did nothing else. All is a
ratio against a plain counterpart of the same run, or a time where a hand waits; a browser is slowed four times.
Each row names its base. How far the odds can be trusted, and how fast the virtual engine is, stands in
[causes.md](causes.md).

| what | measured | at most | | in figures |
|---|---|---|---|---|
${speeds.map(speedRow).join('\n')}

## What is over, and why

${fs.readFileSync(path.join(projectDir, 'bench', 'over.md'), 'utf8').trim()}
`;

/** One that is no TypeScript. */
const fromBench = (name: string) =>
  import(pathToFileURL(path.join(projectDir, 'bench', `${name}.mjs`)).href) as Promise<Bench>;

interface Comparison {
  default(print: (line: string) => void): Promise<string[]>;
}
interface Bench {
  default(...given: unknown[]): Measured[] | Promise<Measured[]>;
}

const benches: readonly (readonly [string, () => Measured[] | Promise<Measured[]>])[] = [
  ['judge', async () => (await loadBench<Bench>('judge')).default()],
  [
    'trace',
    async () => {
      await ensureBundle('rugged');
      return (await loadBench<Bench>('trace')).default(projectDir);
    },
  ],
  [
    'causes',
    async () => {
      const lines: string[] = [];
      const measured = await (
        await loadBench<Bench>('causes')
      ).default((line: string) => {
        lines.push(line);
        console.log(line);
      });
      if (keep) fs.writeFileSync(causesFile, kept(lines, measured));
      return measured;
    },
  ],
  [
    'flexible',
    async () => {
      const { default: compare } = await loadBench<Comparison>('causes/flexible-fit');
      const lines = await compare(say);
      if (keep) keepSection('flexible', lines);
      return [];
    },
  ],
  ...['bench-answer', 'lists'].map(
    (name) =>
      [
        name,
        async () => {
          const { startDatabase } = await import('../scripts/database.ts');
          const database = await startDatabase({ projectDir, name: 'pg-bench', log: () => undefined });
          try {
            return await (await loadBench<Bench>(name)).default(database, say);
          } finally {
            await database.stop();
          }
        },
      ] as const,
  ),
  [
    'backup',
    async () => {
      const { startDatabase } = await import('../scripts/database.ts');
      const database = await startDatabase({ projectDir, name: 'pg-bench', log: () => undefined });
      const { default: fill } = await loadBench<{ default: unknown }>('filled');
      try {
        return await (await fromBench('backup')).default(database, fill, say);
      } finally {
        await database.stop();
      }
    },
  ],
  ['load', async () => (await fromBench('load')).default(say)],
  ['in-hand', async () => (await fromBench('in-hand')).default(projectDir, say)],
  ['slow-phone', async () => (await fromBench('slow-phone')).default(projectDir, say)],
  ['needle', async () => (await fromBench('needle')).default(projectDir, say)],
];

/**
 * `npm run bench speed`: all that is a matter of time; the causes have a page of their own. What the readings can tell
 * takes half an hour and is asked for by name.
 */
const chosen = (name: string) =>
  wanted.includes(name) ||
  (name !== 'flexible' && (wanted.length === 0 || (wanted.includes('speed') && name !== 'causes')));

let over = 0;
const speeds: Measured[] = [];
for (const [name, run] of benches) {
  if (!chosen(name)) continue;
  for (const measured of await run()) {
    const { what, ratio, limit, detail, plain } = measured;
    const good = ratio <= limit;
    if (!good) over += 1;
    if (name !== 'causes') speeds.push(measured);
    console.log(
      `${good ? 'within' : 'OVER  '}  ${what}: ${plain ? ratio.toFixed(3) : `${ratio.toFixed(2)} x`}, at most ` +
        `${limit}${plain ? '' : ' x'}  (${detail})`,
    );
  }
}
if (keep && wanted.includes('speed'))
  fs.writeFileSync(path.join(projectDir, 'docs', 'performance.md'), performancePage(speeds));
process.exit(over === 0 ? 0 : 1);
