import type { NewTester, TesterRecord } from '@rugged/contract';
import type { Adapter, ComparedPoint, PressureUnit, TesterKind } from '@rugged/core';
import { typedNumber } from '@/ui/format';

/** A tester as it is typed. */
export interface TesterFields {
  kind: TesterKind;
  name: string;
  unit: PressureUnit;
  fullScale: string;
  division: string;
  accuracyPercentOfFullScale: string;
  valve: 'yes' | 'no';
  hoseVolumeCm3: string;
  orificeMm: string;
  /** One a line: `14 x 1.25 x 19`. */
  adapters: string;
  oRingCheckedOn: string;
  dueOn: string;
  comparedOn: string;
  master: string;
  /** One a line: shown, then the master gauge. */
  points: string;
  usual: boolean;
  retired: boolean;
}

const text = (figure: number | undefined) => (figure === undefined ? '' : String(figure));

export function fieldsOf(record: TesterRecord | undefined, kind: TesterKind): TesterFields {
  const { tester, adapters = [], comparison } = record ?? {};
  return {
    kind: record?.kind ?? kind,
    name: record?.name ?? '',
    unit: tester?.unit ?? 'psi',
    fullScale: text(tester?.fullScale),
    division: text(tester?.division),
    accuracyPercentOfFullScale: text(tester?.accuracyPercentOfFullScale),
    valve: tester?.valveAtEngineEnd === false ? 'no' : 'yes',
    hoseVolumeCm3: text(tester?.hoseVolumeCm3),
    orificeMm: text(tester?.orificeMm),
    adapters: adapters.map(({ threadMm, pitchMm, reachMm }) => `${threadMm} x ${pitchMm} x ${reachMm}`).join('\n'),
    oRingCheckedOn: record?.oRingCheckedOn ?? '',
    dueOn: record?.dueOn ?? '',
    comparedOn: comparison?.on ?? '',
    master: comparison?.master ?? '',
    points: (comparison?.points ?? []).map(({ shown, master }) => `${shown} ${master}`).join('\n'),
    usual: record?.usual ?? false,
    retired: record?.retired ?? false,
  };
}

/**
 * What is sent. Text that is no number stays text, so that the contract names its field; an emptied day or comparison
 * is null.
 */
export function toTester(
  fields: TesterFields,
): Omit<NewTester, 'id' | 'kind' | 'oRingCheckedOn' | 'dueOn' | 'comparison'> & {
  oRingCheckedOn: string | null;
  dueOn: string | null;
  comparison: TesterRecord['comparison'] | null;
} {
  const figure = (field: 'fullScale' | 'division' | 'accuracyPercentOfFullScale' | 'hoseVolumeCm3' | 'orificeMm') =>
    fields[field].trim() === '' ? {} : { [field]: typedNumber(fields[field]) };
  const points = rows(fields.points).map(([shown, master]) => ({ shown, master }) as ComparedPoint);
  return {
    name: fields.name.trim(),
    tester: {
      unit: fields.unit,
      ...figure('fullScale'),
      ...figure('division'),
      ...figure('accuracyPercentOfFullScale'),
      ...(fields.kind === 'compression'
        ? { valveAtEngineEnd: fields.valve === 'yes', ...(fields.valve === 'no' ? figure('hoseVolumeCm3') : {}) }
        : {}),
      ...(fields.kind === 'leakdown' ? figure('orificeMm') : {}),
    },
    adapters: rows(fields.adapters).map(([threadMm, pitchMm, reachMm]) => ({ threadMm, pitchMm, reachMm }) as Adapter),
    oRingCheckedOn: fields.oRingCheckedOn || null,
    dueOn: fields.dueOn || null,
    comparison: points.length === 0 ? null : { on: fields.comparedOn, master: fields.master.trim(), points },
    usual: fields.usual,
    retired: fields.retired,
  };
}

/** Lines of figures, however they are parted. */
function rows(lines: string): (number | string | undefined)[][] {
  return lines
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) =>
      line
        .split(/\s*[x×;/]\s*|\s+/i)
        .filter(Boolean)
        .map((part) => typedNumber(part.replace(/^M/i, ''))),
    );
}
