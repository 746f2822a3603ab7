import { asJobFile, newPageSchema } from '@rugged/contract';
import { type Bench, decisionOf, toJobFile } from '@rugged/contract/bench';
import { PAGE_KINDS } from '@rugged/contract/page';
import { KIND_NAMES, type KindName, PURPOSES } from '@rugged/core';
import { decide, decideBy, readyMade, weighJob } from '@rugged/core/decide';
import fc from 'fast-check';
import { makePage, pageHtml, type PageFacts, suggestedLead, usualPage } from '../src';
import { benchOf, factsOf, id, NOW } from './bench.fixture';

const anyKind = fc.constantFrom(...KIND_NAMES);
const peaks = fc.array(fc.integer({ min: 0, max: 280 }), { minLength: 1, maxLength: 6 });
const lost = fc.option(fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 1, maxLength: 6 }), { nil: undefined });

describe('whatever was read on whatever engine', () => {
  test('every page can be made and kept, and speaks of no part that the engine has not', () => {
    fc.assert(
      fc.property(anyKind, peaks, lost, fc.constantFrom(...PURPOSES), (kind, read, air, purpose) => {
        const bench = benchOf(kind, read, { purpose, ...(air ? { lost: air } : {}) });
        const facts = factsOf(bench);
        const { cycle, fuel, headless, cylinders } = bench.engine;
        for (const pageKind of PAGE_KINDS) {
          const page = makePage(pageKind, facts);
          expect(
            newPageSchema.validate({ id: id(9), jobId: id(1), page, madeAt: NOW }, { convert: false }).error,
          ).toBeUndefined();
          const words = JSON.stringify(page);
          expect(words).not.toMatch(/deciban|undefined|NaN|\[object/);
          if (cycle === 'two-stroke') expect(words).not.toMatch(/intake valve|exhaust valve|guides and seats/);
          else expect(words).not.toMatch(/crankcase does not|seals of its crankcase/);
          if (fuel === 'diesel') expect(words).not.toMatch(/spark/i);
          if (headless) expect(words).not.toMatch(/head gasket/);
          if (cylinders.length === 1) expect(words).not.toMatch(/[Cc]ylinder 1|Cyl 1/);
        }
        expect(PAGE_KINDS).toContain(usualPage(bench, facts));
      }),
    );
  });
  test('however much was written down, a page can be kept', () => {
    const words = 'carburettor cleaned twice over '.repeat(12);
    const before = benchOf('snow-twin', [96, 124], { words });
    const bench: Bench = {
      ...before,
      job: { ...before.job, alreadyDone: words.repeat(2), otherSaid: words },
      repairs: [{ id: id(8), jobId: id(1), what: words, parts: words.repeat(2), madeAt: NOW }],
    };
    for (const kind of PAGE_KINDS) {
      const page = makePage(kind, factsOf(bench));
      expect(newPageSchema.validate({ id: id(9), jobId: id(1), page, madeAt: NOW }).error).toBeUndefined();
    }
  });
  test('what is written down is shown as it is, and never as markup', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 60 }), (words) => {
        const facts = factsOf(benchOf('snow-twin', [120, 80]));
        const html = pageHtml(makePage('owner', facts, `<b onload="x">${words}</b>`), { photo: (photo) => photo });
        expect(html).not.toContain('<b onload');
        expect(html).toContain('&lt;b onload=&quot;x&quot;&gt;');
      }),
      { numRuns: 20 },
    );
  });
});

test('the owner reads what it has, what is advised, what it costs and where the shop calls', () => {
  const bench = benchOf('outboard-two-stroke-twin', [142, 98], { lost: [8, 44] });
  const worst = new Map([['rings-or-bore', 0.97] as const, ['sound', 0.03] as const]);
  const troubles = { worst, others: [] };
  const { options } = readyMade(bench.engine, 'low', troubles);
  const input = {
    currency: 'EUR',
    labourRatePerHour: 60,
    valueRunning: 2400,
    valueAsIs: 400,
    wantedHours: 50,
    options,
  };
  const decided = decideBy(input, troubles, [], 2000);
  const topEnd = 'New top end (piston, rings, gaskets)';
  const page = makePage('owner', factsOf(bench, { decided, input, chosen: topEnd, stopAt: 905 }));
  expect(page.lead).toMatch(
    /^Your cylinder 2 (probably |most likely )?leaks past its piston rings\. Worth repairing: new top end \(.*\), about [\d,]+ EUR\.$/,
  );
  expect(page.about).toBe('Orrin 20, the skiff · for Wil Tarn');
  expect(page.asks).toEqual({ option: topEnd, stopAt: 905, currency: 'EUR' });
  const html = pageHtml(page, { photo: (photo) => photo, answer: { action: '/answer' } });
  for (const said of ['142', '98', '44\u00a0%', 'We stop and call you at 905 EUR.', 'I agree', 'Not tested'])
    expect(html).toContain(said);
  // Chances are words.
  expect(html).not.toMatch(/in 100\b/);
  const ways = page.blocks.find((block) => block.is === 'ways');
  expect(ways?.is === 'ways' && ways.ways.map(({ name, as }) => [as, name])).toEqual([
    ['advised', topEnd],
    ['cheaper', 'Run it another season'],
    ['more', 'Bored, with a larger piston'],
  ]);
  const top = decided.options.find(({ name }) => name === topEnd);
  expect(ways?.is === 'ways' && ways.ways[0]).toMatchObject({
    text: expect.stringMatching(
      /^Fixes it in about 9 of 10 cases\. In about 2 of 10 cases it needs more .* EUR on top\.$/,
    ),
    likely: Math.round(top?.mean ?? 0),
  });
  expect(html).toMatch(/It lasts the 50 hours you want of it in about \d of 10 cases\./);
  // A page that is not asked has no buttons.
  expect(pageHtml(page, { photo: (photo) => photo })).not.toContain('<form');
});

