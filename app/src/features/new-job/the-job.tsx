import { type Engine, METER_UNITS, parts, type Symptom, SYMPTOM_NAME, symptomsOf } from '@rugged/core';
import { type Control, type FieldErrors, useController, useWatch } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { METER_WORD, meterInWords } from '@/bench/meter-words';
import { RUN_STATES, runStateOf } from '@/bench/sheet/run-state';
import { type Sheet } from '@/bench/sheet/use-sheet';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Plate } from '@/ui/plate';
import { Label } from '@/ui/words';
import { type EngineSource, type NewJobForm, runsBackwards } from './form';
import { FormField } from './form-field';

interface TheJobProps {
  control: Control<NewJobForm>;
  errors: FieldErrors<NewJobForm>;
  source: EngineSource;
  sheet: Sheet;
}

/** What is wrong, what it does, how it stands, and what its meter shows. */
export function TheJob({ control, errors, source, sheet }: TheJobProps) {
  const { field: state } = useController({ control, name: 'state' });
  const { field: changed } = useController({ control, name: 'meterChanged' });
  const [purpose, meter] = useWatch({ control, name: ['purpose', 'meter'] });
  const known = source.from === 'known' ? source.item : undefined;
  const unit = known?.engine.meterUnit ?? sheet.read.engine.meterUnit;
  return (
    <Plate label="The job" style={styles.plate}>
      <FormField control={control} errors={errors} name="complaint" label="Complaint" hint="In the owner's words." />
      <Symptoms control={control} engine={known?.engine ?? sheet.read.engine} />
      {purpose === 'second-opinion' ? (
        <FormField control={control} errors={errors} name="otherSaid" label="What the other shop said" />
      ) : null}
      <Choice
        label="It"
        options={RUN_STATES}
        chosen={state.value ?? (known ? runStateOf(known.engine) : undefined)}
        onChoose={(value) => state.onChange(value)}
      />
      <View style={styles.row}>
        <FormField
          control={control}
          errors={errors}
          name="meter"
          label={unit ? `Meter, ${METER_WORD[unit].toLowerCase()}` : 'Meter'}
          figures
          signs="grouped"
        />
        <FormField control={control} errors={errors} name="alreadyDone" label="Already done" />
      </View>
      {known?.engine.meterUnit || meter === '' ? null : known ? null : (
        <Choice
          label="The meter counts"
          options={METER_UNITS.map((value) => ({ value, word: METER_WORD[value] }))}
          chosen={unit}
          onChoose={(meterUnit) => sheet.set({ meterUnit })}
        />
      )}
      {runsBackwards({ meter }, source) ? (
        <Choice
          label={`It showed ${meterInWords(known?.lastMeter ?? 0, unit)} last time`}
          options={[
            { value: 'changed', word: 'The meter was changed' },
            { value: 'as-typed', word: 'It stands as typed' },
          ]}
          chosen={changed.value ? 'changed' : 'as-typed'}
          onChoose={(value) => changed.onChange(value === 'changed')}
        />
      ) : null}
    </Plate>
  );
}

/** What of the complaint has a name here; each moves the odds of what it may be. */
function Symptoms({ control, engine }: { control: Control<NewJobForm>; engine: Engine }) {
  const { field } = useController({ control, name: 'symptoms' });
  const toggle = (symptom: Symptom) =>
    field.onChange(
      field.value.includes(symptom) ? field.value.filter((one) => one !== symptom) : [...field.value, symptom],
    );
  return (
    <View role="group" aria-label="What it does" style={styles.symptoms}>
      <Label>What it does, as far as it is known</Label>
      <View style={styles.row}>
        {symptomsOf(parts(engine)).map((symptom) => (
          <Button
            key={symptom}
            kind={field.value.includes(symptom) ? 'chosen' : 'plain'}
            pressed={field.value.includes(symptom)}
            onPress={() => toggle(symptom)}
          >
            {SYMPTOM_NAME[symptom]}
          </Button>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  small: { fontSize: 15 },
  symptoms: { gap: 4 },
});
