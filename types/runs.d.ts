/**
 * How often a property is tried: so often in `npm test`, many times more in `npm run test:long`. Set by jest.runs.cjs.
 */
declare function runs(usual: number): number;
/** What random jobs are drawn from: another one each day, or RUNS_SEED to see a failure again. Set by jest.runs.cjs. */
declare const runsSeed: number;
