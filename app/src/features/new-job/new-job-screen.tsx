import type { Shop } from '@rugged/contract';
import {
  type Engine,
  METER_UNITS,
  parts,
  PURPOSE_NAME,
  PURPOSES,
  type Symptom,
  SYMPTOM_NAME,
  symptomsOf,
  UNIT_SIGN,
} from '@rugged/core';
import { useRouter } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { type Control, type FieldErrors, useController, useForm, useWatch } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { METER_WORD, meterInWords } from '@/bench/meter-words';
import { RUN_STATES, runStateOf } from '@/bench/sheet/run-state';
import { KindPlate, SheetPlates } from '@/bench/sheet/sheet-form';
import { type Sheet, useSheet } from '@/bench/sheet/use-sheet';
import { forgetDraft, readDraft, writeDraft } from '@/data/draft';
import { outbox } from '@/data/client';
import { useEngines } from '@/data/engines';
import { useSignedIn } from '@/data/session';
import { KeptBadge } from '@/bench/kept-badge';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label, Strong, Words } from '@/ui/words';
import { EnginePicker } from './engine-picker';
import {
  BLANK,
  buildJob,
  type EngineSource,
  type NewJobForm,
  runsBackwards,
  startOf,
  type TextField,
  UNKNOWN_ENGINE,
} from './form';

/** Under which a half-filled form is kept on this device. */
const DRAFT = 'new-job';

/** Takes an engine in: under a minute for one that was here before, a little more for a new one. */
export function NewJobScreen() {
  const router = useRouter();
  const { shop } = useSignedIn();
  const engines = useEngines('');
  const known = useMemo(() => (engines.data?.pages ?? []).flatMap((page) => page.items), [engines.data]);
  const owners = useMemo(() => [...new Map(known.map(({ owner }) => [owner.id, owner])).values()], [known]);
  const [source, setSource] = useState<EngineSource>();
  const start = useMemo(() => (source ? startOf(source) : UNKNOWN_ENGINE), [source]);
  const sheet = useSheet(start, 'new-job.sheet');
  const {
    control,
    handleSubmit,
    setError,
    setValue,
    clearErrors,
    formState: { errors, isSubmitting },
  } = useForm<NewJobForm>({ defaultValues: { ...BLANK, ...readDraft<Partial<NewJobForm>>(DRAFT) } });
  const values = useWatch({ control });
  useEffect(() => {
    writeDraft(DRAFT, values);
  }, [values]);

  const choose = (next: EngineSource | undefined) => {
    // Of one like another nothing is left of what was tapped for a third.
    if (next?.from === 'like') sheet.reset();
    setSource(next);
  };
  const wrong = source?.from === 'known' ? {} : sheet.read.errors;
  const open = handleSubmit(async (form) => {
    if (!source || Object.keys(wrong).some((field) => field !== 'name')) return;
    const written = sheet.read.engine;
    const built = await buildJob(form, { shop, source, written, knownOwners: owners, now: new Date() });
    if (!built.ok) {
      for (const [field, message] of Object.entries(built.errors)) setError(field as keyof NewJobForm, { message });
      return;
    }
    await outbox.keep(built.job.entries);
    forgetDraft(DRAFT);
    sheet.reset();
    router.replace(`/jobs/${built.job.bench.job.id}`);
  });
  const submit = () => {
    clearErrors();
    void open();
  };

  return (
    <Screen
      title="New job"
      under="Why, which engine, what is wrong"
      onBack={() => router.navigate('/')}
      action={<KeptBadge />}
      foot={
        source ? (
          <>
            {Object.keys(wrong).some((field) => field !== 'name') ? (
              <Words colour="onGround">Something on the sheet does not fit yet: see the field in red.</Words>
            ) : null}
            <Button kind="main" busy={isSubmitting} onPress={submit}>
              Open job
            </Button>
          </>
        ) : null
      }
    >
      <Why control={control} />
      <EnginePicker known={known} loading={engines.isLoading} source={source} onChoose={choose} />
      {source && source.from !== 'known' ? (
        <NewMachine
          {...{ control, errors, source, shop, sheet }}
          owners={owners.map(({ name }) => name)}
          onOwner={(name) => setValue('owner', name)}
        />
      ) : null}
      {source ? <TheJob {...{ control, errors, source, sheet }} /> : null}
    </Screen>
  );
}

