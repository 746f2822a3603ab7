import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import os from 'node:os';
import { InputError, judge } from '@rugged/core';
import { seeded } from '@rugged/core/virtual-engine';
import { figuresFor } from './asked-figures';
import { growTrees, sharesOf } from './boosted-trees';
import { type Asked, nameOf, questions, TEST_FAULTS } from './calibrate';
import { shiftedCaseOf } from './shifted-shop';
import { caseOf } from './virtual-shop';

/** Engines that are learned from, far from the seeds that anything else is counted or measured on. */
const LEARNS_FROM = 3_000_001;
export const SHOPS = { own: caseOf, shifted: shiftedCaseOf } as const;
export type Shop = keyof typeof SHOPS;

/** What is put in by name, whatever of it a shop has. */
const CLASSES = [
  'sound',
  'rings-or-bore',
  'piston-damage',
  'exhaust-valve',
  'intake-valve',
  'valve-train',
  'head-gasket-between',
  'head-gasket-coolant',
  'head-gasket-external',
  'carbon',
  'compression-release',
  'slow-cranking',
  'throttle-closed',
  'cold-engine',
  'tester-without-valve',
  'adapter-leak',
  'off-tdc',
] as const;

interface Question {
  figures: Float64Array;
  truth: number;
  /** Our own ranking, best first, as places in CLASSES. */
  ranked: number[];
  /** With a fault of the test whose readings all pass: nothing is left to explain once it is called sound. */
  passes: boolean;
}

function gather(shop: Shop, from: number, engines: number): Question[] {
  const place = (name: string) => CLASSES.indexOf(name as (typeof CLASSES)[number]);
  const asQuestion = (asked: Asked): Question => {
    const truth = place(asked.truth);
    if (truth < 0) throw new RangeError(`${asked.truth} is none of the classes`);
    return {
      figures: figuresFor(asked, CLASSES),
      truth,
      ranked: asked.ranked.map((cause) => place(nameOf(cause))),
      passes: TEST_FAULTS.has(asked.truth) && judge(asked.case.job).engine.state !== 'low',
    };
  };
  const ofEngine = (seed: number): Question[] => {
    try {
      return questions(seed, SHOPS[shop]).asked.map(asQuestion);
    } catch (error) {
      // Once in some ten thousand engines the needle goes past the end of its gauge: that is no reading.
      if (error instanceof InputError && error.code === 'above-full-scale') return [];
      throw error;
    }
  };
  return Array.from({ length: engines }, (_, i) => ofEngine(from + 17 * i)).flat();
}

interface Share {
  shop: Shop;
  from: number;
  engines: number;
}
if (!isMainThread) {
  const { shop, from, engines } = workerData as Share;
  parentPort?.postMessage(gather(shop, from, engines));
}

/** The same on every processor. */
async function gatherAll(shop: Shop, from: number, engines: number): Promise<Question[]> {
  const hands = Math.max(1, os.availableParallelism());
  const each = Math.ceil(engines / hands);
  const shares = Array.from(
    { length: hands },
    (_, i) =>
      new Promise<Question[]>((resolve, reject) => {
        const share: Share = { shop, from: from + 17 * each * i, engines: Math.min(each, engines - each * i) };
        new Worker(new URL(import.meta.url), { workerData: share }).on('message', resolve).on('error', reject);
      }),
  );
  return (await Promise.all(shares)).flat();
}

export interface Score {
  questions: number;
  first: number;
  two: number;
  wrongFirst: number;
  testFault: number;
}

/** Shares of right answers, by the same rules as ours are counted. */
function score(asked: readonly Question[], rankedOf: (question: Question) => readonly number[]): Score {
  const counted = { all: 0, first: 0, two: 0, wrong: 0, wrongFirst: 0, faults: 0, recognised: 0 };
  for (const question of asked) {
    const [first, second] = rankedOf(question);
    const truth = CLASSES[question.truth] as string;
    if (TEST_FAULTS.has(truth)) {
      if (first === 0 && question.passes) continue;
      counted.faults += 1;
      if (first === question.truth) counted.recognised += 1;
    }
    counted.all += 1;
    if (first === question.truth) counted.first += 1;
    if (first === question.truth || second === question.truth) counted.two += 1;
    if (question.truth === 0) continue;
    counted.wrong += 1;
    if (first === question.truth) counted.wrongFirst += 1;
  }
  return {
    questions: counted.all,
    first: counted.first / counted.all,
    two: counted.two / counted.all,
    wrongFirst: counted.wrongFirst / counted.wrong,
    testFault: counted.recognised / counted.faults,
  };
}

const best = (shares: Float64Array): number[] =>
  [...shares.keys()].sort((a, b) => (shares[b] as number) - (shares[a] as number));

/**
 * What the readings can tell: trees that learn from engines of the same shop, with its answers, against our own odds on
 * engines that neither has seen.
 */
export async function flexibleFit(
  shop: Shop,
  measuredFrom: number,
  learned: number,
  measured: number,
  say: (line: string) => void,
): Promise<{ ours: Score; readings: Score; both: Score }> {
  const lessons = await gatherAll(shop, LEARNS_FROM, learned);
  say(`${shop}: ${lessons.length} questions of ${learned} engines to learn from`);
  const asked = await gatherAll(shop, measuredFrom, measured);
  const labels = lessons.map(({ truth }) => truth);
  const grown = (figuresOf: (question: Question) => Float64Array): Score => {
    const random = seeded(1);
    const trees = growTrees(
      lessons.map(figuresOf),
      labels,
      CLASSES.length,
      { rounds: 160, depth: 5, rate: 0.08, calm: 3, looksAt: 0.6 },
      () => random.uniform(),
    );
    return score(asked, (question) => best(sharesOf(trees, figuresOf(question))));
  };
  const ours = score(asked, ({ ranked }) => ranked);
  say(`${shop}: ours ${JSON.stringify(ours)}`);
  const readings = grown(({ figures }) => figures.subarray(0, figures.length - CLASSES.length));
  say(`${shop}: readings ${JSON.stringify(readings)}`);
  const both = grown(({ figures }) => figures);
  say(`${shop}: both ${JSON.stringify(both)}`);
  return { ours, readings, both };
}

const LEARNED = 24_000;
const MEASURED_FROM = 900_001;
const MEASURED = 2000;

/** @returns the section of the page that tells it */
export default async function compare(say: (line: string) => void): Promise<string[]> {
  const own = await flexibleFit('own', MEASURED_FROM, LEARNED, MEASURED, say);
  const shifted = await flexibleFit('shifted', MEASURED_FROM, LEARNED, MEASURED, say);
  const pct = (x: number) => (100 * x).toFixed(1);
  const row = (what: string, { first, two, wrongFirst, testFault }: Score) =>
    `| ${what} | ${pct(first)} | ${pct(two)} | ${pct(wrongFirst)} | ${pct(testFault)} |`;
  return [
    '| right, of 100 | first | in two | first where something is wrong | fault of the test |',
    '|---|---|---|---|---|',
    row('own shop: our odds', own.ours),
    row('own shop: trees on the readings', own.readings),
    row('own shop: trees on readings and our odds', own.both),
    row('shifted shop: our odds', shifted.ours),
    row('shifted shop: trees on the readings', shifted.readings),
    row('shifted shop: trees on readings and our odds', shifted.both),
  ];
}
