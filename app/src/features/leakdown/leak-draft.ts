import {
  checkReading,
  type Engine,
  type Heard,
  type HeardAt,
  InputError,
  leakagePercent,
  type LeakdownReading,
  type PressureUnit,
  type VacuumUnit,
} from '@rugged/core';
import { inUnit, typedNumber } from '@/ui/format';

/** What is being typed and heard for one cylinder: figures as text, so that a slip stays until it is mended. */
export interface LeakDraft {
  supply: string;
  held: string;
  focus: 'supply' | 'held';
  /** By place, a neighbour's under `neighbour 2`. A place nobody listened at is missing. */
  heard: Readonly<Record<string, number>>;
  /** The supply is the usual one, or that of the cylinder before: a typed digit takes its place. */
  carried?: true;
  /** Places where a hand laid over lifted the gauge. */
  raised?: readonly string[];
  breatherOff?: boolean;
  tdcConfirmed?: boolean;
  /** A single-gauge tester: what is typed in `held` is the percent lost. */
  percent?: boolean;
  /** The hose was blocked and the needle came back to zero, for this cylinder. */
  zeroed?: boolean;
  /** What was typed before the unit was switched: switched back, it stands again to the digit. */
  before?: { unit: VacuumUnit; texts: Texts };
  /** How a sensor's needle came to rest, in the shown unit. */
  settling?: { seconds: number; cylinderPressure: number }[];
}

type Texts = Readonly<{ supply: string; held: string }>;

export const placeKey = (at: HeardAt, cylinder?: string): string => (cylinder === undefined ? at : `${at} ${cylinder}`);

/** The place behind a key: what follows the first space is the cylinder's name, spaces and all. */
function placeOf(key: string): { at: HeardAt; cylinder?: string } {
  const space = key.indexOf(' ');
  return space < 0 ? { at: key as HeardAt } : { at: key.slice(0, space) as HeardAt, cylinder: key.slice(space + 1) };
}

export const emptyLeakDraft = (supply = ''): LeakDraft => ({
  supply,
  held: '',
  focus: supply === '' ? 'supply' : 'held',
  heard: {},
  ...(supply === '' ? {} : { carried: true as const }),
});
/** A figure, or a place listened at: the supply stays where it is from one cylinder to the next. */
export const isTyped = ({ held, heard, raised }: LeakDraft): boolean =>
  held !== '' || Object.keys(heard).length > 0 || (raised ?? []).length > 0;
const MOST_DIGITS = 7;

export type LeakAction =
  | { do: 'key'; key: string }
  | { do: 'focus'; focus: LeakDraft['focus'] }
  | { do: 'heard'; place: string; level: number }
  | { do: 'raised'; place: string; yes: boolean }
  | { do: 'breather'; off: boolean }
  | { do: 'confirm-tdc' }
  | { do: 'percent'; percent: boolean }
  | { do: 'zeroed' }
  | { do: 'take'; supply: string; held: string; settling: NonNullable<LeakDraft['settling']> }
  | { do: 'clear' }
  | { do: 'restore'; draft: LeakDraft }
  | { do: 'convert'; from: VacuumUnit; to: VacuumUnit };

