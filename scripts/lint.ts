// npm run lint: types, rules, arrows between folders, unused code, format; three at a time.
import { LINT, TYPES } from './checks.ts';
import { say } from './packages.mjs';
import { inLanes, runCheck } from './testing/part.ts';
import { table } from './testing/table.ts';

const results = await inLanes([TYPES, ...LINT].map((check) => () => runCheck(check)));
say(table(results));
process.exit(results.every(({ failed }) => failed === 0) ? 0 : 1);
