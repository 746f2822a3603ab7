import { neighboursOfCylinder } from '../engine/banks';
import type { JobFile } from '../jobfile/job-file';
import type { CompressionTest } from '../jobfile/tests';
import type { CompressionLimits } from '../limits/limits';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';
import type { JudgedCompression } from '../test-kinds/compression/judged';
import type { JudgedLeakage } from '../test-kinds/leakdown/judged';
import { latestLeakdown } from '../test-kinds/leakdown/judge';
import { floats } from '../quantity/floats';
import type { Baseline } from './baseline';
import { type InspectionEvidence, weightOfInspections } from './inspection-evidence';
import type { Facts } from './facts';
import { type Hypothesis, OWN_HYPOTHESES, priorsOf } from './hypotheses';
import { type Likely, likelyAlong, type Read } from './likely';
import { type Found, foundOf, type RowShares, sharesOf, weightOf } from './tables';

/** What was measured, beside the judged cylinders. */
export interface Measured {
  limits: CompressionLimits;
  /** The compression test that each cylinder's dry reading is of. */
  tests: ReadonlyMap<string, CompressionTest>;
  /** How surely each cylinder meets its cranking limits, its air limits: 1 where there are none. */
  met: ReadonlyMap<string, Met>;
  /** What was found on each cylinder beside pressure and air. */
  inspected: ReadonlyMap<string, readonly InspectionEvidence[]>;
}
export interface Met {
  cranking: number;
  air: number;
  /** The same against the limit of compression alone; a half where no limit is known. */
  minimum: number;
  /** How surely it is low neither by a limit nor by the others: what makes pressure is not low. */
  notLow: number;
}

/** @field prior before anything was measured; of one cylinder they add up to 1 */
export interface PriorRow {
  hypothesis: Hypothesis;
  shares: RowShares;
  prior: number;
}

/** What one cylinder brings to the inference. */
export interface Own {
  id: string;
  rows: readonly PriorRow[];
  found: readonly Found[];
  /** Fact by fact and row by row: how much likelier than on a sound cylinder, natural logarithm. */
  weights: readonly Float64Array[];
  /** What was found beside pressure and air, and how much likelier all of it is under each row than on a sound one. */
  inspected: readonly InspectionEvidence[];
  byInspection: Float64Array;
  /** Its dry reading, where one was taken. */
  likely?: Likely;
  /** How much likelier its other cranking facts, its air facts, are under each row than on a sound cylinder. */
  cranking: Float64Array;
  air: Float64Array;
  met: Met;
  /** Odds of a fault of the test on this cylinder alone, before anything is known. */
  adapterCrank: number;
  adapterAir: number;
  offTop: number;
  /** Places of rows. */
  at: { sound: number; 'adapter-leak': number; 'off-tdc': number };
  /** Prior of a gasket to each neighbour, and the rows of its grades. */
  between: number;
  gradesBetween: readonly number[];
}

const BY_ROW = new Map(OWN_HYPOTHESES.map((one) => [one.row, one]));
/** An adapter that leaks does not give the same figure twice; nor does a piston off its top. */
const AGREES = 0.3;
/** Somebody looked, and it stood at the top. */
const CONFIRMED = 0.03;
/** Nobody said where it stood, and nearly all was lost. */
const SUSPECTED = 4;
const SUSPICIOUS_PERCENT = 85;
/** Air that makes a reading of nothing is no reading of it. */
const NEARLY_NOTHING_KPA = 1;
/** Near nothing a doubt in kPa is no doubt of what it means, as a share. */
const MOST_DOUBT = 0.25;
/** Facts of one cylinder are not quite independent of each other: tried on shops that they were not counted in. */
const TEMPER = 0.85;

/** Somebody heard air at the adapter itself: by loudness. */
const AT_ADAPTER = [1, 2, 20, 100] as const;
const MOST_ADAPTER = 0.8;
const heardAtAdapter = ({ heard }: JudgedLeakage): number =>
  AT_ADAPTER[Math.max(0, ...heard.map(({ at, level }) => (at === 'adapter' ? Math.min(3, Math.round(level)) : 0)))] ??
  1;

/** Facts that are read with air; the others belong to cranking. */
const isAir = ({ fact }: Found) => fact === 'leak' || fact.startsWith('heard-');

