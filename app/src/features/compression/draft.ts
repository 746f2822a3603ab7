import type { ReadingRecordOf } from '@rugged/contract';
import {
  checkReading,
  type CompressionReading,
  InputError,
  type PressureUnit,
  type Engine,
  type Tester,
  type VacuumUnit,
} from '@rugged/core';
import { inUnit, typedNumber } from '@/ui/format';

/** What is being typed for one cylinder: text, so that a slip stays on screen until it is mended. */
export interface Draft {
  strokes: readonly string[];
  /** Of a needle that swings: the higher end. */
  peak: string;
  /** The lower end, where the needle will not settle. */
  low?: string;
  /** Which figure the keys go into: the peak, the lower end, or a stroke by its place. */
  focus: 'peak' | 'low' | number;
  /** What was typed before the unit was switched: switched back, it stands again to the digit. */
  before?: { unit: VacuumUnit; texts: Texts };
  /** The reading that this one corrects. */
  correcting?: ReadingRecordOf<'compression'>;
}

type Texts = Readonly<{ peak: string; low: string; strokes: readonly string[] }>;

/** Oil over the piston: the dose as it is typed. */
export interface Oil {
  ml: string;
}

export const EMPTY_DRAFT: Draft = { strokes: [], peak: '', focus: 'peak' };
/** A needle that will not settle is read at both its ends. */
const EMPTY_SWING: Draft = { ...EMPTY_DRAFT, low: '', focus: 'low' };
const MOST_DIGITS = 7;

export type DraftAction =
  | { do: 'key'; key: string }
  | { do: 'focus'; focus: Draft['focus'] }
  | { do: 'next-stroke' }
  | { do: 'clear' }
  | { do: 'restore'; draft: Draft }
  | { do: 'swings'; swings: boolean }
  | { do: 'convert'; from: VacuumUnit; to: VacuumUnit }
  | { do: 'take'; strokes: readonly number[]; peak: number }
  | { do: 'correct'; reading: ReadingRecordOf<'compression'>; shown: (figure: number) => string };

export function draftReducer(draft: Draft, action: DraftAction): Draft {
  switch (action.do) {
    case 'key':
      return edited(draft, action.key);
    case 'focus':
      return { ...draft, focus: action.focus, strokes: withPlace(draft.strokes, action.focus) };
    case 'next-stroke': {
      const place = draft.strokes.findIndex((stroke) => stroke === '');
      const focus = place >= 0 ? place : draft.strokes.length;
      return { ...draft, focus, strokes: withPlace(draft.strokes, focus) };
    }
    case 'clear':
      return draft.low === undefined ? EMPTY_DRAFT : EMPTY_SWING;
    case 'restore':
      return action.draft;
    case 'swings':
      return action.swings ? EMPTY_SWING : EMPTY_DRAFT;
    case 'convert': {
      const { before: was, ...others } = draft;
      const { texts, before } = inUnit<Texts>(
        { texts: { peak: draft.peak, low: draft.low ?? '', strokes: draft.strokes }, ...(was ? { before: was } : {}) },
        action.from,
        action.to,
      );
      const { low, ...same } = texts;
      return { ...others, ...same, ...(draft.low === undefined ? {} : { low }), ...(before ? { before } : {}) };
    }
    case 'take':
      return { ...draft, strokes: action.strokes.map(String), peak: String(action.peak), focus: 'peak' };
    case 'correct':
      return corrected(action.reading, action.shown);
  }
}

function corrected(reading: ReadingRecordOf<'compression'>, shown: (figure: number) => string): Draft {
  const { strokes = [], peak, swing } = reading.figures;
  return {
    strokes: strokes.map(shown),
    peak: shown(peak + (swing ?? 0)),
    ...(swing === undefined ? {} : { low: shown(peak - swing) }),
    focus: 'peak',
    correcting: reading,
  };
}

function withPlace(strokes: readonly string[], focus: Draft['focus']): readonly string[] {
  return typeof focus !== 'number' || focus < strokes.length ? strokes : [...strokes, ''];
}

function edited({ before: _, ...draft }: Draft, key: string): Draft {
  const { focus } = draft;
  const text = focus === 'peak' ? draft.peak : focus === 'low' ? (draft.low ?? '') : (draft.strokes[focus] ?? '');
  const after = key === 'back' ? text.slice(0, -1) : appended(text, key);
  if (focus === 'peak') return { ...draft, peak: after };
  if (focus === 'low') return { ...draft, low: after };
  return { ...draft, strokes: withPlace(draft.strokes, focus).map((stroke, i) => (i === focus ? after : stroke)) };
}

function appended(text: string, key: string): string {
  if (text.length >= MOST_DIGITS || (key === '.' && text.includes('.'))) return text;
  return text === '0' && key !== '.' ? key : text === '' && key === '.' ? '0.' : text + key;
}

export type Typed = { ok: true; reading: CompressionReading } | { ok: false; error?: InputError };

/**
 * The draft as a reading. Every stroke entered and no peak: the highest stroke is the peak.
 * An empty draft is not wrong, only not there yet.
 */
export function typedReading(
  draft: Draft,
  cylinder: string,
  unit: PressureUnit,
  engine: Engine,
  tester: Tester | undefined,
  oil?: Oil,
): Typed {
  const strokes = draft.strokes
    .filter((stroke) => stroke !== '')
    .map((stroke) => typedNumber(stroke, 'decimal') as number);
  const high = typedNumber(draft.peak, 'decimal') ?? (strokes.length > 1 ? Math.max(...strokes) : undefined);
  const low = draft.low === undefined ? high : typedNumber(draft.low, 'decimal');
  if (high === undefined || low === undefined) {
    return { ok: false };
  }
  const swings = draft.low !== undefined && typeof high === 'number' && typeof low === 'number';
  const oilMl = oil && typedNumber(oil.ml, 'decimal');
  const reading = {
    cylinder,
    unit,
    peak: swings ? (low + high) / 2 : (high as number),
    ...(swings ? { swing: (high - low) / 2 } : {}),
    ...(strokes.length > 0 ? { strokes } : {}),
    ...(oil ? { wet: true, ...(oilMl === undefined ? {} : { oilMl: oilMl as number }) } : {}),
  };
  try {
    if (typeof oilMl === 'string' || Number(oilMl) < 0) throw new InputError('oilMl', 'must-be-a-number');
    if (swings && low > high) throw new InputError('low', 'must-not-be-above-field', { field: 'the high end' });
    const test = { kind: 'compression' as const, ...(tester ? { tester } : {}), readings: [] };
    checkReading('compression', reading, test, { engine });
    return { ok: true, reading };
  } catch (error) {
    if (error instanceof InputError) return { ok: false, error };
    throw error;
  }
}

/** What is wrong, in words that name the figure. */
export function errorWords({ field, reason }: InputError): string {
  const stroke = /^strokes\[(\d+)\]$/.exec(field);
  const name =
    field === 'peak'
      ? 'Peak'
      : field === 'low'
        ? 'Low end'
        : field === 'oilMl'
          ? 'Oil'
          : stroke
            ? stroke[1] === '0'
              ? 'First stroke'
              : `Stroke ${Number(stroke[1]) + 1}`
            : field;
  return `${name}: ${reason}.`;
}
