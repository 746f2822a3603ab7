import { aBench } from './bench.fixture';
import { runningBill } from './running-bill';

const at = (hour: number) => `2026-05-04T${String(hour).padStart(2, '0')}:00:00.000Z`;
const decision = {
  id: 'd',
  jobId: 'j',
  input: { currency: 'EUR', labourRatePerHour: 60, taxPercent: 20, options: [{ name: 'top end' }] },
  stopAt: 600,
  madeAt: at(9),
};
const repair = (id: string, more: object) => ({ id, jobId: 'j', what: 'top end', madeAt: at(11), ...more });
const of = (more: Parameters<typeof aBench>[0]) => runningBill(aBench({ decisions: [decision], ...more }));

test('what was done is summed with tax, whole bills as they are, against what the shop decided or the owner agreed', () => {
  expect(of({})).toBeUndefined();
  expect(runningBill(aBench({ repairs: [repair('a', { cost: 100 })] }))).toBeUndefined();
  // 1.2 x (50 + 2 x 60), and 100 as billed.
  const repairs = [repair('a', { partsCost: 50, hours: 2 }), repair('b', { cost: 100 })];
  expect(of({ repairs })).toEqual({ sofar: 304, limit: 600, currency: 'EUR', is: 'within' });
  const agreed = { id: 'x', jobId: 'j', answer: 'agreed' as const, through: 'shop' as const, madeAt: at(10) };
  expect(of({ repairs, answers: [{ ...agreed, stopAt: 350 }] })).toMatchObject({ limit: 350, is: 'near' });
  expect(of({ repairs, answers: [{ ...agreed, stopAt: 300 }] })).toMatchObject({ is: 'over' });
});