/** Air that came from the rings says no more of an exhaust valve than of the rings. */
function echoed(weights: Float64Array, rows: readonly PriorRow[]): Float64Array {
  const most = Math.max(0, ...weights.filter((_, r) => rows[r]?.hypothesis.cause === 'rings-or-bore'));
  return weights.map((weight, r) => (rows[r]?.hypothesis.cause === 'exhaust-valve' ? Math.min(weight, most) : weight));
}

export function ownOf(
  job: JobFile,
  { id, compression, leakage }: DraftCylinder,
  facts: Facts,
  { met, inspected: all }: Measured,
  rows: readonly PriorRow[],
  baseline: Baseline,
): Own {
  const found = foundOf(facts);
  const weights = found.map((one) => {
    const each = floats(rows.length, (r) => weightOf((rows[r] as PriorRow).shares, one));
    return one.echo ? echoed(each, rows) : each;
  });
  const { cranking, air } = summed(found, weights, rows.length);
  const place = (row: string) => rows.findIndex(({ hypothesis }) => hypothesis.row === row);
  const at = { sound: place('sound'), 'adapter-leak': place('adapter-leak'), 'off-tdc': place('off-tdc') };
  const prior = (index: number) => rows[index]?.prior ?? 0;
  const gradesBetween = rows.flatMap(({ hypothesis }, i) => (hypothesis.cause === 'head-gasket-between' ? [i] : []));
  const neighbours = neighboursOfCylinder(job.engine, id).length;
  const measure = latestLeakdown(job, id);
  const inspected = all.get(id) ?? [];
  const standing =
    measure?.test.rockersOff && job.engine.cycle === 'four-stroke'
      ? 0
      : measure?.tdcConfirmed
        ? CONFIRMED
        : (leakage?.percent ?? 0) >= SUSPICIOUS_PERCENT
          ? SUSPECTED
          : 1;
  const again = (attempts: { used: number } | undefined) => AGREES ** Math.min(3, (attempts?.used ?? 1) - 1);
  return {
    id,
    rows,
    found,
    inspected,
    byInspection: floats(rows.length, (r) =>
      Math.exp(weightOfInspections(inspected, (rows[r] as PriorRow).hypothesis.cause)),
    ),
    ...(compression
      ? {
          likely: likelyAlong(
            readOf(compression),
            rows.map(({ hypothesis }) => hypothesis.row),
            baseline,
          ),
        }
      : {}),
    weights,
    cranking: floats(rows.length, (r) => Math.exp(TEMPER * (cranking[r] as number))),
    air: floats(rows.length, (r) => Math.exp(TEMPER * (air[r] as number))),
    met: met.get(id) ?? { cranking: 1, air: 1, minimum: 0.5, notLow: 1 },
    adapterCrank: compression ? (prior(at['adapter-leak']) / 2) * again(compression.attempts) : 0,
    adapterAir: leakage
      ? Math.min(MOST_ADAPTER, (prior(at['adapter-leak']) / 2) * again(leakage.attempts) * heardAtAdapter(leakage))
      : 0,
    offTop: leakage ? prior(at['off-tdc']) * standing * again(leakage.attempts) : 0,
    at,
    between: neighbours === 0 ? 0 : gradesBetween.reduce((sum, i) => sum + prior(i), 0) / neighbours,
    gradesBetween,
  };
}

const readOf = ({ estimateKPa, readKPa, ownDoubtKPa }: JudgedCompression): Read => ({
  log: Math.log(Math.max(NEARLY_NOTHING_KPA, estimateKPa)),
  doubt: Math.min(MOST_DOUBT, ownDoubtKPa / Math.max(NEARLY_NOTHING_KPA, readKPa)),
});

/** Row by row, what cranking facts and what air facts weigh together. */
function summed(found: readonly Found[], weights: readonly Float64Array[], rows: number) {
  const cranking = new Float64Array(rows);
  const air = new Float64Array(rows);
  found.forEach((fact, f) => {
    const to = isAir(fact) ? air : cranking;
    const weight = weights[f] as Float64Array;
    for (let r = 0; r < rows; r += 1) to[r] = (to[r] as number) + (weight[r] as number);
  });
  return { cranking, air };
}

/** Everything that one cylinder may have, with its odds before anything was measured. */
export const rowsFor = (job: JobFile, cylinder: string): PriorRow[] =>
  [...priorsOf(job, cylinder)].map(([row, prior]) => ({
    hypothesis: BY_ROW.get(row) as Hypothesis,
    shares: sharesOf(row),
    prior,
  }));
