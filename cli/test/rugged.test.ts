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
  format: 'rugged-gauge-job', version: 1, engine: { cycle: 'two-stroke', fuel: 'petrol', family: 'outboard', cylinders: ['1', '2'] },
  tests: [{ kind: 'compression', engineTemperature: 'warm', throttle: 'open', readings: [{ cylinder: '1', unit: 'psi', peak: 142 }, { cylinder: '2', unit: 'psi', peak: 112 }] }],
};

test('judge prints the verdict as JSON', () => {
  const { code, out, err } = rugged(['judge', file(good)]);
  expect([code, err]).toEqual([0, undefined]);
  const verdict = JSON.parse(out ?? '') as { engine: unknown; cylinders: { state: string }[] };
  expect(verdict.cylinders.map(({ state }) => state)).toEqual(['sound', 'low']);
  expect(Object.keys(verdict)).toEqual(expect.arrayContaining(['cylinders', 'spread', 'crankcase', 'engine', 'causes', 'cautions', 'next']));
});

test.each<[string, unknown, RegExp]>([
  ['not JSON', '{', /\(file\): is not JSON/],
  ['text in a number', { ...good, tests: [{ kind: 'compression', readings: [{ cylinder: '1', unit: 'psi', peak: '1' }] }] }, /tests\[0\]\.readings\[0\]\.peak: must be a number/],
  ['a reading that cannot be', { ...good, tests: [{ kind: 'compression', readings: [{ cylinder: '7', unit: 'psi', peak: 1 }] }] }, /tests\[0\]\.readings\[0\]\.cylinder: there is no cylinder 7/],
])('%s: exit 2, one line with file, field and reason', (_name, content, line) => {
  const { code, out, err } = rugged(['judge', file(content)]);
  expect(code).toBe(2);
  expect(out).toBeUndefined();
  expect(err).toMatch(line);
  expect(err).toContain(dir);
  expect(err).not.toContain('\n');
});

test('a missing file is bad input, not a crash', () => {
  expect(rugged(['judge', path.join(dir, 'nowhere')])).toMatchObject({ code: 2, err: expect.stringContaining('ENOENT') });
});
test.each(['plan', 'decide', 'simulate', 'trace'])('%s is not in this version: exit 3', (name) => {
  expect(rugged([name, 'x'])).toEqual({ code: 3, err: `rugged: ${name} is not in this version` });
});
test('anything else explains itself', () => {
  expect(rugged([])).toMatchObject({ code: 2, err: expect.stringContaining('usage') });
  expect(rugged(['--help'])).toMatchObject({ code: 0 });
  expect(rugged(['polish', 'x'])).toMatchObject({ code: 2, err: expect.stringContaining('no command polish') });
  expect(rugged(['judge'])).toMatchObject({ code: 2 });
});
