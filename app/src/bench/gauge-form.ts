import type { FiguresOf, TestKind } from '@rugged/core';
import { typedNumber } from '@/ui/format';

export interface ChoiceField {
  field: string;
  label: string;
  options: readonly { value: string; word: string }[];
  /** May be left open. */
  optional?: boolean;
  /** What the choice means in the record, where it is not its own value. */
  means?: Readonly<Record<string, string | boolean>>;
}
export interface NumberField {
  field: string;
  label: string;
  needed: boolean;
  /** Only asked where a choice leaves it open. */
  unless?: { choice: string; is: readonly string[] };
}
/** What is entered of a gauge that has no pad of its own. */
export interface GaugeForm {
  caution?: string;
  choices: readonly ChoiceField[];
  numbers: readonly NumberField[];
  /** The unit that goes with the figures. */
  unit?: string;
  /** Fields that belong to the test rather than to one reading. */
  conditions?: readonly string[];
}

export type Entered = Readonly<Record<string, string>>;
export type TypedGauge<K extends TestKind> =
  | { ok: true; figures: FiguresOf<K>; conditions: Record<string, unknown> }
  | { ok: false; errors: Readonly<Record<string, string>>; missing: readonly string[] };

/** Whether a number is asked for, as the choices stand. */
export const isAsked = ({ unless }: NumberField, entered: Entered): boolean =>
  !unless || !unless.is.includes(entered[unless.choice] ?? '');

/** What was entered as the figures of a reading; what is wrong by field, and what is still missing. */
export function typedGauge<K extends TestKind>(form: GaugeForm, entered: Entered): TypedGauge<K> {
  const errors: Record<string, string> = {};
  const missing: string[] = [];
  const all: Record<string, unknown> = {};
  for (const { field, label, options, optional, means } of form.choices) {
    const value = entered[field] ?? (options.length === 1 ? options[0]?.value : undefined);
    if (value !== undefined) {
      const meant = means
        ? means[value]
        : /^\d+$/.test(value) && form.conditions?.includes(field)
          ? Number(value)
          : value;
      if (meant !== undefined) all[field] = meant;
    } else if (!optional) missing.push(label);
  }
  const asked = form.numbers.filter((one) => isAsked(one, entered));
  for (const { field, label, needed } of asked) {
    const value = typedNumber(entered[field] ?? '');
    if (value === undefined) {
      if (needed) missing.push(label);
    } else if (typeof value !== 'number' || value < 0) errors[field] = 'must be a number, not negative';
    else all[field] = value;
  }
  if (Object.keys(errors).length > 0 || missing.length > 0) return { ok: false, errors, missing };
  if (form.unit && asked.some(({ field }) => field in all)) all['unit'] = form.unit;
  const isCondition = (field: string) => form.conditions?.includes(field) === true;
  return {
    ok: true,
    conditions: Object.fromEntries(Object.entries(all).filter(([field]) => isCondition(field))),
    figures: Object.fromEntries(Object.entries(all).filter(([field]) => !isCondition(field))) as FiguresOf<K>,
  };
}
