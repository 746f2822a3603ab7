import { PRESSURE_UNITS, type Tester, UNIT_SIGN } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { typedNumber } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';
import { useSettingsForm } from './use-settings-form';

const UNITS = PRESSURE_UNITS.map((value) => ({ value, word: UNIT_SIGN[value] }));
const VALVE = [{ value: 'yes', word: 'Engine end' }, { value: 'no', word: 'Gauge end, or none' }] as const;

/** The compression tester on the cart: its class and marks are the doubt of every reading. */
export function TesterPlate({ tester, onSave }: { tester: Tester; onSave(tester: Tester): Promise<Readonly<Record<string, string>>> }) {
  const { form, errors, set, submit, saving, changed } = useSettingsForm(
    {
      name: tester.name ?? '', unit: (tester.unit ?? 'psi'), fullScale: text(tester.fullScale), division: text(tester.division),
      accuracyPercentOfFullScale: text(tester.accuracyPercentOfFullScale), valve: tester.valveAtEngineEnd === false ? 'no' : 'yes', hoseVolumeCm3: text(tester.hoseVolumeCm3),
    },
    ({ testerSchema }) => testerSchema,
    ({ name, unit, valve, ...figures }) => ({
      unit, valveAtEngineEnd: valve === 'yes', ...(name.trim() === '' ? {} : { name: name.trim() }),
      ...Object.fromEntries(Object.entries(figures).flatMap(([field, value]) => (value.trim() === '' ? [] : [[field, typedNumber(value)]]))),
    }),
    onSave,
  );
  return (
    <Plate label="Compression tester" style={styles.plate}>
      <Label>Compression tester</Label>
      <Field label="Name" value={form.name} onChange={set('name')} error={errors['name']} />
      <Choice label="Marked in" options={UNITS} chosen={form.unit} onChoose={set('unit')} />
      <View style={styles.row}>
        <Field label="Full scale" value={form.fullScale} onChange={set('fullScale')} error={errors['fullScale']} figures keyboard="decimal-pad" />
        <Field label="Division" value={form.division} onChange={set('division')} error={errors['division']} figures keyboard="decimal-pad" />
        <Field label="Class, %" value={form.accuracyPercentOfFullScale} onChange={set('accuracyPercentOfFullScale')} error={errors['accuracyPercentOfFullScale']} figures keyboard="decimal-pad" />
      </View>
      <Choice label="One-way valve" options={VALVE} chosen={form.valve} onChoose={set('valve')} />
      {form.valve === 'no' ? <Field label="Hose volume, cm³" hint="Without a valve at the engine end the hose counts as chamber and a small engine reads far too low." value={form.hoseVolumeCm3} onChange={set('hoseVolumeCm3')} error={errors['hoseVolumeCm3']} figures keyboard="decimal-pad" /> : null}
      <Words colour="dim">Read it between a quarter and nine tenths of its scale.</Words>
      {changed ? <Button kind="main" tall={false} busy={saving} onPress={submit}>Save the tester</Button> : null}
    </Plate>
  );
}

const text = (figure: number | undefined) => (figure === undefined ? '' : String(figure));

const styles = StyleSheet.create({ plate: { gap: 8 }, row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' } });