const PURPOSE_OPTIONS = PURPOSES.map((value) => ({ value, word: PURPOSE_NAME[value] }));

/** Why anybody tests it: one tap, and it may be left. */
function Why({ control }: { control: Control<NewJobForm> }) {
  const { field } = useController({ control, name: 'purpose' });
  return (
    <Plate label="Why" style={styles.plate}>
      <Choice
        label="Why"
        options={PURPOSE_OPTIONS}
        chosen={field.value}
        onChoose={(value) => field.onChange(value === field.value ? undefined : value)}
      />
    </Plate>
  );
}

interface TheJobProps {
  control: Control<NewJobForm>;
  errors: FieldErrors<NewJobForm>;
  source: EngineSource;
  sheet: Sheet;
}

function TheJob({ control, errors, source, sheet }: TheJobProps) {
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

interface TextProps {
  control: Control<NewJobForm>;
  errors: FieldErrors<NewJobForm>;
  name: TextField;
  label: string;
  hint?: string;
  figures?: boolean;
}

function FormField({ control, errors, name, label, hint, figures = false }: TextProps) {
  const { field } = useController({ control, name });
  return (
    <Field
      label={label}
      value={field.value}
      onChange={field.onChange}
      error={errors[name]?.message}
      figures={figures}
      {...(hint ? { hint } : {})}
      {...(figures ? { keyboard: 'decimal-pad' as const } : {})}
    />
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

interface NewMachineProps {
  control: Control<NewJobForm>;
  errors: FieldErrors<NewJobForm>;
  source: EngineSource;
  shop: Shop;
  owners: readonly string[];
  onOwner(name: string): void;
  sheet: Sheet;
}

function NewMachine({ control, errors, source, shop, sheet, owners, onOwner }: NewMachineProps) {
  const [whole, setWhole] = useState(false);
  const { field: owner } = useController({ control, name: 'owner' });
  const matches =
    owner.value.trim() === ''
      ? []
      : owners
          .filter((name) => name !== owner.value && name.toLowerCase().includes(owner.value.trim().toLowerCase()))
          .slice(0, 3);
  return (
    <>
      {source.from === 'like' ? null : <KindPlate sheet={sheet} />}
      <Plate label="New machine" style={styles.plate}>
        <FormField control={control} errors={errors} name="owner" label="Owner" />
        {matches.length > 0 ? (
          <View style={styles.row}>
            {matches.map((name) => (
              <Button key={name} onPress={() => onOwner(name)}>
                {name}
              </Button>
            ))}
          </View>
        ) : null}
        <View style={styles.row}>
          <FormField control={control} errors={errors} name="machine" label="Machine" />
          <Field
            label="Engine"
            hint="Empty: named like the machine."
            value={sheet.read.engine.name}
            onChange={(name) => sheet.set({ name })}
          />
        </View>
        {source.from === 'like' ? (
          <Words colour="dim">{`Sheet and books like ${source.item.engine.name}.`}</Words>
        ) : (
          <BookFigures control={control} errors={errors} shop={shop} />
        )}
        <Button icon={whole ? 'chevron-up' : 'chevron-down'} onPress={() => setWhole(!whole)}>
          {whole ? 'Fold the sheet' : 'The whole sheet, now or later'}
        </Button>
      </Plate>
      {whole ? <SheetPlates sheet={sheet} unit={shop.unit} /> : null}
    </>
  );
}

function BookFigures({ control, errors, shop }: Pick<NewMachineProps, 'control' | 'errors' | 'shop'>) {
  const unit = UNIT_SIGN[shop.unit];
  return (
    <View style={styles.plate}>
      <Label>Book</Label>
      <Words colour="dim">Leave empty what you do not have; then a rule of thumb stands in, and says so.</Words>
      <View style={styles.row}>
        <FormField control={control} errors={errors} name="bookMin" label={`Minimum, ${unit}`} figures />
        <FormField control={control} errors={errors} name="bookMax" label={`Maximum, ${unit}`} figures />
        <FormField control={control} errors={errors} name="spreadLimit" label="Spread, %" figures />
      </View>
      <FormField control={control} errors={errors} name="bookSource" label="Which book" />
      <Strong colour="dim" style={styles.small}>
        Spread is taken lowest against highest.
      </Strong>
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  small: { fontSize: 15 },
  symptoms: { gap: 4 },
});
