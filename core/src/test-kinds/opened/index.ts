import type { OpenedTest } from '../../jobfile/tests';
import { InputError } from '../../quantity/input-error';
import type { MissingPart } from '../../quantity/refusals';
import { checkCylinder } from '../check-cylinder';
import type { KindDefinition } from '../definition';
import type { JudgedInspection } from '../inspection';
import { CAN_BE, hasInside, MEASURED_AS } from './inside';

/** The latest look at each part. */
function inspect(test: OpenedTest): JudgedInspection[] {
  const latest = new Map(test.readings.map((one) => [`${one.cylinder} ${one.part}`, one]));
  return [...latest.values()].map(({ cylinder, ...what }) => ({
    of: 'opened',
    ...what,
    test: test.kind,
    cylinder,
    source: null,
    state: what.seen === 'good' ? 'sound' : 'low',
    says: what.seen === 'good' ? [] : ['seen-faulty'],
  }));
}

const MISSING: Readonly<Partial<Record<OpenedTest['readings'][number]['part'], MissingPart>>> = {
  'intake-valve': 'valves',
  'exhaust-valve': 'valves',
  gasket: 'head-joint',
  head: 'head-joint',
  reeds: 'reeds',
  seals: 'crank-seals',
};

export const opened: KindDefinition<'opened'> = {
  suits: () => true,
  takes: [],
  check({ cylinder, part, seen, mm }, _test, job) {
    checkCylinder(job, cylinder, 'cylinder');
    const missing = MISSING[part];
    if (missing && !hasInside(job.engine, part)) throw new InputError('part', 'not-on-this-engine', { missing });
    if (seen !== 'good' && !CAN_BE[part].includes(seen)) throw new InputError('seen', 'not-of-this-part');
    if (mm !== undefined && !MEASURED_AS[part]) throw new InputError('mm', 'not-of-this-part');
  },
  inspect,
  // What was seen does not change while the engine lies open.
  sessionHours: Infinity,
  procedure: () => 'teardown',
  implies: () => ['head-off'],
  steps: {},
};
