// The moving needles with the processor slowed four times against an empty page, the bench against the Bay, and how
// soon a practice case opens: measured by the browser test that prints them, in one run.
import { spawnSync } from 'node:child_process';
import path from 'node:path';

const PRINTED = new RegExp(
  /needle (\d+) frames a second, an empty page (\d+) .*; bench (\d+) ms, Bay (\d+) ms .*; /.source +
    /practice (\d+) frames a second, a case in (\d+) ms/.source,
);

export default async function bench(projectDir, say) {
  say('Cranking a virtual engine in a slowed browser ...');
  const { stdout, status } = spawnSync(
    process.execPath,
    [path.join(projectDir, 'node_modules/.bin/playwright'), 'test', '--project', 'long', '-g', 'moving needle'],
    { cwd: projectDir, encoding: 'utf8', env: { ...process.env, CI: '1' } },
  );
  const found = PRINTED.exec(stdout);
  if (status !== 0 || !found) throw new Error(`the browser test did not end well:\n${stdout.slice(-2000)}`);
  const [needle, empty, benchMs, bayMs, held, caseMs] = found.slice(1).map(Number);
  return [
    {
      what: 'frames of an empty page against those with the moving needle, processor slowed four times',
      ratio: empty / needle,
      limit: 1.2,
      detail: `${empty} a second against ${needle}`,
    },
    {
      what: 'the same with the needle of a practice engine under a held key',
      ratio: empty / held,
      limit: 1.2,
      detail: `${empty} a second against ${held}`,
    },
    {
      what: 'a practice case, from the tap on its level to its engine, against a second',
      ratio: caseMs / 1000,
      limit: 1,
      detail: `${caseMs} ms`,
    },
    {
      what: 'the bench opening against the Bay',
      ratio: benchMs / bayMs,
      limit: 2,
      detail: `${benchMs} ms against ${bayMs} ms`,
    },
  ];
}
