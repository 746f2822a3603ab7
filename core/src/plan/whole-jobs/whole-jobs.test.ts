import type { JobFile } from '../..';
import { report, type Report } from '../../report/report';
import { judge } from '../judge';
import * as first from './one-to-eleven.fixture';
import * as second from './twelve-to-twenty-one.fixture';

/** What a good mechanic concludes from each of the twenty-one, as far as its tests were done. */

const jobs = { ...first, ...second };

const told = (job: JobFile): Report => report(judge(job));
const states = (job: JobFile) => Object.fromEntries(judge(job).cylinders.map(({ id, state }) => [id, state]));
const likeliest = (job: JobFile, id: string) => {
  const [top] = judge(job)
    .causes.filter(({ cause, cylinder }) => cause !== 'crank-seal' && (cylinder === id || cylinder === null))
    .sort((a, b) => b.probability - a.probability);
  return top?.which ?? top?.cause;
};
const odds = (job: JobFile, id: string, cause: string) =>
  judge(job).causes.find((one) => one.cylinder === id && one.cause === cause)?.probability ?? 0;
const next = (job: JobFile) =>
  judge(job).next.map(({ test, of, cylinder }) => [of ?? test, cylinder].filter(Boolean).join(' '));
const cautions = (job: JobFile) => judge(job).cautions.map(({ caution }) => caution);

