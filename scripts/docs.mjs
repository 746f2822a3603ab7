// npm run docs: writes what is generated from the code into docs/.
import fs from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { projectDir } from './packages.mjs';

const outfile = path.join(projectDir, '.cache', 'job-file-schema.mjs');
await build({
  stdin: { contents: "export { jobFileJsonSchema } from './contract/src/jobfile/json-schema';", resolveDir: projectDir },
  outfile, bundle: true, platform: 'node', format: 'esm', target: 'node20', alias: { '@rugged/core': path.join(projectDir, 'core/src/index.ts') },
  banner: { js: "import { createRequire as __cr } from 'node:module'; const require = __cr(import.meta.url);" },
});
const { jobFileJsonSchema } = await import(pathToFileURL(outfile).href);
fs.writeFileSync(path.join(projectDir, 'docs', 'job-file.schema.json'), `${JSON.stringify(jobFileJsonSchema(), null, 2)}\n`);
