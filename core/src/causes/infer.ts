import { likeliestFirst } from './likeliest-first';
import { neighbourhoods, neighboursOf } from '../engine/banks';
import { volumesOf } from '../engine/volume';
import type { JobFile } from '../jobfile/job-file';
import type { CompressionTest } from '../jobfile/tests';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';
import { type Baseline, baselineOf } from './baseline';
import { chamberOf, type Conditions, conditionsOf, factsOf } from './facts';
import {
  notedFactor,
  SHARED_TEST_FAULTS,
  sharedPrior,
  sharedRow,
  type SharedTestFault,
  type TestFault,
} from './hypotheses';
import type { CompressionLimits } from '../limits/limits';
import { type Along, alongOf, massesOf, type Said } from './along';
import { type Mixture, pairMixture, plainMixture, testMixtures, wornMixture } from './mixture';
import { type Measured, type Own, ownOf, type PriorRow, rowsFor } from './own';
import { hoseShift, shiftOf } from './shift';
import type { InspectionEvidence } from './inspection-evidence';
import type { Found } from './tables';

/**
 * What is believed of a job: what each cylinder has, and what was wrong with the tests. States, headline, odds and the
 * next step are read from it. Per cylinder its own causes and the faults of the test add up to 1.
 */
export interface Belief {
  /** Faults of the test that explain every cylinder alike. */
  shared: Map<SharedTestFault, number>;
  cylinders: Map<string, CylinderBelief>;
  /** Of the latest compression test. */
  conditions: Conditions | undefined;
}
export interface CylinderBelief {
  found: readonly Found[];
  /** Fact by fact and row by row, natural logarithm against a sound cylinder. */
  weights: readonly Float64Array[];
  inspected: readonly InspectionEvidence[];
  rows: readonly PriorRow[];
  /** Row by row; adds up to what the faults of the whole test leave. */
  posterior: readonly number[];
  /**
   * How likely its dry reading is under each row, given what the other cylinders read; nothing where none was taken.
   */
  reading?: Float64Array;
  /** What faults of the whole test explain here beyond what they explain everywhere. */
  tests: Map<SharedTestFault, number>;
  /** How likely it is that a fault of the test made its cranking, its air figures; and which made its cranking. */
  blamed: { cranking: number; air: number; crankingBy: ReadonlyMap<TestFault, number> };
  /** The neighbour that a gasket between would blow to. */
  neighbour?: string;
  /** Which fault of the whole test speaks for how much, for its evidence. */
  sharedWeight: ReadonlyMap<SharedTestFault, number>;
}

/** All cylinders worn alike, before anything was read. */
const WORN = 0.05;
/** Both sides of a gasket that blows between two read alike, as a standard deviation of the ratio. */
const ALIKE = 0.05;
/** How much likelier the same figure, and figures far apart, are of one gasket than of two faults. */
const MOST_ALIKE = 4;
const LEAST_ALIKE = 0.05;
/**
 * How far the readings are trusted to tell one state of the whole from another: engines differ from those that were
 * counted, all their cylinders alike. Tried on a shop of other laws, where without it 85 % was right in 70.
 */
const WHOLE_TEMPER = 0.85;
/** Nothing that is shared keeps at least this share of the odds. */
const LEAST_NONE = 0.2;

/** A state of the whole: what it makes of each cylinder, and what a sound one would read under it. */
interface Whole {
  name: SharedTestFault | 'none' | 'worn' | 'pair';
  /** Cylinders that it says something of. */
  on: readonly string[];
  prior: number;
  mixtures: readonly Mixture[];
  /** Who shares a belief of what a sound cylinder reads, and that belief. */
  groups: readonly { members: readonly number[]; prior: Float64Array }[];
}

/** Priors differ only by how many walls a cylinder shares. */
function priorRowsOf(job: JobFile): (cylinder: string) => PriorRow[] {
  const beside = neighbourhoods(job.engine);
  const known = new Map<boolean, PriorRow[]>();
  return (cylinder) => {
    const walled = (beside.get(cylinder) ?? []).length > 0;
    const rows = known.get(walled) ?? rowsFor(job, cylinder);
    known.set(walled, rows);
    return rows;
  };
}

