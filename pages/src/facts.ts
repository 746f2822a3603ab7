import type { Shop } from '@rugged/contract';
import type { Bench } from '@rugged/contract/bench';
import type { DecisionInput, PressureUnit, Report } from '@rugged/core';
import type { Answer, Decided, DecidedOption } from '@rugged/core/decide';
import { listed } from './words';

/** What a page is made from. */
export interface PageFacts {
  bench: Bench;
  report: Report;
  /** What was set side by side, where anything was; the option that the shop goes for, and where it stops. */
  decided?: Decided;
  /** To what the engine was brought in for. */
  answer?: Answer;
  chosen?: string;
  /** What was weighed. */
  input?: DecisionInput;
  stopAt?: number;
  shop: Pick<Shop, 'name' | 'reach' | 'prices'>;
  unit: PressureUnit;
  now: Date;
  /** Who read it. */
  readers: readonly string[];
  /** Other engines that were here at the same time and stand on the same page. */
  others?: readonly PageFacts[];
  /** Photographs that were chosen for it. */
  photos: readonly { id: string; caption: string }[];
}

/** Of the sums on a page. */
export const currencyOf = ({ input, shop }: Pick<PageFacts, 'input' | 'shop'>): string | undefined =>
  input?.currency ?? shop.prices?.currency;

/** The option that the shop goes for; where it has not said, the one that the figures speak for. */
export function chosenOption({ decided, chosen }: Pick<PageFacts, 'decided' | 'chosen'>): DecidedOption | undefined {
  const name = chosen ?? decided?.recommended;
  return decided?.options.find((one) => one.name === name);
}

/** `cylinder 2`; of a single the engine. */
export const cylinderName = ({ engine }: { engine: Pick<Bench['engine'], 'cylinders'> }, id: string): string =>
  engine.cylinders.length === 1 ? 'the engine' : `cylinder ${id}`;

/** What was not tested. @param plain for somebody who knows nothing of engines */
export function untested({ engine }: Pick<Bench, 'engine'>, { cylinders, crankcase }: Report, plain = false): string[] {
  const missing = (has: (one: Report['cylinders'][number]) => unknown, trade: string, said: string): string[] => {
    const without = cylinders.filter((one) => !has(one)).map(({ id }) => id);
    const what = plain ? said : trade;
    if (without.length === 0) return [];
    return [
      without.length === cylinders.length
        ? what
        : `${what} on ${without.length === 1 ? 'cylinder' : 'cylinders'} ${listed(without)}`,
    ];
  };
  return [
    ...missing(({ compression }) => compression, 'compression', 'the pressure it makes'),
    ...missing(({ leakage }) => leakage, 'leak-down', 'how much air it loses'),
    ...(engine.cycle === 'two-stroke' && !crankcase
      ? [plain ? 'whether its crankcase is tight' : 'the crankcase']
      : []),
    // A diesel has no spark to test.
    engine.fuel === 'diesel' ? 'fuel' : 'spark and fuel',
  ];
}

/** How likely it is that the test was at fault, of all that share it. */
export const blamedOnTest = ({ causes }: Report): number =>
  causes
    .filter(({ cause, cylinder }) => cause === 'test-fault' && cylinder === null)
    .reduce((sum, { probability }) => sum + probability, 0);

/**
 * The likeliest cause of each cylinder that is likelier faulty than not, the worst first. What is blamed on the test
 * leaves a sound engine behind it.
 */
export function troubled(report: Report): Report['causes'] {
  const { causes, crankcase } = report;
  const byTest = blamedOnTest(report);
  const sound = new Map(causes.filter(({ cause }) => cause === 'sound').map((one) => [one.cylinder, one.probability]));
  const seen = new Set<string | null>();
  const worst = causes.filter((one) => {
    if (one.cylinder === null || one.cause === 'sound' || seen.has(one.cylinder)) return false;
    if (one.cause === 'crank-seal') return false;
    if ((sound.get(one.cylinder) ?? 0) + byTest >= HALF) return false;
    seen.add(one.cylinder);
    return true;
  });
  const seals = crankcase?.state === 'low' ? causes.filter(({ cause }) => cause === 'crank-seal').slice(0, 1) : [];
  return [...worst, ...seals];
}
const HALF = 0.5;

/** An engine without a name of its own is called like its machine: said once. */
export const engineAndMachine = ({ engine, machine }: Pick<Bench, 'engine' | 'machine'>): string =>
  alike(engine.name, machine.name) ? engine.name : `${engine.name}, ${machine.name}`;
/** Whatever stands between the words. */
const alike = (a: string, b: string) => bare(a) === bare(b);
const bare = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
