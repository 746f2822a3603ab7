import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { rugged } from '../src/rugged';

const dir = mkdtempSync(path.join(tmpdir(), 'rugged-'));
const file = (content: unknown) => {
  const name = path.join(dir, 'a.job.json');
  writeFileSync(name, typeof content === 'string' ? content : JSON.stringify(content));
  return name;
};
const good = {
  format: 'rugged-gauge-job',
  version: 1,
  engine: { cycle: 'two-stroke', fuel: 'petrol', family: 'outboard', cylinders: ['1', '2'] },
  tests: [
    {
      kind: 'compression',
      engineTemperature: 'warm',
      throttle: 'open',
      readings: [
        { cylinder: '1', unit: 'psi', peak: 142 },
        { cylinder: '2', unit: 'psi', peak: 112 },
      ],
    },
  ],
};

test('judge prints the verdict as JSON', async () => {
  const { code, out, err } = await rugged(['judge', file(good)]);
  expect([code, err]).toEqual([0, undefined]);
  const verdict = JSON.parse(out ?? '') as { engine: unknown; cylinders: { state: string }[] };
  expect(verdict.cylinders.map(({ state }) => state)).toEqual(['sound', 'low']);
  expect(Object.keys(verdict)).toEqual(
    expect.arrayContaining(['cylinders', 'spread', 'crankcase', 'engine', 'causes', 'cautions', 'next']),
  );
});

test.each<[string, unknown, RegExp]>([
  ['not JSON', '{', /\(file\): is not JSON/],
  [
    'text in a number',
    { ...good, tests: [{ kind: 'compression', readings: [{ cylinder: '1', unit: 'psi', peak: '1' }] }] },
    /tests\[0\]\.readings\[0\]\.peak: must be a number/,
  ],
  [
    'a reading that cannot be',
    { ...good, tests: [{ kind: 'compression', readings: [{ cylinder: '7', unit: 'psi', peak: 1 }] }] },
    /tests\[0\]\.readings\[0\]\.cylinder: there is no cylinder 7/,
  ],
])('%s: exit 2, one line with file, field and reason', async (_name, content, line) => {
  const { code, out, err } = await rugged(['judge', file(content)]);
  expect(code).toBe(2);
  expect(out).toBeUndefined();
  expect(err).toMatch(line);
  expect(err).toContain(dir);
  expect(err).not.toContain('\n');
});

test('a missing file is bad input, not a crash', async () => {
  expect(await rugged(['judge', path.join(dir, 'nowhere')])).toMatchObject({
    code: 2,
    err: expect.stringContaining('ENOENT'),
  });
});
test('decide prints each option with its spread, the recommended one, and what would flip it', async () => {
  const decision = {
    currency: 'EUR',
    labourRatePerHour: 60,
    valueRunning: 1500,
    valueAsIs: 200,
    options: [
      { name: 'leave it' },
      { name: 'top end', cures: ['rings-or-bore'], partsLow: 150, partsLikely: 180, partsHigh: 300, hoursLikely: 4 },
    ],
  };
  const { code, out } = await rugged(['decide', file({ ...good, decision })]);
  expect(code).toBe(0);
  const decided = JSON.parse(out ?? '') as { options: { name: string; mean: number; p10: number; p90: number }[] };
  expect(decided).toMatchObject({ recommended: expect.any(String) as string, flips: expect.any(Array) as unknown[] });
  expect(decided.options.map(({ name }) => name)).toEqual(['leave it', 'top end']);
  expect(decided.options[1]?.mean).toBeCloseTo(210 + 240, 6);
  expect(decided.options[1]?.p90).toBeGreaterThan(decided.options[1]?.p10 ?? Infinity);
});
test('a decision without ways makes them itself, at most five, and answers what it was brought in for', async () => {
  const decision = { currency: 'EUR', valueRunning: 1500, valueAsIs: 200 };
  const { out } = await rugged(['decide', file({ ...good, purpose: 'go-or-stop', decision })]);
  const decided = JSON.parse(out ?? '') as Record<string, unknown> & {
    options: { cures: string[]; leaves: string[]; firstBill: number; mayFollow: object[] }[];
    answer: { is: string; text: string };
  };
  expect(decided.options.length).toBeGreaterThan(2);
  expect(decided.options.length).toBeLessThanOrEqual(5);
  expect(decided.options.every(({ firstBill, mayFollow }) => firstBill >= 0 && Array.isArray(mayFollow))).toBe(true);
  expect(decided.answer.is).toMatch(/yes|no|not-yet/);
  expect(decided.answer.text).toMatch(/^(Yes|No|Not yet)[.,] /);
  expect(decided).not.toHaveProperty('input');
});
test('a page is printed as plain text for whom it is asked', async () => {
  const told = {
    ...good,
    purpose: 'buying',
    machine: 'Orrin 20 on the skiff',
    shop: 'Tidewrack',
    decision: { currency: 'EUR' },
  };
  const { code, out = '' } = await rugged(['page', file(told)]);
  expect(code).toBe(0);
  expect(out).toMatch(/^Tidewrack · .*\nOrrin 20 on the skiff\nBEFORE YOU BUY\n/);
  expect(out).toMatch(/[Tt]ake about [\d,]+ EUR off the price/);
  expect(out).toMatch(/Ask the seller\n- /);
  expect(out).not.toMatch(/\byour\b|undefined|NaN/i);
  expect((await rugged(['page', file(told), '--for', 'proof'])).out).toMatch(/BEFORE AND AFTER THE REPAIR/);
  expect(await rugged(['page', file(told), '--for', 'nobody'])).toMatchObject({
    code: 2,
    err: expect.stringContaining('--for'),
  });
});
test('a file without a decision, and one that is upside down, are refused at the field', async () => {
  expect(await rugged(['decide', file(good)])).toMatchObject({ code: 2, err: expect.stringContaining('decision') });
  const upside = {
    labourRatePerHour: 1,
    valueRunning: 1,
    valueAsIs: 1,
    options: [{ name: 'a', partsLow: 9, partsLikely: 1 }],
  };
  const { code, err } = await rugged(['decide', file({ ...good, decision: upside })]);
  expect(code).toBe(2);
  expect(err).toContain('options[0].partsLow: must not be above partsLikely');
});
test('plan prints the ranked next steps of the same verdict', async () => {
  const [judged, planned] = await Promise.all(
    ['judge', 'plan'].map(
      async (command) => JSON.parse((await rugged([command, file(good)])).out ?? '') as { next: unknown },
    ),
  );
  expect(planned).toEqual({ next: judged?.next });
});
test('simulate prints a job that judge takes, and refuses a fault at its field', async () => {
  const virtual = { seed: 1, tests: ['compression', 'leakdown'], truth: true };
  const { code, out } = await rugged(['simulate', file({ ...good, tests: [], virtual })]);
  expect(code).toBe(0);
  expect(JSON.parse(out ?? '')).toMatchObject({
    format: 'rugged-gauge-job',
    truth: { cylinders: [{ state: 'sound' }, { state: 'sound' }] },
  });
  expect((await rugged(['judge', '-'], () => out ?? '')).code).toBe(0);
  expect(
    await rugged([
      'simulate',
      file({ ...good, virtual: { ...virtual, faults: [{ cause: 'crank-seal', cylinder: '9', severity: 1 }] } }),
    ]),
  ).toMatchObject({ code: 2, err: expect.stringContaining('virtual.faults[0].cylinder') });
  expect(await rugged(['simulate', file(good)])).toMatchObject({
    code: 2,
    err: expect.stringContaining('virtual: is required'),
  });
});
test('anything else explains itself', async () => {
  expect(await rugged([])).toMatchObject({ code: 2, err: expect.stringContaining('usage') });
  expect(await rugged(['--help'])).toMatchObject({ code: 0 });
  expect(await rugged(['polish', 'x'])).toMatchObject({ code: 2, err: expect.stringContaining('no command polish') });
  expect(await rugged(['judge'])).toMatchObject({ code: 2 });
});