/**
 * Bayes over the causes of every cylinder and the faults that the tests may have. A fault of a test touches only the
 * readings of that test; what a sound cylinder would read is not known, and is believed from limits and readings alike.
 * @param cylinders as their tests were judged, each by itself
 */
export function infer(job: JobFile, cylinders: readonly DraftCylinder[], measured: Measured): Belief {
  const facts = factsOf(job, cylinders);
  const reads = cylinders.flatMap(({ compression }) => (compression ? [Math.max(1, compression.estimateKPa)] : []));
  const baseline = baselineOf(measured.limits, reads);
  const rows = priorRowsOf(job);
  const own = cylinders.map((cylinder) =>
    ownOf(job, cylinder, facts.get(cylinder.id) ?? {}, measured, rows(cylinder.id), baseline),
  );
  const wholes = wholesOf(job, cylinders, own, measured, baseline);
  const known = new Map<Mixture, Said>();
  const along = wholes.map(({ mixtures, groups }) => alongOf(own, mixtures, groups, known));
  const { log: none } = along[0] as Along;
  const odds = withoutNegligible(
    normalised(wholes.map(({ prior }, i) => Math.log(prior) + WHOLE_TEMPER * ((along[i] as Along).log - none))),
  );
  return told(job, cylinders, own, wholes, along, odds, measured);
}

function wholesOf(
  job: JobFile,
  cylinders: readonly DraftCylinder[],
  own: readonly Own[],
  measured: Measured,
  baseline: Baseline,
): Whole[] {
  const ids = cylinders.map(({ id }) => id);
  const plain = own.map(plainMixture);
  const everyone = own.map((_, i) => i);
  const together = [{ members: everyone, prior: baseline.prior }];
  const wholes: Whole[] = [];
  const { tests, met } = measured;
  const volumes = volumesOf(job.engine);
  for (const { test, on, conditions } of alikeTests(job, ids, tests)) {
    const hose = test.tester?.hoseVolumeCm3;
    // Where everything that was read surely passes, there is nothing for it to explain.
    const fine = on.reduce((all, id) => all * (met.get(id)?.minimum ?? 0.5), 1);
    const faults = blamable(job, measured.limits);
    const touched = own.map((one, i) => (on.includes(ids[i] as string) ? testMixtures(one, faults, conditions) : []));
    faults.forEach((fault, f) => {
      wholes.push({
        name: fault,
        on,
        prior:
          sharedPrior(fault, chamberOf(job.engine)) * notedFactor(conditions, fault) * Math.max(LEAST_LOW, 1 - fine),
        mixtures: own.map((_, i) => touched[i]?.[f] ?? (plain[i] as Mixture)),
        groups: [
          {
            members: everyone.filter((i) => on.includes(ids[i] as string)),
            prior: shiftOf(
              sharedRow(fault, conditions.chamber),
              baseline,
              fault === 'tester-without-valve' && volumes && hose !== undefined ? hoseShift(volumes, hose) : undefined,
            ),
          },
          { members: everyone.filter((i) => !on.includes(ids[i] as string)), prior: baseline.prior },
        ],
      });
    });
  }
  const pairs = neighboursOf(job.engine).flatMap(([a, b]): Whole[] => {
    const [first, second] = [own[ids.indexOf(a)], own[ids.indexOf(b)]];
    if (!first || !second || first.between === 0) return [];
    const alike = alikeness(cylinders, a, b);
    return first.gradesBetween.map((row): Whole => ({
      name: 'pair',
      on: [a, b],
      prior: ((first.between + second.between) / first.gradesBetween.length) * alike,
      mixtures: own.map((one, i) => (one === first || one === second ? pairMixture(one, row) : (plain[i] as Mixture))),
      groups: together,
    }));
  });
  const worn: Whole[] =
    ids.length > 1
      ? [
          {
            name: 'worn',
            on: ids,
            // A cylinder that surely meets its limit is not worn with the others.
            prior:
              WORN *
              ids.reduce((all, id) => all * Math.max(LEAST_LOW, Math.min(1, 2 - 2 * (met.get(id)?.minimum ?? 0.5))), 1),
            mixtures: own.map(wornMixture),
            groups: [{ members: everyone, prior: shiftOf('all-worn', baseline) }],
          },
        ]
      : [];
  const taken = [...wholes, ...pairs].reduce((sum, { prior }) => sum + prior, 0);
  return [
    { name: 'none', on: [], prior: Math.max(LEAST_NONE, 1 - taken), mixtures: plain, groups: together },
    ...wholes,
    ...pairs,
    ...worn,
  ];
}

