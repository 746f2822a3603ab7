// One thread of fit-causes.ts: it counts the row it is given, and asks for the next. A worker starts without the loader
// for TypeScript, so it is plain and imports what was bundled.
import { parentPort, workerData } from 'node:worker_threads';

const { seed, perRow, module } = workerData;
const { fit } = await import(module);
parentPort?.on('message', (row) => parentPort?.postMessage(fit([row], seed, perRow)));
parentPort?.postMessage(undefined);