test('1. proof of a bottom end: it holds; the case that drops is fed again and soaped first', () => {
  expect(told(jobs.bottomEnd.holds).crankcase?.state).toBe('sound');
  expect(next(jobs.bottomEnd.holds)[0]).toBe('compression PTO');
  const leaks = told(jobs.bottomEnd.leaks);
  expect(leaks.engine.headline).toBe('The crankcase of cyl MAG does not hold its pressure: find where it leaks.');
  expect(leaks.next[0]).toMatchObject({ test: 'crankcase', cylinder: 'MAG' });
  expect(leaks.next[0]?.reason.text).toMatch(/soapy water/);
  expect(judge(jobs.bottomEnd.proven).engine.state).toBe('sound');
  expect(next(jobs.bottomEnd.proven)[0]).toBe('stop');
});
test('2. old twin before it is taken apart: sound by every test, so the carburettors', () => {
  expect(states(jobs.before)).toEqual({ front: 'sound', rear: 'sound' });
  expect(told(jobs.before).next[0]).toMatchObject({ test: 'stop', reason: { because: 'spark-is-there' } });
});
test('3. should this boat be bought: one of the diesel low, no cause by dry alone; the twin is even', () => {
  expect(states(jobs.dieselFour)).toEqual({ 1: 'sound', 2: 'sound', 3: 'sound', 4: 'low' });
  expect(judge(jobs.dieselFour).causes[0]?.probability).toBeLessThan(0.5);
  expect(next(jobs.dieselFour)).toEqual(expect.arrayContaining(['leakdown 4', 'wet 4']));
  expect(judge(jobs.pullTwin).engine.state).toBe('sound');
});
test('4. the crank turned: nothing is believed; then bubbles at 13 %: the gasket, however little', () => {
  expect(states(jobs.header.turned)).toEqual({ 2: 'unproven' });
  expect(told(jobs.header.turned).next[0]).toMatchObject({ test: 'leakdown', reason: { because: 'crank-turned' } });
  expect(states(jobs.header.bubbles)).toEqual({ 2: 'low' });
  expect(odds(jobs.header.bubbles, '2', 'head-gasket-coolant')).toBeGreaterThan(0.8);
  expect(told(jobs.header.bubbles).cylinders[0]?.reasons[0]?.text).toMatch(/however little/);
});
test('5. trimmer: low, and oil lifts it: rings, bore or piston; nothing with a valve', () => {
  expect(states(jobs.trimmer)).toEqual({ 1: 'low' });
  expect(['rings-or-bore', 'piston-damage']).toContain(likeliest(jobs.trimmer, '1'));
  expect(judge(jobs.trimmer).causes.some(({ cause }) => cause.endsWith('-valve'))).toBe(false);
});
test('6. a four by air alone: sound, and no compression is asked for', () => {
  expect(new Set(Object.values(states(jobs.byAir)))).toEqual(new Set(['sound']));
  expect(next(jobs.byAir)[0]).toBe('stop');
});
test('7. air at the intake until the breather comes off: rings, not the intake valve', () => {
  expect(likeliest(jobs.verticalTwin, '1')).toBe('rings-or-bore');
  expect(odds(jobs.verticalTwin, '1', 'intake-valve')).toBeLessThan(0.1);
  expect(next(jobs.verticalTwin).some((step) => /compression|wet/.test(step))).toBe(false);
});
test('8. half of the other: under the rocker cover before anything is ordered; a bent push-rod is the answer', () => {
  expect(next(jobs.condemned.read)[0]).toBe('inspect-valve-train 2');
  expect(odds(jobs.condemned.opened, '2', 'valve-train')).toBeGreaterThan(0.9);
  expect(next(jobs.condemned.opened)).toEqual(['stop']);
});
test('9. tiller that comes down as it is turned: too close to call, and no cranking is asked for', () => {
  expect(states(jobs.tiller)).toEqual({ 1: 'unproven' });
  expect(next(jobs.tiller)).toEqual(['stop']);
});
test('10. smokes on slopes: strong at the joint, clear at the filler: the head gasket, not a rebuild', () => {
  expect(likeliest(jobs.slopes, '1')).toBe('head-gasket-external');
  expect(odds(jobs.slopes, '1', 'rings-or-bore')).toBeLessThan(0.2);
});
test('11. enduro: it passes, with little to spare; the gasket is not named', () => {
  expect(states(jobs.enduro)).toEqual({ 1: 'watch' });
  expect(odds(jobs.enduro, '1', 'head-gasket-coolant')).toBeLessThan(0.1);
});
test('12. veteran six: the starter laboured, and the air proves the bores all the same', () => {
  expect(new Set(Object.values(states(jobs.veteranSix)))).toEqual(new Set(['low']));
  for (const id of jobs.veteranSix.engine.cylinders)
    expect(odds(jobs.veteranSix, id, 'rings-or-bore')).toBeGreaterThan(0.6);
  expect(told(jobs.veteranSix).engine.headline).toMatch(
    /^On every cylinder: the rings or the bore are worn \(41 to 62 psi, 70 to 88 % of the air lost\)/,
  );
  expect(next(jobs.veteranSix)[0]).toBe('stop');
});
test('13. saw after new rings: good; the needle that sinks is the tester', () => {
  expect(states(jobs.saw)).toEqual({ 1: 'sound' });
  expect(cautions(jobs.saw)).toContain('needle-fell');
});
test('14. the sheet: 4 alone, not the gasket between 3 and 4; air next', () => {
  expect(states(jobs.sheet)).toEqual({ 1: 'sound', 2: 'sound', 3: 'sound', 4: 'low' });
  expect(odds(jobs.sheet, '4', 'head-gasket-between')).toBeLessThan(0.1);
  expect(next(jobs.sheet)[0]).toBe('leakdown 4');
});
test('15. flat twin, cold: nothing is sure, and oil on one side proves little', () => {
  expect(judge(jobs.flatTwin).engine.state).toBe('unproven');
  expect(cautions(jobs.flatTwin)).toContain('wet-wets-one-side');
});
test('16. one low, cold: oil on it alone is no proof; nothing at all goes to air, not to oil', () => {
  expect(odds(jobs.oneLowCold.alone, '3', 'rings-or-bore')).toBeLessThan(0.6);
  expect(next(jobs.oneLowCold.alone)[0]).toMatch(/^wet [124]$/);
  expect(cautions(jobs.oneLowCold.all)).toContain('wet-rises-alike');
  expect(states(jobs.oneLowCold.nothing)['3']).toBe('dead');
  expect(next(jobs.oneLowCold.nothing).some((step) => step.startsWith('wet 3'))).toBe(false);
});
test('17. even: stop, no air is needed', () => {
  expect(next(jobs.even)).toEqual(['stop', 'quick-checks']);
});
test('18. one low of eight: again first; the others are good', () => {
  expect(next(jobs.vEight)[0]).toBe('compression 5');
  expect(Object.entries(states(jobs.vEight)).filter(([, state]) => state !== 'sound')).toEqual([['5', 'low']]);
});
test('19. rings that freed overnight: the later test stands', () => {
  expect(judge(jobs.triple).engine.state).toBe('sound');
  expect(judge(jobs.triple).cylinders[1]?.compression?.reading).toBe(129);
});
test('19. the evening before: it stood, so it is read again before anything is concluded', () => {
  const evening = { ...jobs.triple, tests: jobs.triple.tests?.slice(0, 1), symptoms: ['stood-for-years' as const] };
  expect(told(evening).next[0]).toMatchObject({ test: 'retest', reason: { because: 'may-free' } });
  const morning = { ...jobs.triple, symptoms: ['stood-for-years' as const] };
  expect(told(morning).next[0]).toMatchObject({ test: 'stop' });
  expect(cautions(morning)).toContain('rings-freed');
});
test('20. old but running: two low, no cause named under a half; too little oil proves nothing', () => {
  expect(states(jobs.running)).toMatchObject({ 1: 'low', 2: 'low', 3: 'sound', 4: 'sound' });
  expect(told(jobs.running).engine.headline).toBe('Cyl 1 and 2 are low: 117 psi, 115 psi.');
  expect(cautions(jobs.running).filter((one) => one === 'wet-too-little-oil')).toHaveLength(2);
});
test('21. scooter: the wrong stroke asked about first; turned, nearly all goes past the piston', () => {
  expect(told(jobs.scooter.wrong).next[0]).toMatchObject({ test: 'leakdown', reason: { because: 'wrong-stroke' } });
  expect(['rings-or-bore', 'piston-damage']).toContain(likeliest(jobs.scooter.turned, '1'));
  expect(odds(jobs.scooter.turned, '1', 'exhaust-valve')).toBeLessThan(0.1);
});
