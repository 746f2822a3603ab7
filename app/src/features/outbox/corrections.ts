import type { FieldError } from '@rugged/contract';
import { typedNumber } from '@/ui/format';

type Body = Readonly<Record<string, unknown>>;
type Step = string | number;

/** `figures.strokes[2]` step by step. */
const stepsOf = (field: string): Step[] =>
  [...field.matchAll(/([^.[\]]+)|\[(\d+)\]/g)].map(([, name, at]) =>
    at === undefined ? (name as string) : Number(at),
  );

const valueAt = (body: unknown, [step, ...rest]: readonly Step[]): unknown =>
  step === undefined ? body : valueAt((body as Record<Step, unknown> | undefined)?.[step], rest);

function withValueAt(body: unknown, [step, ...rest]: readonly Step[], value: unknown): unknown {
  if (step === undefined) return value;
  if (Array.isArray(body)) return body.map((one: unknown, at) => (at === step ? withValueAt(one, rest, value) : one));
  const fields = body as Record<Step, unknown>;
  return { ...fields, [step]: withValueAt(fields[step], rest, value) };
}

/** A figure or a text that a server refused, and what is wrong with it. */
export interface Correctable extends FieldError {
  value: number | string;
}

/** Of what was refused the fields that somebody can type anew: figures and texts, no ids. */
export const correctable = (body: Body, errors: readonly FieldError[]): Correctable[] =>
  errors.flatMap((error) => {
    const value = valueAt(body, stepsOf(error.field));
    const typed = (typeof value === 'number' || typeof value === 'string') && !/(^|\.|[a-z])[iI]d$/.test(error.field);
    return typed ? [{ ...error, value }] : [];
  });

/**
 * The parts of the body that change with what was typed anew, by field; a figure stays a figure. Nothing while one of
 * them is no number.
 */
export function corrected(body: Body, fields: readonly Correctable[], texts: Readonly<Record<string, string>>) {
  let whole: Body = body;
  for (const { field, value } of fields) {
    const text = texts[field];
    if (text === undefined) continue;
    const typed = typeof value === 'number' ? typedNumber(text) : text.trim();
    if (typed === undefined || typeof typed !== typeof value) return undefined;
    whole = withValueAt(whole, stepsOf(field), typed) as Body;
  }
  return Object.fromEntries(Object.entries(whole).filter(([name, part]) => part !== body[name]));
}

/** What a field is called on the pads. */
export const fieldWord = (field: string): string => {
  const last = stepsOf(field).findLast((step) => typeof step === 'string') ?? field;
  return FIELD_WORD[last] ?? last;
};

const FIELD_WORD: Readonly<Record<string, string>> = {
  peak: 'Peak',
  strokes: 'Stroke',
  swing: 'Swing',
  oilMl: 'Oil, ml',
  supply: 'Supply',
  cylinderPressure: 'Held',
  percent: 'Leakage, %',
  value: 'Gauge',
  seconds: 'Seconds',
  celsius: 'Air, °C',
  complaint: 'Complaint',
  text: 'Words',
  what: 'What was done',
  takenAt: 'Time',
};
