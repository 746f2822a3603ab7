import type { Engine } from '../../engine/engine';
import type { Inside, SeenInside } from '../../jobfile/tests';

/** How each part can be found: `good` is said of any. */
export const CAN_BE: Readonly<Record<Inside, readonly SeenInside[]>> = {
  bore: ['scored', 'worn', 'corroded'],
  rings: ['worn', 'broken', 'stuck'],
  piston: ['scored', 'burnt', 'broken', 'carboned'],
  pin: ['worn', 'loose'],
  'small-end': ['worn', 'loose'],
  'big-end': ['worn', 'loose'],
  'intake-valve': ['burnt', 'broken', 'loose', 'carboned'],
  'exhaust-valve': ['burnt', 'broken', 'loose', 'carboned'],
  gasket: ['burnt', 'broken', 'corroded'],
  head: ['broken', 'warped', 'carboned', 'corroded'],
  reeds: ['broken', 'worn', 'loose'],
  seals: ['worn', 'broken', 'loose'],
  crank: ['worn', 'loose', 'corroded', 'broken'],
  case: ['broken', 'corroded'],
};

/** What is measured of a part here, mm; bore, rings, piston and pin have tests of their own. */
export const MEASURED_AS: Readonly<Partial<Record<Inside, 'play' | 'out-of-true'>>> = {
  'big-end': 'play',
  crank: 'play',
  'intake-valve': 'play',
  'exhaust-valve': 'play',
  head: 'out-of-true',
};

const valved = ({ cycle }: Engine) => cycle === 'four-stroke';
const ported = ({ cycle }: Engine) => cycle === 'two-stroke';
const headed = ({ headless }: Engine) => headless !== true;
const HAS: Readonly<Partial<Record<Inside, (engine: Engine) => boolean>>> = {
  'intake-valve': valved,
  'exhaust-valve': valved,
  gasket: headed,
  head: headed,
  reeds: (engine) => ported(engine) && engine.valveGear !== 'piston-port' && engine.valveGear !== 'rotary',
  seals: ported,
};

/** Whether this engine has the part. */
export const hasInside = (engine: Engine, part: Inside): boolean => HAS[part]?.(engine) ?? true;