test('a first try that most likely leads to more has its own bill, and what follows in words', () => {
  const bench = benchOf('quad-single', [52]);
  const troubles = { worst: new Map([['exhaust-valve', 0.9] as const, ['sound', 0.1] as const]), others: [] };
  const { options } = readyMade(bench.engine, 'dead', troubles);
  const input = { currency: 'EUR', labourRatePerHour: 60, valueRunning: 2600, valueAsIs: 300, options };
  const decided = decideBy(input, troubles, [], 500);
  const first = decided.options.find(({ name }) => name === 'Set the valve clearances first');
  const page = makePage('owner', factsOf(bench, { decided, input, chosen: first?.name ?? '' }));
  const ways = page.blocks.find((block) => block.is === 'ways');
  expect(ways?.is === 'ways' && ways.ways[0]).toEqual({
    name: 'Set the valve clearances first',
    as: 'advised',
    text: expect.stringMatching(
      /In about 8 of 10 cases it needs more once it is open: head off, valves ground, new gasket/,
    ),
    likely: Math.round(first?.firstBill ?? 0),
  });
});

test('what was found once it was open takes the lead, with the odds that had been given', () => {
  const bench = benchOf('motorcycle-four', [150, 92, 149, 151]);
  bench.outcomes = [
    {
      id: id(7),
      jobId: id(1),
      cylinder: '2',
      found: 'exhaust-valve',
      predicted: 'exhaust-valve',
      probability: 0.86,
      madeAt: NOW,
    },
  ];
  const facts = factsOf(bench);
  expect(suggestedLead('owner', facts)).toContain(
    'We opened it and found an exhaust valve that does not seal in cylinder 2.',
  );
  expect(JSON.stringify(makePage('owner', facts))).toContain('as the readings had said');
});

test('what is less likely than not is not thought: the two likeliest are named, and nothing is a buyer’s yet', () => {
  const facts = factsOf(benchOf('diesel-triple', [421, 310, 415]));
  for (const [kind, whose] of [
    ['owner', 'Your cylinder 2'],
    ['buyer', 'Cylinder 2'],
  ] as const) {
    const lead = suggestedLead(kind, facts);
    expect(lead).toContain(`${whose} does not seal as it should. Why is not proven yet: most likely it leaks past`);
    expect(lead).toMatch(/, or it leaks .+\./);
    expect(lead).not.toMatch(/probably|in 100/);
  }
  expect(suggestedLead('buyer', facts)).not.toMatch(/\byour\b/i);
});

test('what the test may have done is said before anything is said of the engine', () => {
  const lead = (kind: KindName, peaks: number[]) => suggestedLead('owner', factsOf(benchOf(kind, peaks)));
  expect(lead('diesel-twin', [272, 268])).not.toMatch(/does not seal/);
  expect(lead('motorcycle-four', [98, 96, 99, 97])).not.toMatch(/does not seal/);
  expect(lead('hand-held-saw', [96])).not.toMatch(/seals well/);
});

