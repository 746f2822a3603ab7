import { METER_UNITS } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { METER_WORD } from '@/bench/meter-words';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Label } from '@/ui/words';
import { optionsOf } from './chip';
import { signsOf } from './sheet';
import type { Sheet } from './use-sheet';

/** What its meter counts, and when it is due again. */
export function MeterPlate({ sheet }: { sheet: Sheet }) {
  const { engine, errors } = sheet.read;
  const field = (name: 'dueEveryUse' | 'dueEveryMonths', label: string) => (
    <Field
      label={label}
      value={sheet.text(name)}
      onChange={(text) => sheet.setText(name, text)}
      error={errors[name]}
      figures
      signs={signsOf(name)}
      keyboard="decimal-pad"
    />
  );
  return (
    <Plate label="Meter and dates" style={styles.plate}>
      <Label>Meter and dates</Label>
      <Choice
        label="Its meter counts"
        options={optionsOf(METER_WORD, METER_UNITS)}
        chosen={engine.meterUnit}
        onChoose={(meterUnit) => sheet.set({ meterUnit })}
      />
      <View style={styles.row}>
        {field('dueEveryUse', `Due every, ${engine.meterUnit ?? 'h'}`)}
        {field('dueEveryMonths', 'Due every, months')}
      </View>
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
});
