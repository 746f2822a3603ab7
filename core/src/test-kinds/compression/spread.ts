import type { SpreadLimits } from '../../limits/limits';
import { probabilityBelow } from '../../quantity/normal';
import { fromKPa } from '../../quantity/pressure';
import { type CylinderSpread, type Spread, type SpreadInput, spread } from '../../spread/spread';
import type { DryMeasure } from './measure';
import { settleByRepeats } from '../../reading/settle';
import { differs, type State, SURE, worstOf } from '../../jobfile/state';
import { SPREAD_METHODS } from '../../jobfile/book';
import { SPREAD_LIMIT_SCHOOLS, type Otherwise } from '../../limits/schools';
import type { JudgedSpread, CompressionReason } from './judged';
import type { PressureUnit } from '../../quantity/units';

export interface SpreadFinding {
  judged: JudgedSpread;
  /** By cylinder: what the comparison says of it. */
  byCylinder: Map<string, { state: State; reason: CompressionReason }>;
}

/** The cylinders against each other. Nothing below two of them. */
export function judgeSpread(
  measures: readonly DryMeasure[],
  limits: SpreadLimits,
  unit: PressureUnit,
): SpreadFinding | undefined {
  const inputs = measures.map(({ cylinder, counted }) => ({
    cylinder,
    figure: counted.kPa,
    ownDoubt: counted.ownDoubtKPa,
  }));
  const found = spread(inputs, limits.method);
  if (!found) return undefined;
  const methods = limits.source.kind === 'book' ? [] : otherMethods(inputs, limits);
  const byCylinder = new Map(
    found.perCylinder.map((c, i) => {
      const judged = judgeOne(c, limits);
      const others = [
        ...otherLimits(c, limits, judged.state),
        ...methods.flatMap(({ method, judge }): Otherwise[] => {
          const state = judge[i]?.state ?? judged.state;
          return differs(state, judged.state) ? [{ school: { matter: 'spread-method', method }, state }] : [];
        }),
      ];
      return [
        c.cylinder,
        others.length === 0 ? judged : { ...judged, reason: { ...judged.reason, others } as CompressionReason },
      ];
    }),
  );
  return { judged: shown(found, limits, unit, worstOf([...byCylinder.values()].map((c) => c.state))), byCylinder };
}

/** The same cylinders in the other methods of percent, under the same limit. */
function otherMethods(inputs: readonly SpreadInput[], limits: SpreadLimits) {
  if (limits.method === 'difference') return [];
  return SPREAD_METHODS.filter((method) => method !== limits.method && method !== 'difference').map((method) => ({
    method,
    judge: spread(inputs, method)?.perCylinder.map((c) => judgeOne(c, { ...limits, method })) ?? [],
  }));
}

/** What shops with another limit would say of the same figure. A book's limit is nobody's school. */
function otherLimits(one: CylinderSpread, limits: SpreadLimits, state: State): Otherwise[] {
  if (limits.source.kind === 'book' || limits.method === 'difference') return [];
  return SPREAD_LIMIT_SCHOOLS.filter((percent) => percent !== limits.limit).flatMap((percent): Otherwise[] => {
    const under = judgeOne(one, { ...limits, limit: percent, watch: Math.min(limits.watch, percent) }).state;
    return differs(under, state) ? [{ school: { matter: 'spread-limit', percent }, state: under }] : [];
  });
}

function judgeOne(one: CylinderSpread, limits: SpreadLimits): { state: State; reason: CompressionReason } {
  const { method, watch, limit, source } = limits;
  const within = probabilityBelow(limit, one.amount, one.doubt);
  const numbers = { method, amount: one.amount, doubt: one.doubt, watch, limit, source };
  if (one.side === 'above') {
    // Standing above the others is no weakness; it is a reason to look for carbon, or at the others.
    return one.amount > limit
      ? {
          state: within < 1 - SURE ? 'watch' : 'sound',
          reason: { rule: 'stands-above-the-others', method, amount: one.amount, limit },
        }
      : { state: 'sound', reason: { rule: 'spread-met', ...numbers } };
  }
  if (within < 1 - SURE) return { state: 'low', reason: { rule: 'spread-missed', ...numbers } };
  if (within <= SURE)
    return {
      state: 'unproven',
      reason: { rule: 'spread-too-close', ...numbers, settle: settleByRepeats(one.amount - limit, 0, one.doubt, 1) },
    };
  if (watch < limit && probabilityBelow(watch, one.amount, one.doubt) < 0.5)
    return { state: 'watch', reason: { rule: 'spread-watch', ...numbers } };
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
