const { configureGlobal } = require('fast-check');

const more = Number(process.env.RUNS_TIMES ?? 1);
globalThis.runs = (usual) => usual * more;
configureGlobal({ numRuns: 100 * more });
if (more > 1) jest.setTimeout(30 * 60_000);
