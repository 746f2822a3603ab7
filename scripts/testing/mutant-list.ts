/** Faults that somebody could make, each with the package whose unit tests must notice it. */
import type { Package } from './suites.ts';

export interface Mutant {
  readonly name: string;
  readonly in: Package;
  readonly file: string;
  /** Stands in the file exactly once. */
  readonly from: string;
  readonly to: string;
  /** Test files that are tried first, by a part of their path. */
  readonly near: string;
}

export const MUTANTS: readonly Mutant[] = [
  {
    name: 'a digit lost in a unit',
    in: 'core',
    file: 'core/src/quantity/pressure.ts',
    from: "'kgf/cm2': 98.0665",
    to: "'kgf/cm2': 98.665",
    near: 'src/quantity',
  },
  {
    name: 'leakage of the wrong gauge',
    in: 'core',
    file: 'core/src/leak/orifice.ts',
    from: '(100 * (supplyKPa - cylinderKPa)) / supplyKPa',
    to: '(100 * (supplyKPa - cylinderKPa)) / (supplyKPa + cylinderKPa)',
    near: 'src/leak',
  },
  {
    name: 'spread against the lowest',
    in: 'core',
    file: 'core/src/spread/spread.ts',
    from: "'lowest-vs-highest': (figures, i) => share(figures[i] as number, Math.max(...figures))",
    to: "'lowest-vs-highest': (figures, i) => share(figures[i] as number, Math.min(...figures))",
    near: 'src/spread',
  },
  {
    name: 'a dose up to the lock',
    in: 'core',
    file: 'core/src/oil/dose-for.ts',
    from: 'const SAFE = 0.8;',
    to: 'const SAFE = 1.2;',
    near: 'src/engine',
  },
  {
    name: 'a slope with its sign turned',
    in: 'core',
    file: 'core/src/trend/theil-sen.ts',
    from: '(b.y - a.y) / (b.x - a.x)',
    to: '(a.y - b.y) / (b.x - a.x)',
    near: 'src/trend',
  },
  {
    name: 'a crankcase fed with too much',
    in: 'core',
    file: 'core/src/limits/hold-limits.ts',
    from: 'const HIGHEST_PSI = 8;',
    to: 'const HIGHEST_PSI = 18;',
    near: 'any-job/crankcase',
  },
  {
    name: 'no room left for an engine without fault',
    in: 'core',
    file: 'core/src/causes/infer.ts',
    from: 'prior: Math.max(LEAST_NONE, 1 - taken)',
    to: 'prior: Math.max(0.0001, 0.2 * (1 - taken))',
    near: 'src/plan/judge.test',
  },
  {
    name: 'oil offered to a dead cylinder',
    in: 'core',
    file: 'core/src/plan/feasible.ts',
    from: "compression.readKPa > 0 && state !== 'dead' &&",
    to: 'compression.readKPa >= 0 &&',
    near: 'src/plan/judge.test',
  },
  {
    name: 'hours without their rate',
    in: 'core',
    file: 'core/src/decide/bill.ts',
    from: 'meanOf(parts) + rate * meanOf(hours) + machineShop',
    to: 'meanOf(parts) + meanOf(hours) + machineShop',
    near: 'src/decide',
  },
  {
    name: 'an office that judges',
    in: 'server',
    file: 'contract/src/people/rights.ts',
    from: "judge: ['owner', 'mechanic'],",
    to: "judge: ['owner', 'mechanic', 'office'],",
    near: 'test/roles',
  },
  {
    name: 'a withdrawn reading that counts',
    in: 'contract',
    file: 'contract/src/bench/bench.ts',
    from: '!superseded.has(reading.id) && !reading.withdrawn',
    to: '!superseded.has(reading.id)',
    near: 'src',
  },
  {
    name: 'a day that no calendar has',
    in: 'contract',
    file: 'contract/src/records/record.ts',
    from: ' && date.getUTCMonth() === month - 1 && date.getUTCDate() === day',
    to: '',
    near: 'src',
  },
  {
    name: 'a bench of another shop',
    in: 'server',
    file: 'server/src/store/bench-query.ts',
    from: 'WHERE j.shop_id = $1 AND j.id = $2`',
    to: 'WHERE $1::uuid IS NOT NULL AND j.id = $2`',
    near: 'test/by-shop',
  },
  {
    name: 'another row under the same id',
    in: 'server',
    file: 'server/src/store/store.ts',
    from: "return same ? { outcome: 'replayed', row: present(found) } : { outcome: 'differs' };",
    to: "return { outcome: same ? 'replayed' : 'replayed', row: present(found) };",
    near: 'test/trust',
  },
  {
    name: 'writes from any site',
    in: 'server',
    file: 'server/src/http/same-origin.ts',
    from: "site === 'same-origin' || site === 'none'",
    to: "site !== ''",
    near: 'test/pages',
  },
  {
    name: 'a text that the database refuses',
    in: 'server',
    file: 'server/src/http/keepable.ts',
    from: "!text.includes('\\0') && !/\\p{Surrogate}/u.test(text)",
    to: "!text.includes('\\0')",
    near: 'test/records',
  },
  {
    name: 'guesses without end',
    in: 'server',
    file: 'server/src/store/guesses.ts',
    from: 'isOver: here >= MOST.here || atAccount >= MOST.account',
    to: 'isOver: here >= 100 * MOST.here',
    near: 'test/session',
  },
  {
    name: 'a refused row that is forgotten',
    in: 'app',
    file: 'app/src/data/outbox/outbox.ts',
    from: '(refused.get(entry.seq) ?? entry)',
    to: '(refused.has(entry.seq) ? undefined : entry)',
    near: 'src/data/outbox',
  },
  {
    name: 'what waits is not shown',
    in: 'app',
    file: 'app/src/data/outbox/pending.ts',
    from: 'readings: replaced(bench.readings, row as unknown as NewReading)',
    to: 'readings: bench.readings',
    near: 'src/data/outbox',
  },
  {
    name: 'a session that never ends',
    in: 'app',
    file: 'app/src/data/recording/session.ts',
    from: 'now - at < KINDS[kind].sessionHours * HOUR_MS',
    to: 'now - at < 24 * KINDS[kind].sessionHours * HOUR_MS',
    near: 'src/data/recording',
  },
];
