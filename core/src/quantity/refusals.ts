import { fixed } from './fixed';
import { UNIT_SIGN, type VacuumUnit } from './units';

const SETTLES = {
  'bore-and-stroke': 'Bore and stroke',
  ratio: 'The compression ratio',
  'bore-stroke-and-ratio': 'Bore, stroke and compression ratio',
} as const;

const MISSING = {
  valves: 'a two-stroke has no valves',
  'oil-pump': 'a two-stroke is oiled by what it burns',
  'steady-vacuum': 'a two-stroke draws no steady vacuum',
  throttle: 'a diesel has no throttle to draw against',
  spark: 'a diesel has no spark',
  coolant: 'it is cooled by air',
  'head-joint': 'its head and cylinder are one piece',
  'push-rods': 'it has no push-rods',
  reeds: 'it breathes without reeds',
  'crank-seals': 'a four-stroke needs no sealed crankcase',
} as const;
/** What an engine has not, though something was entered of it. */
export type MissingPart = keyof typeof MISSING;

/**
 * Every refusal of an input by its code, as the rest of a sentence that begins with the field. They stand with the
 * error
 * itself, below all floors, so that an error can be read wherever it is caught; code compares codes, never these words.
 */
export const REFUSALS = {
  'must-be-a-number': () => 'must be a number',
  'must-not-be-negative': () => 'must not be negative',
  'must-be-above': ({ limit }: { limit: number }) => `must be above ${limit}`,
  'must-not-be-above': ({ limit }: { limit: number }) => `must not be above ${limit}`,
  'must-be-between': ({ least, most }: { least: number; most: number }) => `must be between ${least} and ${most}`,
  'must-not-be-above-field': ({ field }: { field: string }) => `must not be above ${field}`,
  'out-of-proportion': () => 'one of them is out of all proportion to the rest',
  /** A shape that the format does not have: the validator's own words. */
  shape: ({ why }: { why: string }) => why,

  // Engine
  'no-cylinder': () => 'must name at least one cylinder',
  'no-such-cylinder': ({ cylinder }: { cylinder: string }) => `there is no cylinder ${cylinder} on this engine`,
  'cylinder-named-twice': ({ cylinder }: { cylinder: string }) => `names cylinder ${cylinder} twice`,
  'cylinder-left-out': ({ cylinder }: { cylinder: string }) => `leaves out cylinder ${cylinder}`,
  'cylinder-was-read': ({ cylinder }: { cylinder: string }) =>
    `leaves out cylinder ${cylinder}, on which something was read`,
  'its-own-neighbour': ({ cylinder }: { cylinder: string }) => `cylinder ${cylinder} cannot be its own neighbour`,
  'no-such-neighbour': ({ cylinder }: { cylinder: string }) => `cylinder ${cylinder} has no such neighbour`,
  'single-of-several': () => 'a single has one cylinder',
  'intervals-missing': ({ needed }: { needed: number }) => `needs ${needed} intervals, one a cylinder`,
  'intervals-do-not-add-up': ({ whole, sum }: { whole: number; sum: number }) =>
    `must add up to ${whole} degrees, not ${sum}`,
  'gear-of-another-cycle': ({ cycle }: { cycle: string }) => `is not of a ${cycle}`,
  'diesel-injects': () => 'must be injection: a diesel has no carburettor',
  'not-by-bore-and-stroke': ({ cm3 }: { cm3: number }) => `does not fit: by bore and stroke it is ${fixed(cm3, 0)} cm³`,
  'not-by-the-ratio': ({ ratio }: { ratio: number }) =>
    `does not fit the ratio: with it the ratio is ${fixed(ratio, 1)}`,
  'chamber-above-swept': ({ cm3 }: { cm3: number }) => `must be less than the ${fixed(cm3, 0)} cm³ that are swept`,
  'rod-too-short': () => 'must be longer than half the stroke',
  'must-exceed-the-chamber': () => 'must be more than the chamber',
  'four-stroke-case': () => 'is of a two-stroke: a four-stroke breathes through its own crankcase',

  'not-on-this-engine': ({ missing }: { missing: MissingPart }) => `cannot be on this engine: ${MISSING[missing]}`,

  // Books and site
  'minimum-above-maximum': ({ min, max }: { min: number; max: number }) =>
    `the minimum (${min}) is above the maximum (${max})`,
  'bands-start-alike': ({ from }: { from: number }) => `two bands start at ${from}`,
  'barometer-out-of-range': () => 'must be between 45 and 110 kPa, as read on the spot',
  'altitude-out-of-range': () => 'must be between -500 and 6000 m',

  // Readings
  'cannot-be': ({ figure, sign, least, most }: { figure: number; sign: string; least: string; most: string }) =>
    `${figure} ${sign} cannot be: it must be between ${least} and ${most} ${sign}`,
  'above-full-scale': ({
    figure,
    unit,
    fullScale,
    scaleUnit,
  }: {
    figure: number;
    unit: VacuumUnit;
    fullScale: number;
    scaleUnit: VacuumUnit;
  }) => `${figure} ${UNIT_SIGN[unit]} is above the gauge's full scale of ${fullScale} ${UNIT_SIGN[scaleUnit]}`,
  'peak-below-a-stroke': ({ place, stroke, unit }: { place: number; stroke: number; unit: VacuumUnit }) =>
    `is below stroke ${place} (${stroke} ${UNIT_SIGN[unit]}): the peak is the highest figure reached`,
  'wet-on-nothing': () => 'must be above 0 for a wet test: on a cylinder that makes nothing oil tells nothing',
  'locks-the-engine': ({ oilMl, chamberCm3 }: { oilMl: number; chamberCm3: number }) =>
    `${oilMl} ml is half of this ${fixed(chamberCm3, 1)} cm³ chamber or more: it would lock the engine hydraulically`,
  'may-lock-the-engine': ({
    oilMl,
    leastCm3,
    missing,
  }: {
    oilMl: number;
    leastCm3: number;
    missing: 'bore-and-stroke' | 'ratio' | 'bore-stroke-and-ratio';
  }) =>
    `${oilMl} ml could lock an engine of this kind hydraulically: its chamber may be as small as ` +
    `${fixed(leastCm3, 1)} cm³. ${SETTLES[missing]} would settle it`,
  'no-wall-between': ({ cylinder, other }: { cylinder: string; other: string }) =>
    `cylinder ${cylinder} shares no wall with cylinder ${other}`,
  'above-the-testers-ceiling': ({ most, unit }: { most: number; unit: VacuumUnit }) =>
    `is above the ${most} ${UNIT_SIGN[unit]} that this tester is made for`,
  'above-the-supply': ({ supply }: { supply: number }) => `is above the supply of ${supply}`,
  'above-what-seals-take': ({ highest, unit }: { highest: number; unit: VacuumUnit }) =>
    `is above the ${fixed(highest, 1)} ${unit} that crank seals are made for`,
  'held-above-start': ({ pressure }: { pressure: number }) => `is above the pressure of ${pressure} it was held from`,
  'not-of-this-part': () => 'is not what this part is looked at or measured for',
  'more-than-the-battery': ({ system }: { system: number }) =>
    `is more than a ${system} V battery can show: which system is it?`,
  'volts-rise-while-cranking': ({ before }: { before: number }) =>
    `is above the ${before} V at rest: a starter only takes`,
  'needs-different-times': () => 'needs at least two, with some time between the first and the last',
  'needs-different-hours': () => 'needs at least two, at different hours',

  // Testers
  'needs-pressures': ({ least }: { least: number }) => `needs ${least} pressures or more`,
  'needs-different-pressures': () => 'needs different pressures',
  'tester-too-far-out': () => 'puts this tester more than a quarter out: mend it, or check the figures',

  // Recorded traces and files
  'columns-missing': () => 'needs a time column and a pressure column of figures',
  'no-pressure-but-a-signal': () =>
    'is what the sensor gives, not a pressure: have the logger write psi, kPa, bar or kgf/cm²',
  'upside-down': () =>
    'rests high and falls with each stroke: is the sensor wired, or its scale set, the wrong way round?',
  'needs-two-samples': () => 'needs at least two samples with a figure',
  'time-runs-backwards': ({ sample }: { sample: number }) => `runs backwards at sample ${sample}`,
  'not-json': ({ why }: { why: string }) => `is not JSON: ${why}`,
  'cannot-be-read': ({ why }: { why: string }) => `cannot be read: ${why}`,
  'newer-version': ({ version, known }: { version: number; known: number }) =>
    `is ${version}: this program reads version ${known}, a newer one is needed`,

  // Virtual engines
  'virtual-missing': () => 'is required to simulate',
  'cannot-have-cause': ({ cause }: { cause: string }) => `this engine cannot have ${cause}`,
  'does-not-run': () => 'is not possible: it does not run',
  'not-at-its-top': ({ cylinder }: { cylinder: string }) => `needs cylinder ${cylinder} at its top first`,
  'no-air-in': ({ cylinder }: { cylinder: string }) => `needs air in cylinder ${cylinder} first`,
  'no-valves': () => 'is of a four-stroke: there are no valves',
  'no-such-case': ({ name }: { name: string }) => `is ${name}, and there is no such case`,
  'no-lever': () => 'names lever-on, and this engine has no lever',

  // Decisions
  'decision-missing': () => 'is required to decide',
  'no-option': () => 'needs at least one option',
  'named-twice': ({ name }: { name: string }) => `is the name of another option too: ${name}`,
  'no-such-option': ({ name }: { name: string }) => `names ${name}, and there is no such option`,
  'no-such-currency': ({ code }: { code: string }) => `is ${code}, and there is no such currency`,
  'more-than-certain': () => 'add up to more than certain',
  'goes-in-a-circle': () => 'comes back to where it began',

  // Records
  'not-known-here': () => 'is not known in this shop',
  'of-another-kind': ({ kind, test }: { kind: string; test: string }) => `is ${kind}, but the test is ${test}`,
  'withdrawal-of-nothing': () => 'is missing: which reading is withdrawn?',
  'supersedes-itself': () => 'cannot be the reading itself',
} satisfies Record<string, (params: never) => string>;

export type RefusalCode = keyof typeof REFUSALS;
/** What a refusal names besides its field: nothing for most. */
export type RefusalParams<C extends RefusalCode> = Parameters<(typeof REFUSALS)[C]>;
