// npm run -s rugged -- judge FILE
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBundle } from './bundle.ts';

const bundle = await ensureBundle('rugged');
// npm changes into the project; a path is meant from where the person stands.
if (process.env.INIT_CWD) process.chdir(path.resolve(process.env.INIT_CWD));
await import(pathToFileURL(bundle).href);