/** Tests that were made alike are one: the same starter turned it, the same throttle stood as it stood. */
function alikeTests(job: JobFile, ids: readonly string[], tests: Measured['tests']) {
  const alike = new Map<string, { test: CompressionTest; on: string[]; conditions: Conditions }>();
  for (const id of ids) {
    const test = tests.get(id);
    if (!test) continue;
    const conditions = conditionsOf(job, test);
    const key = JSON.stringify([conditions, test.tester?.name, test.tester?.hoseVolumeCm3]);
    const one = alike.get(key) ?? { test, on: [], conditions };
    one.on.push(id);
    alike.set(key, one);
  }
  return alike.values();
}

/** However surely everything passes, a fault of the test keeps this share of its odds. */
const LEAST_LOW = 0.02;

/**
 * A shop that holds that the throttle makes no difference does not blame it, and a diesel has none; limits of a cold
 * engine ask for no warm one.
 */
const blamable = ({ engine, houseRules }: JobFile, limits: CompressionLimits): SharedTestFault[] =>
  SHARED_TEST_FAULTS.filter((fault) => {
    if (fault === 'throttle-closed') return engine.fuel !== 'diesel' && houseRules?.throttleSchool !== 'no-difference';
    return fault !== 'cold-engine' || limits.temperature !== 'cold';
  });

/** How much likelier two readings so far apart are when one gasket makes both. */
function alikeness(cylinders: readonly DraftCylinder[], a: string, b: string): number {
  const read = (id: string) => cylinders.find((one) => one.id === id)?.compression?.readKPa;
  const [first, second] = [read(a), read(b)];
  if (!first || !second) return 1;
  const apart = Math.log(first / second);
  // Of two alone nothing says that it is these two rather than all.
  const most = cylinders.length > 2 ? MOST_ALIKE : 1;
  return Math.max(LEAST_ALIKE, most * Math.exp(-0.5 * (apart / (2 * ALIKE)) ** 2));
}

function told(
  job: JobFile,
  cylinders: readonly DraftCylinder[],
  own: readonly Own[],
  wholes: readonly Whole[],
  along: readonly Along[],
  odds: readonly number[],
  { tests, limits }: Measured,
): Belief {
  const beliefs = cylinders.map(({ id }, i): CylinderBelief & { shares: Map<SharedTestFault, number> } => {
    const one = own[i] as Own;
    const posterior = one.rows.map(() => 0);
    const shares = new Map<SharedTestFault, number>();
    const crankingBy = new Map<TestFault, number>();
    const blamed = { cranking: 0, air: 0, crankingBy };
    const beside = new Map<string, number>();
    let reading: Float64Array | undefined;
    for (const { mixture, pooled, fault, p } of byMixture(wholes, along, odds, i, id)) {
      const masses = massesOf(one, i, mixture, pooled);
      const { rows, sound, adapterCrank, adapterAir, offTop } = masses;
      if (mixture === wholes[0]?.mixtures[i] && one.likely) reading = masses.densities;
      for (let r = 0; r < rows.length; r += 1) posterior[r] = (posterior[r] as number) + p * (rows[r] as number);
      blamed.cranking += p * adapterCrank.all;
      crankingBy.set('adapter-leak', (crankingBy.get('adapter-leak') ?? 0) + p * adapterCrank.all);
      blamed.air += p * (adapterAir.all + offTop.all);
      add(posterior, one.at['adapter-leak'], p * (adapterCrank.sound + adapterAir.sound));
      add(posterior, one.at['off-tdc'], p * offTop.sound);
      if (fault) {
        blamed.cranking += p;
        crankingBy.set(fault, (crankingBy.get(fault) ?? 0) + p);
        shares.set(fault, (shares.get(fault) ?? 0) + p * sound);
      } else add(posterior, one.at.sound, p * sound);
    }
    wholes.forEach(({ name, on }, w) => {
      if (name !== 'pair' || !on.includes(id)) return;
      const other = on.find((beside) => beside !== id) as string;
      beside.set(other, (beside.get(other) ?? 0) + (odds[w] as number));
    });
    const likeliest = [...beside].sort(likeliestFirst)[0]?.[0];
    return {
      found: one.found,
      weights: one.weights,
      inspected: one.inspected,
      rows: one.rows,
      posterior,
      tests: new Map(),
      blamed,
      shares,
      sharedWeight: sharedWeights(wholes, along, id),
      ...(reading ? { reading } : {}),
      ...(likeliest === undefined ? {} : { neighbour: likeliest }),
    };
  });
  const shared = new Map(
    blamable(job, limits)
      .filter(() => tests.size > 0)
      .map((fault): [SharedTestFault, number] => [
        fault,
        Math.min(...beliefs.map(({ shares }) => shares.get(fault) ?? 0)),
      ]),
  );
  for (const [i, one] of beliefs.entries())
    for (const [fault, share] of one.shares) {
      const more = share - (shared.get(fault) ?? 0);
      if (more > WORTH_NAMING) one.tests.set(fault, more);
      else add(one.posterior as number[], (own[i] as Own).at.sound, more);
    }
  const latest = [...tests.values()].at(-1);
  return {
    shared,
    conditions: latest && conditionsOf(job, latest),
    cylinders: new Map(
      cylinders.map(({ id }, i): [string, CylinderBelief] => {
        const { shares: _, ...one } = beliefs[i] as (typeof beliefs)[number];
        return [id, one];
      }),
    ),
  };
}

