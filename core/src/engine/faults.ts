import { neighboursOfCylinder } from './banks';
import type { Engine } from './engine';
import { coolingOf } from './usual-of';

/** What can be wrong with an engine: the causes that a judgement may name and a virtual engine may have. */
export const FAULT_CAUSES = [
  'rings-or-bore',
  'piston-damage',
  'intake-valve',
  'exhaust-valve',
  'head-gasket-external',
  'head-gasket-between',
  'head-gasket-coolant',
  'valve-train',
  'carbon',
  'crank-seal',
  'compression-release',
] as const;
export type FaultCause = (typeof FAULT_CAUSES)[number];

/** What is seen or measured inside and no pressure test speaks of. */
export const SEEN_TROUBLES = [
  'bore-past-rings',
  'valve-guides',
  'small-end',
  'crank',
  'reeds',
  'case',
  'head',
] as const;
export type SeenTrouble = (typeof SEEN_TROUBLES)[number];

const hasValves = ({ cycle }: Engine) => cycle === 'four-stroke';
/** What a cause takes of the engine; the others are met on any. */
const NEEDS: Readonly<Partial<Record<FaultCause, (engine: Engine) => boolean>>> = {
  'intake-valve': hasValves,
  'exhaust-valve': hasValves,
  'valve-train': hasValves,
  'head-gasket-external': ({ headless }) => headless !== true,
  'head-gasket-coolant': (engine) => engine.headless !== true && coolingOf(engine) !== 'air',
  'head-gasket-between': (engine) =>
    engine.headless !== true && engine.cylinders.some((id) => neighboursOfCylinder(engine, id).length > 0),
  'crank-seal': ({ cycle }) => cycle === 'two-stroke',
  'compression-release': ({ compressionRelease }) =>
    compressionRelease === 'automatic' || compressionRelease === 'lever',
};
/** Which causes an engine can have at all: no valves without valves, no gasket without one. */
export const canHave = (engine: Engine, cause: FaultCause): boolean => NEEDS[cause]?.(engine) ?? true;
