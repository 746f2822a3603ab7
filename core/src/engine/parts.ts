import type { Engine } from './engine';
import { coolingOf } from './usual-of';

/** Which parts an engine has, as far as what is said of it depends on them. */
export interface Parts {
  valves: boolean;
  /** Its mixture is lit by a plug and let in by a throttle. */
  sparked: boolean;
  several: boolean;
  headGasket: boolean;
  coolant: boolean;
  release: boolean;
  /** A case that two-strokes breathe through. */
  crankcase: boolean;
}

export const parts = (
  engine: Pick<
    Engine,
    'cycle' | 'fuel' | 'family' | 'kind' | 'cylinders' | 'headless' | 'cooling' | 'compressionRelease'
  >,
): Parts => ({
  valves: engine.cycle === 'four-stroke',
  sparked: engine.fuel === 'petrol',
  several: engine.cylinders.length > 1,
  headGasket: engine.headless !== true,
  coolant: coolingOf(engine) !== 'air' && engine.headless !== true,
  release: engine.compressionRelease === 'automatic' || engine.compressionRelease === 'lever',
  crankcase: engine.cycle === 'two-stroke',
});