/** States of the whole that make the same of one cylinder. */
interface Made {
  mixture: Mixture;
  pooled: { along: Along; odds: number }[];
  /** The fault of the whole test that it stands for here. */
  fault?: SharedTestFault;
  p: number;
}

function byMixture(
  wholes: readonly Whole[],
  along: readonly Along[],
  odds: readonly number[],
  i: number,
  id: string,
): Made[] {
  const made = new Map<Mixture, Made>();
  wholes.forEach(({ name, on, mixtures }, w) => {
    const p = odds[w] as number;
    if (p === 0 && name !== 'none') return;
    const mixture = mixtures[i] as Mixture;
    const one: Made = made.get(mixture) ?? {
      mixture,
      pooled: [],
      ...(isShared(name) && on.includes(id) ? { fault: name } : {}),
      p: 0,
    };
    one.pooled.push({ along: along[w] as Along, odds: Math.max(NEGLIGIBLE, p) });
    one.p += p;
    made.set(mixture, one);
  });
  return [...made.values()];
}

/** A whole that is less likely changes no figure that is shown. */
const NEGLIGIBLE = 1e-5;
/** A fault of the test that explains so little more on one cylinder is not named there. */
const WORTH_NAMING = 1e-4;

const isShared = (name: Whole['name']): name is SharedTestFault =>
  (SHARED_TEST_FAULTS as readonly string[]).includes(name);
const add = (to: number[], at: number | undefined, more: number) => {
  if (at !== undefined) to[at] = (to[at] as number) + more;
};

/** How much better each fault of the test explains the readings than none, natural logarithm. */
function sharedWeights(wholes: readonly Whole[], along: readonly Along[], id: string): Map<SharedTestFault, number> {
  const none = (along[0] as Along).log;
  return new Map(
    wholes.flatMap(({ name, on }, i): [SharedTestFault, number][] =>
      isShared(name) && on.includes(id) ? [[name, (along[i] as Along).log - none]] : [],
    ),
  );
}

function withoutNegligible(odds: readonly number[]): number[] {
  const kept = odds.map((p) => (p < NEGLIGIBLE ? 0 : p));
  const all = kept.reduce((a, b) => a + b, 0);
  return kept.map((p) => p / all);
}

function normalised(logs: readonly number[]): number[] {
  const top = Math.max(...logs);
  const all = logs.reduce((sum, log) => sum + Math.exp(log - top), 0);
  return logs.map((log) => Math.exp(log - top) / all);
}