export function leakReducer(draft: LeakDraft, action: LeakAction): LeakDraft {
  switch (action.do) {
    case 'key': {
      const { settling, before, carried, ...typed } = draft;
      if (draft.focus === 'held')
        return { ...typed, held: edited(draft.held, action.key), ...(carried ? { carried } : {}) };
      // A figure that was only carried on is begun anew; taken back digit by digit it is mended.
      const from = carried && action.key !== 'back' ? '' : draft.supply;
      return { ...typed, supply: edited(from, action.key) };
    }
    case 'focus':
      return { ...draft, focus: action.focus };
    case 'heard':
      return { ...draft, heard: { ...draft.heard, [action.place]: action.level } };
    case 'raised': {
      const others = (draft.raised ?? []).filter((place) => place !== action.place);
      return { ...draft, raised: action.yes ? [...others, action.place] : others };
    }
    case 'breather':
      return { ...draft, breatherOff: action.off };
    case 'confirm-tdc':
      return { ...draft, tdcConfirmed: true };
    case 'percent':
      return { ...draft, percent: action.percent, held: '' };
    case 'zeroed':
      return { ...draft, zeroed: true };
    case 'take': {
      const { carried: _, ...others } = draft;
      return { ...others, percent: false, supply: action.supply, held: action.held, settling: action.settling };
    }
    // The regulator stays where it is from one cylinder to the next, and so does the kind of tester.
    case 'clear':
      return { ...emptyLeakDraft(draft.supply), ...(draft.percent ? { percent: true } : {}) };
    case 'restore':
      return action.draft;
    case 'convert': {
      const { before: was, ...others } = draft;
      // A percent is a percent in every unit.
      const { texts, before } = inUnit<Texts>(
        { texts: { supply: draft.supply, held: draft.percent ? '' : draft.held }, ...(was ? { before: was } : {}) },
        action.from,
        action.to,
      );
      return {
        ...others,
        supply: texts.supply,
        held: draft.percent ? draft.held : texts.held,
        ...(before ? { before } : {}),
      };
    }
  }
}

function edited(text: string, key: string): string {
  if (key === 'back') return text.slice(0, -1);
  if (text.length >= MOST_DIGITS || (key === '.' && text.includes('.'))) return text;
  return text === '0' && key !== '.' ? key : text === '' && key === '.' ? '0.' : text + key;
}

export type TypedLeak = { ok: true; reading: LeakdownReading; percent: number } | { ok: false; error?: InputError };

/** The draft as a reading. While a figure is missing it is not wrong, only not there yet. */
export function typedLeak(draft: LeakDraft, cylinder: string, unit: PressureUnit, engine: Engine): TypedLeak {
  if (draft.supply === '' || draft.held === '') return { ok: false };
  const supply = typedNumber(draft.supply, 'decimal');
  const held = typedNumber(draft.held, 'decimal');
  try {
    if (typeof supply !== 'number' || supply <= 0) throw new InputError('supply', 'must-be-above', { limit: 0 });
    const field = draft.percent ? 'percent' : 'cylinderPressure';
    if (typeof held !== 'number') throw new InputError(field, 'must-be-a-number');
    if (draft.percent && held > 100) throw new InputError('percent', 'must-not-be-above', { limit: 100 });
    if (!draft.percent && held > supply) throw new InputError('cylinderPressure', 'above-the-supply', { supply });
    const heard = Object.entries(draft.heard).map(([key, level]): Heard => ({
      ...placeOf(key),
      level,
      ...(draft.raised?.includes(key) ? { closedRaises: true } : {}),
    }));
    const reading: LeakdownReading = {
      cylinder,
      unit,
      supply,
      [field]: held,
      ...(draft.settling ? { settling: draft.settling } : {}),
      ...(heard.length > 0 ? { heard } : {}),
      ...(engine.cycle === 'four-stroke' && draft.breatherOff !== undefined ? { breatherOff: draft.breatherOff } : {}),
      ...(draft.tdcConfirmed ? { tdcConfirmed: true } : {}),
    };
    checkReading('leakdown', reading, { kind: 'leakdown', readings: [] }, { engine });
    return { ok: true, percent: draft.percent ? held : leakagePercent(supply, held), reading };
  } catch (error) {
    if (error instanceof InputError) return { ok: false, error };
    throw error;
  }
}

/** What is wrong, in words that name the figure. */
export const leakErrorWords = ({ field, reason }: InputError): string => `${FIELD_WORD[field] ?? field}: ${reason}.`;

const FIELD_WORD: Readonly<Record<string, string>> = { supply: 'Supply', cylinderPressure: 'Held', percent: 'Leakage' };
