const { configureGlobal } = require('fast-check');

const DAY_MS = 24 * 3600_000;
const more = Number(process.env.RUNS_TIMES || 1);
globalThis.runs = (usual) => Math.max(1, Math.round(usual * more));
globalThis.runsSeed = Number(process.env.RUNS_SEED || Math.floor(Date.now() / DAY_MS));
configureGlobal({ numRuns: globalThis.runs(100) });
if (more > 1) jest.setTimeout(30 * 60_000);
