import type { SpreadMethod } from "../jobfile/book";
import type { TestKind } from "../jobfile/tests";

export const METHOD_NAME: Readonly<Record<SpreadMethod, string>> = {
  'lowest-vs-highest': 'lowest against highest',
  'each-vs-others': 'each against the mean of the others',
  'each-vs-mean': 'each against the mean of all',
  difference: 'plain difference',
};

export const TEST_NAME: Readonly<Record<TestKind, string>> = {
  compression: 'Compression', leakdown: 'Leak-down', crankcase: 'Crankcase', 'running-compression': 'Running compression', 'manifold-vacuum': 'Manifold vacuum',
  'fuel-pressure': 'Fuel pressure', 'valve-clearance': 'Valve clearance', bore: 'Bore', 'ring-gap': 'Ring gap', piston: 'Piston and pin', 'oil-pressure': 'Oil pressure', spark: 'Spark', 'battery-cranking': 'Battery while cranking',
};