test('what stands beside the worst comes in the order of the engine, and what is not proven needs no work yet', () => {
  const facts = factsOf(benchOf('motorcycle-four', [150, 92, 149, 151]));
  const [worst] = facts.report.causes.filter(({ cause }) => cause !== 'sound');
  if (!worst) throw new Error('One of them is low');
  const also = ['4', '1'].map((cylinder) => ({ ...worst, cylinder, probability: 0.6 }));
  const open = facts.report.cylinders.map((one) => (one.id === '2' ? one : { ...one, state: 'unproven' as const }));
  const causes = [worst, ...also];
  expect(suggestedLead('owner', { ...facts, report: { ...facts.report, cylinders: open, causes } })).toMatch(
    /Cylinders 1 and 4 may need work too; it is not proven yet\./,
  );
  const low = suggestedLead('owner', factsOf(benchOf('motorcycle-four', [150, 70, 149, 60])));
  expect(low).toMatch(/Cylinder [24] needs work too\./);
});

test('why it is tested is not what the owner said; several that were not tested are told as several', () => {
  const bench = benchOf('petrol-inboard-four', [150, 149, 148, 151], {
    purpose: 'go-or-stop',
    words: 'Worth going on?',
  });
  const page = JSON.stringify(makePage('owner', factsOf(bench)));
  expect(page).not.toMatch(/You told us/);
  const told = JSON.stringify(makePage('owner', factsOf({ ...bench, job: { ...bench.job, complaint: 'no power' } })));
  expect(told).toMatch(/You told us: no power\./);
  const all = benchOf('petrol-inboard-four', [150, 149, 148, 151], { lost: [5] });
  const alone = all.readings.filter(({ kind, figures }) => kind !== 'leakdown' || figures.cylinder === '1');
  const fed = { ...all, readings: alone };
  expect(JSON.stringify(makePage('owner', factsOf(fed)))).toMatch(/on cylinders 2, 3 and 4/);
});

test('after a repair the proof stands before and after side by side', () => {
  const before = benchOf('snow-twin', [96, 124]);
  const after = benchOf('snow-twin', [126, 127]);
  const at = '2026-05-06T10:00:00.000Z';
  const bench: Bench = {
    ...before,
    repairs: [
      {
        id: id(8),
        jobId: id(1),
        what: 'New top end on cylinder 1',
        parts: 'piston kit',
        madeAt: '2026-05-05T10:00:00.000Z',
      },
    ],
    tests: [...before.tests, ...after.tests.map((test) => ({ ...test, id: id(80), startedAt: at }))],
    readings: [
      ...before.readings,
      ...after.readings.map((reading, i) => ({ ...reading, id: id(90 + i), testId: id(80), takenAt: at })),
    ],
    engine: { ...before.engine, dueEveryMonths: 12 },
  };
  const facts = factsOf(bench);
  expect(usualPage(bench, facts)).toBe('proof');
  const page = makePage('proof', facts);
  const table = page.blocks.find((block) => block.is === 'table' && block.label === 'Before and after');
  expect(table).toMatchObject({
    rows: [
      ['Pressure, cylinder 1', '96\u00a0psi', '126\u00a0psi'],
      ['Pressure, cylinder 2', '124\u00a0psi', '127\u00a0psi'],
    ],
  });
  expect(page.lead).toMatch(/^Done: new top end on cylinder 1\./);
  expect(JSON.stringify(page)).toMatch(/In May 2027/);
});

test('what was found before it was mended is not what it has now', () => {
  const bench = benchOf('ride-on-single', [109]);
  const found = { id: id(7), jobId: id(1), cylinder: '1', found: 'head-gasket-external' as const };
  const opened: Bench = { ...bench, outcomes: [{ ...found, madeAt: '2026-05-02T10:00:00.000Z' }] };
  expect(suggestedLead('owner', factsOf(opened))).toMatch(/^We opened it and found/);
  const mended = { id: id(8), jobId: id(1), what: 'New head gasket', madeAt: '2026-05-03T10:00:00.000Z' };
  expect(suggestedLead('owner', factsOf({ ...opened, repairs: [mended] }))).not.toMatch(/We opened it/);
});

test('repairs count by when they were made, whatever order they come in', () => {
  const before = benchOf('snow-twin', [126, 127]);
  const repair = (what: string, day: number) => ({
    id: id(day),
    jobId: id(1),
    what,
    madeAt: `2026-05-0${day}T10:00:00.000Z`,
  });
  const bench: Bench = { ...before, repairs: [repair('New seals', 3), repair('New carburettor', 1)] };
  expect(suggestedLead('proof', factsOf(bench))).toMatch(/^Done: new seals/);
});
test('a case that holds is told where no cylinder was read', () => {
  const facts = factsOf(benchOf('snow-twin', [126, 127]));
  const unread = { ...facts.report, cylinders: facts.report.cylinders.map((one) => ({ ...one, compression: null })) };
  const crankcase = { state: 'sound' } as NonNullable<PageFacts['report']['crankcase']>;
  const lead = (report: PageFacts['report']) => suggestedLead('owner', { ...facts, report: { ...report, causes: [] } });
  expect(lead({ ...unread, crankcase })).toBe('The crankcase holds. No cylinder was measured yet.');
  expect(lead({ ...unread, crankcase: null })).toBe('Nothing was measured yet.');
});

