import type { SpreadLimits } from '../limits/limits';
import { probabilityBelow } from '../quantity/normal';
import { fromKPa, type PressureUnit } from '../quantity/pressure';
import { type CylinderSpread, type Spread, spread } from '../spread/spread';
import type { DryMeasure } from './measure';
import type { JudgedSpread } from './judgement';
import type { Reason } from './reason';
import { type State, SURE, worstOf } from './state';

export interface SpreadFinding {
  judged: JudgedSpread;
  /** By cylinder: what the comparison says of it. */
  byCylinder: Map<string, { state: State; reason: Reason }>;
}

/** The cylinders against each other. Nothing below two of them. */
export function judgeSpread(measures: readonly DryMeasure[], limits: SpreadLimits, unit: PressureUnit): SpreadFinding | undefined {
  const inputs = measures.map(({ cylinder, counted }) => ({ cylinder, figure: counted.kPa, ownDoubt: counted.ownDoubtKPa }));
  const found = spread(inputs, limits.method);
  if (!found) return undefined;
  const byCylinder = new Map(found.perCylinder.map((c) => [c.cylinder, judgeOne(c, limits)]));
  return { judged: shown(found, limits, unit, worstOf([...byCylinder.values()].map((c) => c.state))), byCylinder };
}

function judgeOne(one: CylinderSpread, limits: SpreadLimits): { state: State; reason: Reason } {
  const { method, watch, limit, source } = limits;
  const within = probabilityBelow(limit, one.amount, one.doubt);
  const numbers = { method, amount: one.amount, doubt: one.doubt, watch, limit, source };
  if (one.side === 'above') {
    // Standing above the others is no weakness; it is a reason to look for carbon, or at the others.
    return within < 1 - SURE
      ? { state: 'watch', reason: { rule: 'stands-above-the-others', method, amount: one.amount, limit } }
      : { state: 'sound', reason: { rule: 'spread-met', ...numbers } };
  }
  if (within < 1 - SURE) return { state: 'low', reason: { rule: 'spread-missed', ...numbers } };
  if (within <= SURE) return { state: 'unproven', reason: { rule: 'spread-too-close', ...numbers } };
  if (watch < limit && probabilityBelow(watch, one.amount, one.doubt) < 0.5) return { state: 'watch', reason: { rule: 'spread-watch', ...numbers } };
  return { state: 'sound', reason: { rule: 'spread-met', ...numbers } };
}

function shown(found: Spread, limits: SpreadLimits, unit: PressureUnit, state: State): JudgedSpread {
  const plain = found.method === 'difference';
  const out = (figure: number) => (plain ? fromKPa(figure, unit) : figure);
  return {
    method: found.method,
    worstPercent: out(found.worst),
    unit: plain ? unit : 'percent',
    perCylinder: found.perCylinder.map((c) => ({ ...c, amount: out(c.amount), doubt: out(c.doubt) })),
    state,
    watch: out(limits.watch),
    limit: out(limits.limit),
    source: limits.source,
  };
}
