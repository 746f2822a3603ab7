import type { FiguresOf, OtherKind } from '@rugged/contract';
import { type Engine, NEEDLES, type PressureUnit, type VacuumUnit } from '@rugged/core';
import { typedNumber } from '@/ui/format';

/** The other gauges on the cart (sizes of an opened engine have a sheet of their own), each with what is entered of it. */
export type GaugeKind = Exclude<OtherKind, 'leakdown' | 'crankcase' | 'bore' | 'ring-gap' | 'piston'>;

export interface ChoiceField { field: string; label: string; options: readonly { value: string; word: string }[] }
export interface NumberField { field: string; label: string; needed: boolean }
export interface GaugeForm { kind: GaugeKind; title: string; caution?: string; choices: readonly ChoiceField[]; numbers: readonly NumberField[]; unit?: VacuumUnit }

const words = (of: readonly (readonly [string, string])[]) => of.map(([value, word]) => ({ value, word }));
const NEEDLE_WORD: Readonly<Record<(typeof NEEDLES)[number], string>> = { steady: 'Steady', 'regular-flick': 'Regular flick', 'irregular-flick': 'Flick now and then', 'slow-sway': 'Slow sway' };

/** The forms that make sense on this engine. @param unit of the shop */
export function gaugeForms(engine: Engine, unit: PressureUnit): GaugeForm[] {
  const cylinder: ChoiceField = { field: 'cylinder', label: 'Cylinder', options: engine.cylinders.map((id) => ({ value: id, word: id })) };
  const sign = unit === 'kgf/cm2' ? 'kgf/cm²' : unit;
  const vacuum: VacuumUnit = unit === 'psi' ? 'inHg' : unit;
  const fourStroke = engine.cycle === 'four-stroke';
  const forms: (GaugeForm | false)[] = [
    fourStroke && { kind: 'valve-clearance', title: 'Valve clearances', choices: [cylinder, { field: 'valve', label: 'Valve', options: words([['intake', 'Intake'], ['exhaust', 'Exhaust']]) }], numbers: [{ field: 'mm', label: 'Clearance, mm', needed: true }] },
    { kind: 'running-compression', title: 'Running compression', caution: 'The engine runs: hair, sleeves and leads away from belts and propeller. That plug lead goes to ground.', unit, choices: [cylinder], numbers: [{ field: 'idle', label: `At idle, ${sign}`, needed: true }, { field: 'snap', label: `On a snap, ${sign}`, needed: false }] },
    fourStroke && { kind: 'manifold-vacuum', title: 'Manifold vacuum', caution: 'The engine runs: keep clear of belts and propeller, and let the fumes out.', unit: vacuum, choices: [{ field: 'needle', label: 'Needle', options: NEEDLES.map((value) => ({ value, word: NEEDLE_WORD[value] })) }], numbers: [{ field: 'depth', label: `Depth, ${vacuum === 'kgf/cm2' ? 'kgf/cm²' : vacuum}`, needed: true }, { field: 'rpm', label: 'Speed, rev/min', needed: false }] },
    { kind: 'fuel-pressure', title: 'Fuel pressure', caution: 'Fuel under pressure: no flame, no spark, a rag round the joint, eyes covered.', unit, choices: [], numbers: [{ field: 'pressure', label: `Running, ${sign}`, needed: true }, { field: 'held', label: `Left, pump off, ${sign}`, needed: false }, { field: 'heldSeconds', label: 'After, s', needed: false }] },
  ];
  return forms.filter((form): form is GaugeForm => form !== false);
}

export type Entered = Readonly<Record<string, string>>;
export type TypedGauge = { ok: true; figures: FiguresOf<GaugeKind> } | { ok: false; errors: Readonly<Record<string, string>>; missing: readonly string[] };

/** What was entered as the figures of a reading; what is wrong by field, and what is still missing. */
export function typedGauge(form: GaugeForm, entered: Entered): TypedGauge {
  const errors: Record<string, string> = {};
  const missing: string[] = [];
  const figures: Record<string, unknown> = form.unit ? { unit: form.unit } : {};
  for (const { field, label, options } of form.choices) {
    const value = entered[field] ?? (options.length === 1 ? options[0]?.value : undefined);
    if (value === undefined) { if (field !== 'needle') missing.push(label); } else figures[field] = value;
  }
  for (const { field, label, needed } of form.numbers) {
    const value = typedNumber(entered[field] ?? '');
    if (value === undefined) { if (needed) missing.push(label); } else if (typeof value !== 'number' || value < 0) errors[field] = 'must be a number, not negative';
    else figures[field] = value;
  }
  return Object.keys(errors).length > 0 || missing.length > 0 ? { ok: false, errors, missing } : { ok: true, figures: figures as FiguresOf<GaugeKind> };
}