describe('trace', () => {
  const csv = (text: string) => {
    const name = path.join(dir, 'a.csv');
    writeFileSync(name, text);
    return name;
  };
  /** Five strokes a second, each a hump to its peak. */
  const humps = (peaks: readonly number[], line: (ms: number, p: number) => string) =>
    peaks
      .flatMap((peak, stroke) =>
        Array.from({ length: 200 }, (_, i) => line(200 * stroke + i, peak * Math.exp(-(((i - 100) / 12) ** 2)))),
      )
      .join('\n');

  test('prints strokes, peak, first share, speed in both cycles and the unit of the header', async () => {
    const { code, out } = await rugged([
      'trace',
      csv(`t_ms,pressure (psi)\n${humps([85, 120, 138], (ms, p) => `${ms},${p.toFixed(2)}`)}`),
    ]);
    expect(code).toBe(0);
    expect(JSON.parse(out ?? '')).toMatchObject({
      kind: 'cylinder',
      unit: 'psi',
      peak: 138,
      samples: 600,
      seconds: expect.closeTo(0.599, 9),
      strokes: [{ peak: 85 }, { peak: 120 }, { peak: 138 }],
      firstShare: expect.closeTo(0.616, 3),
      strokesPerMinute: expect.closeTo(300, 6),
      crankingRpm: { 'two-stroke': expect.closeTo(300, 6), 'four-stroke': expect.closeTo(600, 6) },
      dropouts: [],
      saturation: [],
    });
  });
  test('semicolons and decimal commas, unit asked for', async () => {
    const { out } = await rugged([
      'trace',
      csv(humps([8, 9, 9], (ms, p) => `${(ms / 1000).toFixed(3)};${p.toFixed(3)}`.replaceAll('.', ','))),
      '--unit',
      'bar',
    ]);
    expect(JSON.parse(out ?? '')).toMatchObject({ unit: 'bar', peak: 9, strokes: [{}, {}, {}] });
  });
  test.each<[string, string[], RegExp]>([
    ['words only', ['trace', 'words'], /\(columns\): needs a time column and a pressure column/],
    ['a file that is not there', ['trace', 'nowhere'], /\(file\): cannot be read: ENOENT/],
    ['an unknown unit', ['trace', 'words', '--unit', 'torr'], /--unit: must be one of psi/],
    ['an unknown option', ['trace', 'words', '--loud'], /usage/],
  ])('%s: exit 2', async (_, [name, which, ...rest], line) => {
    const { code, err } = await rugged([
      name as string,
      which === 'nowhere' ? path.join(dir, 'nowhere.csv') : csv('a,b\nx,y\n'),
      ...rest,
    ]);
    expect(code).toBe(2);
    expect(err).toMatch(line);
  });
});
