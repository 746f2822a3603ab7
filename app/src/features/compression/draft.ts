import type { ReadingRecordOf } from '@rugged/contract';
import {
  checkCompressionReading,
  type CompressionReading,
  InputError,
  type PressureUnit,
  type ReadEngine,
  type Tester,
  type VacuumUnit,
} from '@rugged/core';
import { inUnit, typedNumber } from '@/ui/format';

/** What is being typed for one cylinder: text, so that a slip stays on screen until it is mended. */
export interface Draft {
  strokes: readonly string[];
  peak: string;
  /** Which figure the keys go into: the peak, or a stroke by its place. */
  focus: 'peak' | number;
  /** What was typed before the unit was switched: switched back, it stands again to the digit. */
  before?: { unit: VacuumUnit; texts: Texts };
  /** The reading that this one corrects. */
  correcting?: ReadingRecordOf<'compression'>;
}

type Texts = Readonly<{ peak: string; strokes: readonly string[] }>;

/** Oil over the piston: the dose as it is typed. */
export interface Oil {
  ml: string;
}

export const EMPTY_DRAFT: Draft = { strokes: [], peak: '', focus: 'peak' };
const MOST_DIGITS = 7;

export type DraftAction =
  | { do: 'key'; key: string }
  | { do: 'focus'; focus: Draft['focus'] }
  | { do: 'next-stroke' }
  | { do: 'clear' }
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
      return EMPTY_DRAFT;
    case 'convert': {
      const { before: was, ...others } = draft;
      const { texts, before } = inUnit<Texts>(
        { texts: { peak: draft.peak, strokes: draft.strokes }, ...(was ? { before: was } : {}) },
        action.from,
        action.to,
      );
      return { ...others, ...texts, ...(before ? { before } : {}) };
    }
    case 'take':
      return { ...draft, strokes: action.strokes.map(String), peak: String(action.peak), focus: 'peak' };
    case 'correct':
      return {
        strokes: (action.reading.figures.strokes ?? []).map(action.shown),
        peak: action.shown(action.reading.figures.peak),
        focus: 'peak',
        correcting: action.reading,
      };
  }
}

function withPlace(strokes: readonly string[], focus: Draft['focus']): readonly string[] {
  return focus === 'peak' || focus < strokes.length ? strokes : [...strokes, ''];
}

function edited({ before: _, ...draft }: Draft, key: string): Draft {
  const { focus } = draft;
  const text = focus === 'peak' ? draft.peak : (draft.strokes[focus] ?? '');
  const after = key === 'back' ? text.slice(0, -1) : appended(text, key);
  if (focus === 'peak') return { ...draft, peak: after };
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
  engine: ReadEngine,
  tester: Tester | undefined,
  oil?: Oil,
): Typed {
  const strokes = draft.strokes.filter((stroke) => stroke !== '').map((stroke) => typedNumber(stroke) as number);
  const peak = typedNumber(draft.peak) ?? (strokes.length > 1 ? Math.max(...strokes) : undefined);
  if (peak === undefined) {
    return { ok: false };
  }
  const oilMl = oil && typedNumber(oil.ml);
  const reading = {
    cylinder,
    unit,
    peak: peak as number,
    ...(strokes.length > 0 ? { strokes } : {}),
    ...(oil ? { wet: true, ...(oilMl === undefined ? {} : { oilMl: oilMl as number }) } : {}),
  };
  try {
    if (typeof oilMl === 'string' || Number(oilMl) < 0) throw new InputError('oilMl', 'must-be-a-number');
    checkCompressionReading(reading, engine, tester);
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
      : field === 'oilMl'
        ? 'Oil'
        : stroke
          ? stroke[1] === '0'
            ? 'First stroke'
            : `Stroke ${Number(stroke[1]) + 1}`
          : field;
  return `${name}: ${reason}.`;
}
