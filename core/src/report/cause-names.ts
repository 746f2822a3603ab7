import type { Cause } from '../causes/cause';
import type { TestFault } from '../causes/hypotheses';
import type { SeenTrouble } from '../engine/faults';

export type CauseNamed = Cause['cause'] | TestFault;

export const CAUSE_NAME: Readonly<Record<CauseNamed | SeenTrouble, string>> = {
  sound: 'sound',
  'rings-or-bore': 'rings or bore',
  'piston-damage': 'piston damage',
  'intake-valve': 'intake valve',
  'exhaust-valve': 'exhaust valve',
  'head-gasket-external': 'head gasket to the outside',
  'head-gasket-between': 'head gasket between cylinders',
  'head-gasket-coolant': 'head gasket to the coolant',
  'valve-train': 'valve train',
  carbon: 'carbon in the chamber',
  'compression-release': 'compression release',
  'crank-seal': 'crankcase seals',
  'test-fault': 'the test',
  'tester-without-valve': 'no valve at the tester’s engine end',
  'throttle-closed': 'throttle shut',
  'slow-cranking': 'slow cranking',
  'cold-engine': 'cold engine',
  'adapter-leak': 'leak at the adapter',
  'off-tdc': 'piston not at the top of compression',
  'bore-past-rings': 'bore worn or scored past new rings',
  'valve-guides': 'valve guides',
  'small-end': 'piston pin or small end',
  crank: 'crank or its bearings',
  reeds: 'reeds',
  case: 'crankcase',
  head: 'cracked head',
};

/** What stands behind a cause, as it is said after "it is" or "it may be". */
export const CAUSE_IS: Readonly<Record<CauseNamed, string>> = {
  sound: 'sound',
  'rings-or-bore': 'the rings or the bore',
  'piston-damage': 'a damaged piston',
  'intake-valve': 'the intake valve',
  'exhaust-valve': 'the exhaust valve',
  'head-gasket-external': 'the head gasket, to the outside',
  'head-gasket-between': 'the head gasket, to the next cylinder',
  'head-gasket-coolant': 'the head gasket, to the coolant',
  'valve-train': 'the valve train: a valve that does not open',
  carbon: 'carbon in the chamber',
  'compression-release': 'the compression release at work',
  'crank-seal': 'the crankcase seals or joints',
  'test-fault': 'the test',
  'tester-without-valve': 'the tester, without a valve at the engine end',
  'throttle-closed': 'the throttle, shut while cranking',
  'slow-cranking': 'slow cranking',
  'cold-engine': 'the cold engine',
  'adapter-leak': 'the adapter, which leaks',
  'off-tdc': 'the piston, not at the top of compression',
};
