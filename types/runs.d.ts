/**
 * How often a property is tried: so often in `npm test`, many times more in `npm run test:long`. Set by jest.runs.cjs.
 */
declare function runs(usual: number): number;
