import type { TesterRecord } from '@rugged/contract';
import { correctionOf, InputError, PRESSURE_UNITS, type TesterKind, UNIT_SIGN } from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Refused } from '@/data/api';
import { newId } from '@/data/new-id';
import { useSaveTester } from '@/data/testers';
import { reasonsByField, validate } from '@/data/validating';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { DayField } from '@/ui/day-field';
import { Field } from '@/ui/field';
import { useNotice } from '@/ui/notice';
import { Label, Words } from '@/ui/words';
import { fieldsOf, type TesterFields, toTester } from './tester-fields';
import { dayOf } from './unsuited';

const UNITS = PRESSURE_UNITS.map((value) => ({ value, word: UNIT_SIGN[value] }));
const KINDS = [
  { value: 'compression', word: 'Compression' },
  { value: 'leakdown', word: 'Leak-down' },
  { value: 'crankcase', word: 'Crankcase' },
] as const;
const VALVE = [
  { value: 'yes', word: 'Engine end' },
  { value: 'no', word: 'Gauge end, or none' },
] as const;
const YES_NO = [
  { value: 'yes', word: 'Yes' },
  { value: 'no', word: 'No' },
] as const;

/** One tester: its class and marks are the doubt of every reading, its adapters and valve say what it may be put on. */
export function TesterForm({ record, onDone }: { record: TesterRecord | undefined; onDone(): void }) {
  const [fields, setFields] = useState(() => fieldsOf(record, 'compression'));
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const save = useSaveTester();
  const tell = useNotice();
  const set =
    <K extends keyof TesterFields>(field: K) =>
    (value: TesterFields[K]) =>
      setFields((before) => ({ ...before, [field]: value }));
  const errorOf = (...names: string[]) =>
    Object.entries(errors).find(([field]) =>
      names.some((name) => field === name || field.startsWith(`${name}.`) || field.startsWith(`${name}[`)),
    )?.[1];

  const submit = async () => {
    const change = toTester(fields);
    const { oRingCheckedOn, dueOn, comparison, ...always } = change;
    const done = {
      onSuccess: () => {
        tell({ text: `${fields.name} is in the register` });
        onDone();
      },
      onError: (error: Error) => {
        tell({
          text:
            error instanceof Refused
              ? `${error.message}.`
              : 'There is no signal. The register is kept at the server; what you typed stays here.',
        });
        if (error instanceof Refused)
          setErrors(Object.fromEntries(error.fields.map(({ field, reason }) => [field, reason])));
      },
    };
    if (record) {
      const checked = await validate(({ testerChangeSchema }) => testerChangeSchema, {
        version: record.version,
        ...change,
      });
      setErrors(reasonsByField(checked));
      if (checked.ok) save.mutate({ id: record.id, change: checked.value }, done);
      return;
    }
    const checked = await validate(({ newTesterSchema }) => newTesterSchema, {
      id: newId(),
      kind: fields.kind,
      ...always,
      ...(oRingCheckedOn ? { oRingCheckedOn } : {}),
      ...(dueOn ? { dueOn } : {}),
      ...(comparison ? { comparison } : {}),
    });
    setErrors(reasonsByField(checked));
    if (checked.ok) save.mutate({ add: checked.value }, done);
  };
  const { kind } = fields;
  return (
    <View style={styles.form}>
      {record ? null : <Choice<TesterKind> label="Kind" options={KINDS} chosen={kind} onChoose={set('kind')} />}
      <Field label="Name" value={fields.name} onChange={set('name')} error={errorOf('name')} />
      <Choice label="Marked in" options={UNITS} chosen={fields.unit} onChoose={set('unit')} />
      <View style={styles.row}>
        <Field
          label="Full scale"
          value={fields.fullScale}
          onChange={set('fullScale')}
          error={errorOf('tester.fullScale')}
          figures
          keyboard="decimal-pad"
        />
        <Field
          label="Division"
          value={fields.division}
          onChange={set('division')}
          error={errorOf('tester.division')}
          figures
          keyboard="decimal-pad"
        />
        <Field
          label="Class, %"
          value={fields.accuracyPercentOfFullScale}
          onChange={set('accuracyPercentOfFullScale')}
          error={errorOf('tester.accuracyPercentOfFullScale')}
          figures
          keyboard="decimal-pad"
        />
      </View>
      {kind === 'compression' ? (
        <Choice label="One-way valve" options={VALVE} chosen={fields.valve} onChoose={set('valve')} />
      ) : null}
      {kind === 'compression' && fields.valve === 'no' ? (
        <Field
          label="Hose volume, cm³"
          hint="Without a valve at the engine end the hose counts as chamber, and a small engine reads far too low."
          value={fields.hoseVolumeCm3}
          onChange={set('hoseVolumeCm3')}
          error={errorOf('tester.hoseVolumeCm3')}
          figures
          keyboard="decimal-pad"
        />
      ) : null}
      {kind === 'leakdown' ? (
        <Field
          label="Orifice, mm"
          hint="The hole between the two gauges. With it a leak has a size that two testers share."
          value={fields.orificeMm}
          onChange={set('orificeMm')}
          error={errorOf('tester.orificeMm')}
          figures
          keyboard="decimal-pad"
        />
      ) : null}
      {kind === 'crankcase' ? null : (
        <Field
          label="Adapters"
          hint="One a line: thread x pitch x reach in mm, 14 x 1.25 x 19."
          value={fields.adapters}
          onChange={set('adapters')}
          error={errorOf('adapters')}
          multiline
        />
      )}
      {kind === 'crankcase' ? null : (
        <View style={styles.row}>
          <DayField label="O-ring looked at" value={fields.oRingCheckedOn} onChange={set('oRingCheckedOn')} />
          <Button onPress={() => set('oRingCheckedOn')(dayOf(new Date()))} style={styles.low}>
            O-ring fine today
          </Button>
        </View>
      )}
      {kind === 'compression' ? (
        <>
          <Label>Against a better gauge</Label>
          <View style={styles.row}>
            <DayField label="Compared on" value={fields.comparedOn} onChange={set('comparedOn')} />
            <Field
              label="Master gauge"
              value={fields.master}
              onChange={set('master')}
              error={errorOf('comparison.master', 'comparison.on')}
            />
          </View>
          <Field
            label={`Pairs, ${UNIT_SIGN[fields.unit]}`}
            hint="One a line: this tester, then the master. 100 97"
            value={fields.points}
            onChange={set('points')}
            error={errorOf('comparison.points', 'comparison')}
            multiline
            figures
          />
          <CorrectionWords fields={fields} />
        </>
      ) : null}
      <View style={styles.row}>
        <DayField label="Next comparison due" value={fields.dueOn} onChange={set('dueOn')} />
      </View>
      <Choice
        label="The usual one of its kind"
        options={YES_NO}
        chosen={fields.usual ? 'yes' : 'no'}
        onChoose={(value) => set('usual')(value === 'yes')}
      />
      {record ? (
        <Choice
          label="In use"
          options={YES_NO}
          chosen={fields.retired ? 'no' : 'yes'}
          onChoose={(value) => set('retired')(value === 'no')}
        />
      ) : null}
      <View style={styles.row}>
        <Button onPress={onDone} style={styles.grow}>
          Cancel
        </Button>
        <Button kind="main" tall={false} busy={save.isPending} onPress={() => void submit()} style={styles.grow}>
          Save
        </Button>
      </View>
    </View>
  );
}

/** What the comparison makes of a reading, in words. */
function CorrectionWords({ fields }: { fields: TesterFields }) {
  const { wrong, words } = correctionWords(fields);
  return <Words colour={wrong ? 'rust' : 'dim'}>{words}</Words>;
}

function correctionWords(fields: TesterFields): { wrong: boolean; words: string } {
  const { comparison } = toTester(fields);
  if (!comparison) return { wrong: false, words: 'Without a comparison its class stands.' };
  try {
    const { gain, offset, doubt } = correctionOf(comparison.points);
    const at = Math.max(...comparison.points.map(({ shown }) => shown));
    if (![gain, offset, at].every(Number.isFinite)) return { wrong: true, words: 'Each line needs two figures.' };
    return {
      wrong: false,
      words:
        `${at} read counts as ${(gain * at + offset).toFixed(1)} ${UNIT_SIGN[fields.unit]}, give or take ` +
        `${(2 * doubt).toFixed(1)}. What was read is kept.`,
    };
  } catch (error) {
    if (error instanceof InputError) return { wrong: true, words: `The comparison ${error.reason}.` };
    throw error;
  }
}

const styles = StyleSheet.create({
  form: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  low: { marginTop: 18 },
  grow: { flexGrow: 1 },
});
