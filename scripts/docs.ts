// npm run docs: writes what is generated from the code into docs/.
import fs from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { ownPackages, REQUIRE } from './bundle.ts';
import { projectDir } from './packages.mjs';

const outfile = path.join(projectDir, '.cache', 'job-file-schema.mjs');
await build({
  stdin: {
    contents:
      "export { jobFileJsonSchema } from './contract/src/jobfile/json-schema'; export { jobFilePage } from " +
      "'./contract/src/jobfile/page'; export { causesPage } from './core/src/causes/evidence-table';",
    resolveDir: projectDir,
  },
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  plugins: [ownPackages],
  banner: REQUIRE,
});
const { jobFileJsonSchema, jobFilePage, causesPage } = (await import(pathToFileURL(outfile).href)) as {
  jobFileJsonSchema(): unknown;
  jobFilePage(page: string): string;
  causesPage(page: string): string;
};
fs.writeFileSync(
  path.join(projectDir, 'docs', 'job-file.schema.json'),
  `${JSON.stringify(jobFileJsonSchema(), null, 2)}\n`,
);
for (const [name, made] of [
  ['job-file.md', jobFilePage],
  ['causes.md', causesPage],
] as const) {
  const page = path.join(projectDir, 'docs', name);
  fs.writeFileSync(page, made(fs.readFileSync(page, 'utf8')));
}
