import type { EngineChange, EngineRecord } from '@rugged/contract';
import { changedEngine } from '@rugged/contract/bench';
import {
  checkEngine,
  ENGINE_RANGES,
  InputError,
  type KindName,
  KINDS_OF_ENGINE,
  layoutOf,
  type Plug,
  type RangedFigure,
} from '@rugged/core';
import { type Signs, typedNumber } from '@/ui/format';

/** An engine as it is being written down: one that the shop has, or one that is just taken in. */
export type Written = Omit<EngineRecord, 'id' | 'machineId' | 'version'>;
export type Change = Omit<EngineChange, 'version'>;

/** What was touched and not kept yet: choices as they are, figures as they were typed. */
export interface SheetDraft {
  fields: Change;
  texts: Readonly<Record<string, string>>;
}
export const UNTOUCHED: SheetDraft = { fields: {}, texts: {} };

const OWN_FIGURES = { dueEveryUse: [1, 1_000_000], dueEveryMonths: [1, 120] } as const;
const FIGURES = { ...ENGINE_RANGES, ...OWN_FIGURES };
export type FigureField = RangedFigure | keyof typeof OWN_FIGURES;
/** Only what a meter counts has thousands: millimetres, degrees and months never have as many. */
export const signsOf = (field: FigureField): Signs => (FIGURES[field][1] < 1000 ? 'decimal' : 'grouped');
const PLUG = ['threadMm', 'pitchMm', 'reachMm'] as const satisfies readonly (keyof Plug)[];
/** Where the names of the cylinders are typed: in a row, or a bank at a time. */
export const NAMES = ['bank0', 'bank1'] as const;

export interface Read {
  engine: Written;
  errors: Readonly<Record<string, string>>;
  change: Change;
}

/** The engine with the draft laid over it, what is wrong with which field, and the change to be sent. */
export function readSheet(engine: Written, { fields, texts }: SheetDraft): Read {
  const errors: Record<string, string> = {};
  const change: Record<string, unknown> = { ...fields };
  const refuse = (field: string, error: { reason: string }) => {
    errors[field] ??= error.reason;
  };
  for (const [field, [least, most]] of Object.entries(FIGURES)) {
    const text = texts[field];
    if (text === undefined) continue;
    const typed = typedNumber(text, signsOf(field as FigureField));
    if (typed === undefined) change[field] = null;
    else if (typeof typed === 'string') refuse(field, new InputError(field, 'must-be-a-number'));
    else if (typed < least || typed > most) refuse(field, new InputError(field, 'must-be-between', { least, most }));
    else change[field] = typed;
  }
  readPlug(engine, texts, change, refuse);
  readNames(engine, fields, texts, change);
  const intervals = texts['firingIntervals'];
  if (intervals !== undefined) {
    const typed = listed(intervals).map((one) => typedNumber(one));
    if (typed.some((one) => typeof one !== 'number'))
      refuse('firingIntervals', new InputError('firingIntervals', 'must-be-a-number'));
    else change['firingIntervals'] = typed.length === 0 ? null : typed;
  }
  const merged = changedEngine(engine, { version: 0, ...change });
  if (merged.name.trim() === '') errors['name'] = 'must not be empty';
  try {
    checkEngine(merged);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    refuse((error as InputError).field.split(/[.[]/)[0] ?? '', error as InputError);
  }
  return { engine: merged, errors, change: change };
}

function readPlug(
  engine: Written,
  texts: SheetDraft['texts'],
  change: Record<string, unknown>,
  refuse: (field: string, error: { reason: string }) => void,
): void {
  if (!PLUG.some((part) => texts[`plug.${part}`] !== undefined)) return;
  const typed = PLUG.map((part) => typedNumber(texts[`plug.${part}`] ?? String(engine.plug?.[part] ?? '')));
  if (typed.every((one) => one === undefined)) {
    change['plug'] = null;
    return;
  }
  PLUG.forEach((part, i) => {
    if (typeof typed[i] !== 'number') refuse(`plug.${part}`, new InputError(`plug.${part}`, 'must-be-a-number'));
  });
  if (typed.every((one) => typeof one === 'number'))
    change['plug'] = Object.fromEntries(PLUG.map((part, i) => [part, typed[i]]));
}

/** Names of cylinders as they were typed. A name that is gone takes what was said of it along. */
function readNames(engine: Written, fields: Change, texts: SheetDraft['texts'], change: Record<string, unknown>): void {
  const typed = NAMES.some((bank) => texts[bank] !== undefined);
  if (!typed && (fields.layout === undefined || fields.cylinders)) return;
  const now = changedEngine(engine, { version: 0, ...fields });
  const banked = isBanked({ layout: layoutOf(now) });
  const banks = namesOf(now).map((names, i) => {
    const text = texts[NAMES[i] ?? ''];
    return text === undefined ? names : listed(text);
  });
  const cylinders = banks.flat();
  change['cylinders'] = cylinders;
  change['banks'] = banked ? banks : null;
  const same = cylinders.length === now.cylinders.length && cylinders.every((id) => now.cylinders.includes(id));
  if (!same) for (const field of ['neighbours', 'firingOrder', 'firingIntervals']) change[field] ??= null;
}

export const isBanked = ({ layout }: Pick<Written, 'layout'>): boolean => layout === 'vee' || layout === 'flat';

/** Names by bank as they stand: one row, or the banks from the flywheel. */
export function namesOf(engine: Pick<Written, 'layout' | 'cylinders' | 'banks'>): string[][] {
  if (!isBanked(engine)) return [engine.cylinders];
  const half = Math.ceil(engine.cylinders.length / 2);
  return engine.banks ?? [engine.cylinders.slice(0, half), engine.cylinders.slice(half)];
}

const listed = (text: string): string[] =>
  text
    .split(/[,;]/)
    .map((one) => one.trim())
    .filter(Boolean);

/** What choosing a kind fills in: how it is built. Its figures stay usual until somebody types the real ones. */
export function ofKind(kind: KindName, present?: Pick<Written, 'cylinders'>): Change {
  const {
    sweptCm3,
    boreToStroke,
    compressionRatio,
    compressionRelease,
    cylinders: count,
    headless,
    bankAngleDegrees,
    ...built
  } = KINDS_OF_ENGINE[kind];
  const keeps = present?.cylinders.length === count;
  return {
    kind,
    ...built,
    headless: headless ?? null,
    compressionRelease: compressionRelease ?? null,
    bankAngleDegrees: bankAngleDegrees ?? null,
    ...(keeps
      ? {}
      : {
          cylinders: Array.from({ length: count }, (_, i) => String(i + 1)),
          banks: null,
          neighbours: null,
          firingOrder: null,
          firingIntervals: null,
        }),
  };
}

/** A figure as it stands in its field: typed, else as it is known, else empty. */
export const shownText = (engine: Written, { texts }: SheetDraft, field: FigureField): string =>
  texts[field] ?? String(engine[field] ?? '');

/** Whether anything was touched. */
export const isTouched = ({ fields, texts }: SheetDraft): boolean =>
  Object.keys(fields).length + Object.keys(texts).length > 0;
