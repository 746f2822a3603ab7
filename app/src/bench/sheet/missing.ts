import { coolingOf, type Engine, layoutOf, sizesOf } from '@rugged/core';

/** What a figure that nobody gave costs, in a sentence each. */
export function missingWords(engine: Engine): string[] {
  const several = engine.cylinders.length > 1;
  const sizes = sizesOf(engine);
  const knows = (field: keyof Engine) => engine[field] !== undefined;
  return [
    ...(sizes.chamberCm3
      ? []
      : ['Without a kind or sizes: no dose, no force of the air, a lock guard by the smallest there is.']),
    ...(several && !knows('firingOrder')
      ? ['Without the firing order: no turning from cylinder to cylinder, no lead map.']
      : []),
    ...(several && knows('firingOrder') && !knows('firingIntervals')
      ? ['Without the intervals: how far to turn is only said as if it fired evenly.']
      : []),
    ...(knows('rotation') ? [] : ['Without the rotation: turned its own way round, not told which.']),
    ...(engine.fuel === 'petrol' && !knows('plug')
      ? ['Without the plug hole: no adapter can be held against it.']
      : []),
    ...(coolingOf(engine) === undefined ? ['Without the cooling: coolant is asked about.'] : []),
    ...(engine.cycle === 'two-stroke' && !knows('valveGear') ? ['Without the intake: drawn with reeds.'] : []),
    ...(layoutOf(engine) === 'vee' && !knows('bankAhead') ? ['Without the bank ahead: drawn level.'] : []),
  ];
}
