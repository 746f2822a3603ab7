import type { ReadingRecord, ReadingRecordOf } from '@rugged/contract';
import type { BoreHeight, FiguresOf } from '@rugged/core';
import { typedNumber } from '@/ui/format';

/** Sizes of one cylinder as they are typed, by `kind/part/figure`. */
export type Sizes = Readonly<Record<string, string>>;

export const HEIGHTS: readonly BoreHeight[] = ['top', 'middle', 'bottom'];
export const RINGS = ['top', 'second', 'oil'] as const;
export const PISTON = ['skirtMm', 'pinMm', 'smallEndMm'] as const;

/** The kinds of test that are sizes of an opened engine. */
export type SizeKind = 'bore' | 'ring-gap' | 'piston';
export type SizeReading = ReadingRecordOf<SizeKind>;
export const isSize = (reading: ReadingRecord): reading is SizeReading =>
  reading.kind === 'bore' || reading.kind === 'ring-gap' || reading.kind === 'piston';

/** Which of a cylinder's sizes a reading is: a later one of the same part corrects it. */
export const partOf = ({ kind, figures }: Pick<SizeReading, 'kind' | 'figures'>): string =>
  kind === 'bore' && 'height' in figures
    ? `bore/${figures.height}`
    : kind === 'ring-gap' && 'ring' in figures
      ? `ring-gap/${figures.ring}`
      : 'piston';

/** What was kept, as text to be changed. */
export function sizesOf(readings: readonly SizeReading[], cylinder: string): Sizes {
  const sizes: Record<string, string> = {};
  for (const reading of readings.filter(({ figures }) => figures.cylinder === cylinder)) {
    for (const [figure, value] of Object.entries(reading.figures))
      if (typeof value === 'number') sizes[`${partOf(reading)}/${figure}`] = String(value);
  }
  return sizes;
}

export type TypedPart = { [K in SizeKind]: { part: string; kind: K; figures: FiguresOf<K> } }[SizeKind];
export type TypedSizes = { ok: true; parts: TypedPart[] } | { ok: false; errors: Readonly<Record<string, string>> };

/** Every part that is whole, and what is wrong by field. A bore needs both directions. */
export function typedSizes(sizes: Sizes, cylinder: string): TypedSizes {
  const errors: Record<string, string> = {};
  const figure = (field: string) => {
    const value = typedNumber(sizes[field] ?? '', 'decimal');
    if (value === undefined) return undefined;
    if (typeof value === 'number' && value > 0 && value <= 1000) return value;
    errors[field] = 'must be a number above 0';
    return undefined;
  };
  const parts: TypedPart[] = [];
  for (const height of HEIGHTS) {
    const [along, across] = [`bore/${height}/alongMm`, `bore/${height}/acrossMm`];
    const [alongMm, acrossMm] = [figure(along), figure(across)];
    if (alongMm !== undefined && acrossMm !== undefined)
      parts.push({ part: `bore/${height}`, kind: 'bore', figures: { cylinder, height, alongMm, acrossMm } });
    else if (alongMm !== undefined && !(across in errors)) errors[across] = 'is missing: both directions, or neither';
    else if (acrossMm !== undefined && !(along in errors)) errors[along] = 'is missing: both directions, or neither';
  }
  for (const ring of RINGS) {
    const mm = figure(`ring-gap/${ring}/mm`);
    if (mm !== undefined) parts.push({ part: `ring-gap/${ring}`, kind: 'ring-gap', figures: { cylinder, ring, mm } });
  }
  const piston = Object.fromEntries(
    PISTON.flatMap((name) => {
      const mm = figure(`piston/${name}`);
      return mm === undefined ? [] : [[name, mm]];
    }),
  );
  if (Object.keys(piston).length > 0) parts.push({ part: 'piston', kind: 'piston', figures: { cylinder, ...piston } });
  return Object.keys(errors).length > 0 ? { ok: false, errors } : { ok: true, parts };
}
