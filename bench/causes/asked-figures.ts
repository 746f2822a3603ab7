import { FAMILIES, type JobFile, judge, presetOf, type Verdict } from '@rugged/core';
import { chamberOf, CHAMBERS, conditionsOf, FACT_NAMES, type Facts, factsOf } from '@rugged/core/causes';
import { median } from '@rugged/core/quantity';
import type { Asked } from './calibrate';

type Found = Verdict['cylinders'][number];

const UNKNOWN = Number.NaN;
const at = (list: readonly string[], word: string | undefined) => (word === undefined ? UNKNOWN : list.indexOf(word));
const least = (list: readonly number[]) => (list.length === 0 ? UNKNOWN : Math.min(...list));
const most = (list: readonly number[]) => (list.length === 0 ? UNKNOWN : Math.max(...list));
const middle = (list: readonly number[]) => (list.length === 0 ? UNKNOWN : median(list));

/**
 * All that the readings and notes of one engine say to the question that is asked, as figures: of its kind, of the test,
 * of the cylinder, and of the others beside it.
 * @param odds our own of each cause are added, in the order of `causes`
 */
export function figuresFor({ case: one, cylinder: id, ranked }: Asked, causes: readonly string[] = []): Float64Array {
  const { job } = one;
  const { cylinders } = judge(job);
  const facts = factsOf(job, cylinders);
  const own = cylinders.find((found) => found.id === id) as Found;
  const others = cylinders.filter((found) => found.id !== id);
  return Float64Array.from([
    ...ofTheKind(job),
    ...ofTheTest(job),
    ...ofCylinder(own, facts.get(id) ?? {}),
    ...besideIt(job, own, others, facts),
    ...causes.map((name) => {
      const odds = ranked.find(({ cause, which }) => (which ?? cause) === name)?.probability;
      return odds === undefined ? UNKNOWN : Math.log((odds + 1e-6) / (1 - odds + 1e-6));
    }),
  ]);
}

function ofTheKind({ engine, books }: JobFile): number[] {
  const [book] = books ?? [];
  const { boreMm, strokeMm, compressionRatio } = { ...presetOf(engine), ...engine };
  return [
    engine.cycle === 'two-stroke' ? 1 : 0,
    engine.fuel === 'diesel' ? 1 : 0,
    at(FAMILIES, engine.family),
    engine.cylinders.length,
    at(['single', 'inline', 'vee', 'flat'], engine.layout),
    engine.cooling === 'air' ? 1 : 0,
    at(['none', 'lever', 'automatic'], engine.compressionRelease),
    at(CHAMBERS, chamberOf(engine)),
    boreMm,
    strokeMm,
    compressionRatio,
    engine.hours ?? UNKNOWN,
    book?.compression?.min ?? UNKNOWN,
    (book?.compression?.max ?? UNKNOWN) / (book?.compression?.min ?? UNKNOWN),
    book?.compression?.releaseActing === undefined ? UNKNOWN : Number(book.compression.releaseActing),
  ];
}

function ofTheTest(job: JobFile): number[] {
  const compression = job.tests?.find((test) => test.kind === 'compression');
  const leakdown = job.tests?.find((test) => test.kind === 'leakdown');
  const breatherOff = leakdown?.readings.find((reading) => reading.breatherOff !== undefined)?.breatherOff;
  const noted = compression && conditionsOf(job, compression);
  return [
    compression ? 1 : 0,
    leakdown ? 1 : 0,
    at(['engine-end', 'elsewhere', 'unsaid'], noted?.valve),
    at(['open', 'closed', 'unsaid'], noted?.throttle),
    at(['turns-well', 'labours', 'unsaid'], noted?.cranking),
    at(['warm', 'cold', 'unsaid'], noted?.temperature),
    noted?.speed ?? UNKNOWN,
    leakdown?.tester?.orificeMm ?? UNKNOWN,
    breatherOff === undefined ? UNKNOWN : Number(breatherOff),
  ];
}

/** A dry reading against the limit here, and against what its kind reads by rule of thumb. */
const levels = ({ compression }: Found): [number, number] =>
  compression
    ? [
        compression.limit.minHereKPa === undefined ? UNKNOWN : compression.readKPa / compression.limit.minHereKPa,
        compression.readKPa,
      ]
    : [UNKNOWN, UNKNOWN];

function ofCylinder(found: Found, facts: Facts): number[] {
  const { compression, wet, leakage, strokes } = found;
  const [level, read] = levels(found);
  const loud = (place: string) =>
    leakage ? (leakage.heard.find((heard) => heard.at === place)?.level ?? UNKNOWN) : UNKNOWN;
  return [
    level,
    read,
    compression?.limit.maxHereKPa === undefined ? UNKNOWN : compression.readKPa / compression.limit.maxHereKPa,
    compression?.firstStroke === undefined ? UNKNOWN : compression.firstStroke / compression.reading,
    at(['quick', 'climbing', 'flat-low'], strokes?.pattern),
    strokes?.firstShare ?? UNKNOWN,
    wet ? wet.wetKPa / wet.dryKPa : UNKNOWN,
    wet?.rise ?? UNKNOWN,
    wet?.from ?? UNKNOWN,
    leakage?.percent ?? UNKNOWN,
    leakage?.holeMm ?? UNKNOWN,
    ...FACT_NAMES.map((fact) => facts[fact]?.bin ?? UNKNOWN),
    ...['exhaust', 'intake', 'crankcase', 'coolant', 'neighbour', 'head-joint', 'adapter'].map(loud),
  ];
}

function besideIt(job: JobFile, own: Found, others: readonly Found[], facts: Map<string, Facts>): number[] {
  const read = (list: readonly Found[]) => list.flatMap(({ compression }) => compression?.readKPa ?? []);
  const mine = own.compression?.readKPa ?? UNKNOWN;
  const theirs = read(others);
  const step = job.engine.layout === 'vee' ? 2 : 1;
  const beside = read(others.filter(({ id }) => Math.abs(Number(id) - Number(own.id)) === step));
  const all = [...theirs, ...(Number.isNaN(mine) ? [] : [mine])];
  const lost = (list: readonly Found[]) => list.flatMap(({ leakage }) => leakage?.percent ?? []);
  const [level] = levels(own);
  const byLevel = [own, ...others].map((found) => levels(found)[0]).filter((x) => !Number.isNaN(x));
  const heard = (place: string) =>
    most(others.flatMap(({ leakage }) => leakage?.heard.find((one) => one.at === place)?.level ?? []));
  return [
    mine / most(theirs),
    mine / middle(theirs),
    mine / least(theirs),
    least(beside.map((one) => Math.abs(Math.log(one / mine)))),
    mine / least(beside),
    middle(theirs),
    most(all) / least(all),
    middle(byLevel),
    least(byLevel),
    most(byLevel),
    level / most(byLevel),
    (own.leakage?.percent ?? UNKNOWN) - middle(lost(others)),
    most(lost(others)),
    middle(lost(others)),
    middle(others.flatMap(({ wet }) => (wet ? wet.wetKPa / wet.dryKPa : []))),
    middle(others.flatMap(({ strokes }) => strokes?.firstShare ?? [])),
    (own.strokes?.firstShare ?? UNKNOWN) / middle(others.flatMap(({ strokes }) => strokes?.firstShare ?? [])),
    most(others.map(({ id }) => facts.get(id)?.strokes?.bin ?? UNKNOWN).filter((x) => !Number.isNaN(x))),
    heard('exhaust'),
    heard('intake'),
    heard('neighbour'),
    heard('coolant'),
    others.filter(({ state }) => state === 'low' || state === 'dead').length,
  ];
}
