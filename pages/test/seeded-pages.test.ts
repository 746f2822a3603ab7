import { newPageSchema } from '@rugged/contract';
import { type Bench, toJobFile } from '@rugged/contract/bench';
import { PAGE_KINDS, type PageDocument, type PageKind } from '@rugged/contract/page';
import { CAN_BE, hasInside, INSIDE, KIND_NAMES, type KindName, type Purpose, PURPOSES } from '@rugged/core';
import { decide } from '@rugged/core/decide';
import { makePage, pageText, type PageFacts } from '../src';
import { benchOf, factsOf, id, NOW } from './bench.fixture';

/** Forty jobs of all kinds and purposes, each told to every reader. */

const JOBS = 40;

/** The same job each time it is asked for. */
function seeded(seed: number): { bench: Bench; facts: PageFacts } {
  let state = seed * 2_654_435_761;
  const random = () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
  const one = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)] as T;
  const kind: KindName = KIND_NAMES[seed % KIND_NAMES.length] as KindName;
  const purpose: Purpose = PURPOSES[seed % PURPOSES.length] as Purpose;
  const usual = kind.includes('diesel') ? 380 : 140;
  const peaks = Array.from({ length: 6 }, () => Math.round(usual * one([0.4, 0.7, 0.95, 1, 1, 1.05])));
  const lost = random() < 0.5 ? Array.from({ length: 6 }, () => one([6, 9, 12, 35, 60])) : undefined;
  const bench = benchOf(kind, peaks, { purpose, ...(lost ? { lost } : {}) });
  const job = {
    ...bench.job,
    meter: 212,
    ...(purpose === 'second-opinion' ? { otherSaid: 'It needs a rebuild.' } : {}),
  };
  const looks =
    random() < 0.4
      ? INSIDE.filter((part) => hasInside(bench.engine, part) && random() < 0.4).map((part, i) => ({
          id: id(200 + i),
          testId: id(7),
          kind: 'opened' as const,
          figures: { cylinder: '1', part, seen: random() < 0.5 ? ('good' as const) : one(CAN_BE[part]) },
          takenAt: NOW,
        }))
      : [];
  const whole: Bench = {
    ...bench,
    job,
    engine: { ...bench.engine, meterUnit: 'h' },
    tests: [
      ...bench.tests,
      ...(looks.length > 0
        ? [{ id: id(7), jobId: id(1), kind: 'opened' as const, conditions: {}, startedAt: NOW }]
        : []),
    ],
    readings: [...bench.readings, ...looks],
  };
  const decided = decide(
    {
      ...toJobFile(whole),
      decision: { currency: 'EUR', labourRatePerHour: 70, valueRunning: 2400, valueAsIs: 500, wantedHours: 100 },
    },
    400,
  );
  return {
    bench: whole,
    facts: factsOf(whole, {
      decided,
      input: decided.input,
      answer: decided.answer,
      shop: { name: 'Tidewrack', reach: 'Old Slipway 4', prices: { currency: 'EUR' } },
    }),
  };
}

const jobs = Array.from({ length: JOBS }, (_, seed) => ({ seed, ...seeded(seed) }));
const pagesOf = (facts: PageFacts): [PageKind, PageDocument, string][] =>
  PAGE_KINDS.map((kind) => {
    const page = makePage(kind, facts);
    return [kind, page, pageText(page)];
  });
const each = (look: (one: { kind: PageKind; page: PageDocument; text: string; bench: Bench }) => void) => {
  for (const { bench, facts } of jobs)
    for (const [kind, page, text] of pagesOf(facts)) look({ kind, page, text, bench });
};

test('there is a job of every kind of engine and of every purpose', () => {
  expect(new Set(jobs.map(({ bench }) => bench.engine.kind)).size).toBe(KIND_NAMES.length);
  expect(new Set(jobs.map(({ bench }) => bench.job.purpose)).size).toBe(PURPOSES.length);
  expect(jobs.some(({ bench }) => bench.readings.some(({ kind }) => kind === 'opened'))).toBe(true);
});

test('no page speaks of a part that the engine has not', () => {
  each(({ text, bench: { engine } }) => {
    if (engine.cycle === 'two-stroke') expect(text).not.toMatch(/\bvalve(s|d)?\b(?! at)/i);
    else expect(text).not.toMatch(/\breeds?\b|seals of its crankcase|crank seals/i);
    if (engine.headless) expect(text).not.toMatch(/head gasket/i);
    if (engine.fuel === 'diesel') expect(text).not.toMatch(/spark/i);
    if (engine.cooling === 'air') expect(text).not.toMatch(/cooling water/);
    if (engine.cylinders.length === 1) expect(text).not.toMatch(/cylinders? 1\b|\bcyl 1\b/i);
  });
});

test('every page names its machine, its meter, its shop and how to reach it', () => {
  each(({ text }) => {
    for (const word of ['the skiff', '212 h', 'Tidewrack', 'Old Slipway 4', 'Ines Varr']) expect(text).toContain(word);
  });
});

test('a buyer is never told of his engine, nor of whose it is', () => {
  each(({ kind, text }) => {
    if (kind === 'buyer') expect(text).not.toMatch(/\byour (engine|cylinder)\b|Wil Tarn/i);
    if (kind !== 'buyer') expect(text).not.toMatch(/off the price|Ask the seller/);
    if (kind !== 'second-opinion') expect(text).not.toMatch(/You were told/);
    if (kind !== 'machine-shop') expect(text).not.toMatch(/before you cut/);
  });
});

test('no sum stands without its currency, and no page has more than three ways', () => {
  each(({ page, text }) => {
    for (const block of page.blocks)
      if (block.is === 'ways') {
        expect(block.currency).toBe('EUR');
        expect(block.ways.length).toBeLessThanOrEqual(3);
      }
    for (const [, sum] of text.matchAll(/about ((?:EUR |€)?[\d,]+(?: EUR)?)(?= |\.|,)(?! psi)/g))
      if (Number(sum?.replace(/\D/g, '')) > 20) expect(sum).toMatch(/EUR|€/);
  });
});

test('no word of the trade’s own, and none of the house', () => {
  each(({ text }) => {
    expect(text).not.toMatch(
      /posterior|deciban|belief|verdict|\bodds\b|speaks? for|mend from|and up here|undefined|NaN|\[object|readKPa|TDC|wet test/i,
    );
  });
});

test('every page can be kept', () => {
  each(({ page }) => {
    expect(
      newPageSchema.validate({ id: id(9), jobId: id(1), page, madeAt: NOW }, { convert: false }).error,
    ).toBeUndefined();
  });
});

test('several engines of a visit stand on one page, each by its name, and a buyer is told one sum', () => {
  const [first, second] = [jobs[3], jobs[9]];
  if (!first || !second) throw new Error('too few jobs');
  const other = {
    ...second.facts,
    bench: { ...second.bench, engine: { ...second.bench.engine, name: 'Port engine' } },
  };
  for (const [kind, page, text] of pagesOf({ ...first.facts, others: [other] })) {
    if (kind === 'machine-shop') continue;
    expect(page.lead).toMatch(/^Orrin 20: /);
    expect(text).toContain('Port engine');
    expect(page.title).not.toBe('Your engine');
  }
});