test('once it was opened the advice follows what was found, not the odds nor the choice of before', () => {
  const bench = benchOf('scooter-four-stroke', [40], { lost: [84] });
  const { options } = readyMade(bench.engine, 'low', weighJob(toJobFile(bench)).troubles);
  const at = (hour: number) => `2026-05-04T${hour}:00:00.000Z`;
  const decision = {
    id: id(70),
    jobId: id(1),
    input: { options, labourRatePerHour: 60, valueRunning: 900, valueAsIs: 80 },
    madeAt: at(11),
  };
  const found = { id: id(71), jobId: id(1), cylinder: '1', found: 'piston-damage' as const, madeAt: at(12) };
  const opened: Bench = {
    ...bench,
    decisions: [{ ...decision, chosen: 'New head gasket', stopAt: 400 }],
    outcomes: [found],
  };
  expect(decisionOf({ ...opened, outcomes: [] })).toMatchObject({ chosen: 'New head gasket', stopAt: 400 });
  expect(decisionOf(opened)).toEqual(decision);
  const file = toJobFile(opened);
  expect(asJobFile(file).found).toEqual([{ cylinder: '1', cause: 'piston-damage' }]);
  const { troubles, tests } = weighJob(file);
  expect([...troubles.worst]).toEqual([
    ['piston-damage', 1],
    ['sound', 0],
  ]);
  expect(tests).toEqual([]);
  const decided = decide(file);
  const runs = (name: string) => [...decided.options, ...decided.others].find((one) => one.name === name)?.runs ?? NaN;
  expect(runs('New head gasket')).toBeLessThan(0.1);
  const cures = options.find(({ name }) => name === decided.recommended)?.cures;
  expect(cures ?? ['piston-damage']).toContain('piston-damage');
  const mended = { id: id(72), jobId: id(1), what: 'piston', madeAt: at(13) };
  expect(toJobFile({ ...opened, repairs: [mended] }).found).toBeUndefined();
});

test('what is as sure of several cylinders is said once, in their order', () => {
  const page = JSON.stringify(makePage('owner', factsOf(benchOf('motorcycle-four', [40, 41, 40, 42], { lost: [70] }))));
  expect(page).toMatch(/ that each of cylinders 1, 2, 3 and 4 leaks past its piston rings\./);
});

test('what was added after the job was closed stands on every page, beside what it takes the place of', () => {
  const bench = benchOf(KIND_NAMES[0] as KindName, [118, 121]);
  const [first] = bench.readings;
  if (!first || first.kind !== 'compression') throw new Error('no reading');
  const mended: Bench = {
    ...bench,
    job: { ...bench.job, status: 'closed', closedAt: NOW },
    readings: [
      ...bench.readings,
      {
        ...first,
        id: id(90),
        supersedes: first.id,
        figures: { ...first.figures, peak: 81 },
        takenAt: '2026-05-06T10:00:00.000Z',
        amends: 'misread the dial.',
        by: 'Ines Varr',
      },
    ],
  };
  for (const kind of PAGE_KINDS) {
    const blocks = makePage(kind, factsOf(mended)).blocks;
    const told = blocks.find((block) => block.is === 'list' && block.label === 'Added after the job was closed');
    expect(told).toMatchObject({
      items: [
        expect.stringMatching(
          /^Compression, [a-z 1]+, 81 psi instead of 118 psi: misread the dial \(Ines Varr, 6 May 2026\)\.$/,
        ),
      ],
    });
    expect(JSON.stringify(makePage(kind, factsOf(bench)))).not.toContain('Added after');
  }
});

test('an engine that seals, and has something else wrong, is told what that is', () => {
  const bench = benchOf('outboard-four-stroke-four', [150]);
  const running = {
    ...bench,
    tests: [...bench.tests, { id: id(7), jobId: id(1), startedAt: NOW, kind: 'running-compression', conditions: {} }],
    readings: [
      ...bench.readings,
      ...bench.engine.cylinders.map((cylinder, i) => ({
        id: id(80 + i),
        testId: id(7),
        kind: 'running-compression',
        figures: { cylinder, unit: 'psi', idle: i === 2 ? 30 : 70 },
        takenAt: NOW,
      })),
    ],
  } as unknown as Bench;
  expect(suggestedLead('owner', factsOf(bench))).toMatch(/the cause is something else than its inside/);
  expect(suggestedLead('owner', factsOf(running))).toMatch(
    /^Your engine seals well\. What we found wrong: cylinder 3 does not breathe while it runs\./,
  );
});
