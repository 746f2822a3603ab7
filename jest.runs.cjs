const { configureGlobal } = require('fast-check');

const more = Number(process.env.RUNS_TIMES ?? 1);
globalThis.runs = (usual) => Math.max(1, Math.round(usual * more));
configureGlobal({ numRuns: globalThis.runs(100) });
if (more > 1) jest.setTimeout(30 * 60_000);
