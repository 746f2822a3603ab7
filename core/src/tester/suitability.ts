import type { Engine, Plug } from '../engine/engine';
import { toKPa } from '../quantity/pressure';
import { gaugeOf } from '../reading/gauge';
import type { Tester } from '../jobfile/tester';

export const TESTER_KINDS = ['compression', 'leakdown', 'crankcase'] as const;
export type TesterKind = (typeof TESTER_KINDS)[number];

/** What a tester is screwed into the head with. Lengths in mm. */
export type Adapter = Plug;

/** A tester as the shop's register has it. Days are `YYYY-MM-DD`. */
export interface TesterCard {
  kind: TesterKind;
  tester: Tester & { orificeMm?: number };
  adapters?: Adapter[];
  oRingCheckedOn?: string;
  dueOn?: string;
}

/** What speaks against a tester for this engine. `stop`: do not crank with it. */
export type Unsuited =
  | { unsuited: 'wrong-kind'; severity: 'stop'; kind: TesterKind; wanted: TesterKind }
  | { unsuited: 'no-adapter'; severity: 'stop'; plug: Plug }
  | { unsuited: 'reach-too-long'; severity: 'stop'; plug: Plug; reachMm: number }
  | { unsuited: 'reach-too-short'; severity: 'caution'; plug: Plug; reachMm: number }
  | { unsuited: 'range-too-small'; severity: 'stop'; fullScaleKPa: number; expectedKPa: number }
  | { unsuited: 'range-too-large'; severity: 'caution'; fullScaleKPa: number; expectedKPa: number }
  | { unsuited: 'valve-at-gauge'; severity: 'stop' | 'caution'; chamberShare?: number }
  | { unsuited: 'o-ring-unchecked'; severity: 'caution'; on?: string }
  | { unsuited: 'comparison-due'; severity: 'caution'; on: string };

/** Readings belong between these shares of the full scale. */
const BELOW = 0.25;
const ABOVE = 0.9;
/** A hose of so much of the chamber makes a healthy engine look tired. */
const HOSE_OF_CHAMBER = 0.1;
/** Threads are told apart to this, mm. */
const SAME_MM = 0.05;
/** Longer by less than this a thread still ends inside the chamber's edge, mm. */
const REACH_MM = 0.8;
const O_RING_DAYS = 180;
const DAY_MS = 24 * 3600 * 1000;

/**
 * What speaks against this tester for this engine, the worst first; nothing where it suits.
 *
 * @param on.today `YYYY-MM-DD`; @param on.expectedKPa the highest pressure to be looked for, where anything says so;
 *   @param on.chamberCm3 where it is known
 */
export function suitability(
  card: TesterCard,
  engine: Engine,
  on: { wanted: TesterKind; today: string; expectedKPa?: number; chamberCm3?: number },
): Unsuited[] {
  if (card.kind !== on.wanted)
    return [{ unsuited: 'wrong-kind', severity: 'stop', kind: card.kind, wanted: on.wanted }];
  const found = [...range(card, on), ...adapter(card, engine), ...valve(card, on), ...age(card, on)];
  return found.sort((a, b) => Number(b.severity === 'stop') - Number(a.severity === 'stop'));
}

function range({ kind, tester }: TesterCard, { expectedKPa }: { expectedKPa?: number }): Unsuited[] {
  const gauge = gaugeOf(tester, { fullScale: 300, division: 5 });
  if (!gauge.fullScaleStated || expectedKPa === undefined) return [];
  const share = expectedKPa / gauge.fullScaleKPa;
  if (share > (kind === 'crankcase' ? 1 : ABOVE))
    return [{ unsuited: 'range-too-small', severity: 'stop', fullScaleKPa: gauge.fullScaleKPa, expectedKPa }];
  return share < BELOW
    ? [{ unsuited: 'range-too-large', severity: 'caution', fullScaleKPa: gauge.fullScaleKPa, expectedKPa }]
    : [];
}

/** Thread and reach are only judged where the engine and the register say them. */
function adapter({ kind, adapters }: TesterCard, { plug }: Engine): Unsuited[] {
  if (kind === 'crankcase' || !plug || !adapters || adapters.length === 0) return [];
  const fits = adapters.filter(
    (one) => Math.abs(one.threadMm - plug.threadMm) < SAME_MM && Math.abs(one.pitchMm - plug.pitchMm) < SAME_MM,
  );
  if (fits.length === 0) return [{ unsuited: 'no-adapter', severity: 'stop', plug }];
  const safe = fits.filter((one) => one.reachMm <= plug.reachMm + REACH_MM);
  if (safe.length === 0)
    return [
      { unsuited: 'reach-too-long', severity: 'stop', plug, reachMm: Math.min(...fits.map((one) => one.reachMm)) },
    ];
  const longest = Math.max(...safe.map((one) => one.reachMm));
  return longest < plug.reachMm / 2
    ? [{ unsuited: 'reach-too-short', severity: 'caution', plug, reachMm: longest }]
    : [];
}

function valve({ kind, tester }: TesterCard, { chamberCm3 }: { chamberCm3?: number }): Unsuited[] {
  if (kind !== 'compression' || tester.valveAtEngineEnd !== false) return [];
  const chamberShare =
    chamberCm3 === undefined || tester.hoseVolumeCm3 === undefined ? undefined : tester.hoseVolumeCm3 / chamberCm3;
  return [
    {
      unsuited: 'valve-at-gauge',
      severity: chamberShare !== undefined && chamberShare < HOSE_OF_CHAMBER ? 'caution' : 'stop',
      ...(chamberShare === undefined ? {} : { chamberShare }),
    },
  ];
}

function age({ kind, oRingCheckedOn, dueOn }: TesterCard, { today }: { today: string }): Unsuited[] {
  const old = oRingCheckedOn === undefined || Date.parse(today) - Date.parse(oRingCheckedOn) > O_RING_DAYS * DAY_MS;
  return [
    ...(old && kind !== 'crankcase'
      ? [
          {
            unsuited: 'o-ring-unchecked' as const,
            severity: 'caution' as const,
            ...(oRingCheckedOn === undefined ? {} : { on: oRingCheckedOn }),
          },
        ]
      : []),
    ...(dueOn !== undefined && dueOn < today
      ? [{ unsuited: 'comparison-due' as const, severity: 'caution' as const, on: dueOn }]
      : []),
  ];
}

/** The highest pressure to be looked for, kPa: the book's maximum or minimum, else what such an engine makes. */
export function expectedPeakKPa(engine: Engine, limits: { minKPa?: number; maxKPa?: number }): number {
  if (limits.maxKPa !== undefined) return limits.maxKPa;
  if (limits.minKPa !== undefined) return 1.15 * limits.minKPa;
  return toKPa(engine.fuel === 'diesel' ? 400 : engine.cycle === 'two-stroke' ? 140 : 150, 'psi');
}
