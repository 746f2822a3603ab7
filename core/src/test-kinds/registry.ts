import type { TestKind } from '../jobfile/tests';
import { batteryCranking } from './battery-cranking';
import { bore } from './bore';
import { compression } from './compression';
import { crankcase } from './crankcase';
import type { KindDefinition } from './definition';
import { fuelPressure } from './fuel-pressure';
import { leakdown } from './leakdown';
import { manifoldVacuum } from './manifold-vacuum';
import { oilPressure } from './oil-pressure';
import { opened } from './opened';
import { piston } from './piston';
import { ringGap } from './ring-gap';
import { runningCompression } from './running-compression';
import { spark } from './spark';
import { valveClearance } from './valve-clearance';
import { valveTrain } from './valve-train';

/** Every kind of test there is: a kind without a definition does not compile. In the order in which they are listed. */
export const KINDS: Readonly<{ [K in TestKind]: KindDefinition<K> }> = {
  compression,
  leakdown,
  crankcase,
  'valve-clearance': valveClearance,
  'valve-train': valveTrain,
  'running-compression': runningCompression,
  'manifold-vacuum': manifoldVacuum,
  'fuel-pressure': fuelPressure,
  'oil-pressure': oilPressure,
  spark,
  'battery-cranking': batteryCranking,
  bore,
  'ring-gap': ringGap,
  piston,
  opened,
};
/** What only an engine that lies open is measured or looked at by. */
export const OPEN_KINDS: ReadonlySet<TestKind> = new Set(['bore', 'ring-gap', 'piston', 'opened']);
export const TEST_KINDS = Object.keys(KINDS) as TestKind[];
