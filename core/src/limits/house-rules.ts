import { CYCLES, FAMILIES } from '../engine/build';
import type { Engine } from '../engine/engine';
import { InputError } from '../quantity/input-error';
import { toKPa } from '../quantity/pressure';
import { DEFAULT_SCHOOLS } from '../jobfile/schools';
import type { HouseRules } from '../jobfile/house-rules';

/** House rules of a shop that has settled nothing, by engine family. The book wins over all of them. */
export function defaultHouseRules(engine: Pick<Engine, 'family' | 'cycle'>): HouseRules {
  const close = engine.family === 'powersports' || (engine.family === 'outboard' && engine.cycle === 'two-stroke');
  return {
    spreadMethod: 'lowest-vs-highest',
    spreadWatchPercent: close ? 7 : 10,
    spreadLimitPercent: close ? 10 : 20,
    spreadWatchKPa: toKPa(close ? 10 : 12, 'psi'),
    spreadLimitKPa: toKPa(close ? 15 : 25, 'psi'),
    leakSoundPercent: 10,
    leakWatchPercent: 20,
    leakFaultPercent: 30,
    leakSupplyKPa: toKPa(80, 'psi'),
    ...DEFAULT_SCHOOLS,
  };
}

/** The shop's school laid over the defaults. */
export function houseRulesFor(engine: Pick<Engine, 'family' | 'cycle'>, shop: Partial<HouseRules> = {}): HouseRules {
  return { ...defaultHouseRules(engine), ...shop };
}

/**
 * Rules of a shop stand beside the usual ones of every kind of engine: none may cross them.
 * @throws InputError naming the field
 */
export function checkShopRules(rules: Partial<HouseRules>): void {
  for (const family of FAMILIES) for (const cycle of CYCLES) checkHouseRules(houseRulesFor({ family, cycle }, rules));
}

/** Refuses bands that cross: watch must come before the limit. */
export function checkHouseRules(rules: HouseRules): void {
  const ordered: [keyof HouseRules, keyof HouseRules][] = [
    ['spreadWatchPercent', 'spreadLimitPercent'],
    ['spreadWatchKPa', 'spreadLimitKPa'],
    ['leakSoundPercent', 'leakWatchPercent'],
    ['leakWatchPercent', 'leakFaultPercent'],
  ];
  for (const [lower, upper] of ordered) {
    if (Number(rules[lower]) > Number(rules[upper]))
      throw new InputError(lower, 'must-not-be-above-field', { field: upper });
  }
}
