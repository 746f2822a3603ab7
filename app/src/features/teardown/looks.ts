import type { ReadingRecord, ReadingRecordOf } from '@rugged/contract';
import { type Engine, type FiguresOf, hasInside, INSIDE, type Inside, type SeenInside } from '@rugged/core';
import { typedNumber } from '@/ui/format';
import type { Sizes } from './sizes';

/** How the parts of one cylinder look, as it is typed: `look/part/figure` beside the sizes. */

export type LookReading = ReadingRecordOf<'opened'>;
export const isLook = (reading: ReadingRecord): reading is LookReading => reading.kind === 'opened';
export const lookField = (part: Inside, figure: 'seen' | 'mm' | 'words'): string => `look/${part}/${figure}`;

/** The parts that this engine has, from the top down. */
export const partsOf = (engine: Engine): Inside[] => INSIDE.filter((part) => hasInside(engine, part));

/** What was kept, as text to be changed. */
export function looksOf(readings: readonly LookReading[], cylinder: string): Sizes {
  const looks: Record<string, string> = {};
  for (const { figures } of readings) {
    if (figures.cylinder !== cylinder) continue;
    const { part, seen, mm, words } = figures;
    looks[lookField(part, 'seen')] = seen;
    if (mm !== undefined) looks[lookField(part, 'mm')] = String(mm);
    if (words !== undefined) looks[lookField(part, 'words')] = words;
  }
  return looks;
}

export type TypedLooks =
  { ok: true; looks: FiguresOf<'opened'>[] } | { ok: false; errors: Readonly<Record<string, string>> };

/** Every part that was looked at, and what is wrong by field. A size or words alone do not say how it looks. */
export function typedLooks(typed: Sizes, cylinder: string, parts: readonly Inside[]): TypedLooks {
  const errors: Record<string, string> = {};
  const looks = parts.flatMap((part): FiguresOf<'opened'>[] => {
    const text = (figure: 'seen' | 'mm' | 'words') => (typed[lookField(part, figure)] ?? '').trim();
    const words = text('words');
    const mm = typedNumber(text('mm'), 'decimal');
    if (mm !== undefined && !(typeof mm === 'number' && mm >= 0 && mm <= 20))
      errors[lookField(part, 'mm')] = 'must be a number from 0 to 20';
    const seen = text('seen') as SeenInside | '';
    if (seen === '') {
      if (words || mm !== undefined) errors[lookField(part, 'seen')] = 'is missing: choose how it looks';
      return [];
    }
    return [{ cylinder, part, seen, ...(typeof mm === 'number' ? { mm } : {}), ...(words ? { words } : {}) }];
  });
  return Object.keys(errors).length > 0 ? { ok: false, errors } : { ok: true, looks };
}

/** Which part is next: the first after this one that nobody has looked at yet, round once. */
export function nextPart(parts: readonly Inside[], after: Inside, looks: Sizes): Inside {
  const at = parts.indexOf(after);
  const round = [...parts.slice(at + 1), ...parts.slice(0, at)];
  return round.find((part) => looks[lookField(part, 'seen')] === undefined) ?? after;
}

/** On which part of the drawing a field is typed. */
export function partOfField(field: string): Inside {
  const [kind = '', part = ''] = field.split('/');
  if (kind === 'look') return part as Inside;
  if (kind === 'bore') return 'bore';
  if (kind === 'ring-gap') return 'rings';
  return part === 'pinMm' ? 'pin' : part === 'smallEndMm' ? 'small-end' : 'piston';
}
