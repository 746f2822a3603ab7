import type { Shop } from '@rugged/contract';
import { FAMILIES, type Family, type Symptom, SYMPTOM_NAME, SYMPTOMS, UNIT_SIGN } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { type Control, type FieldErrors, useController, useForm, useWatch } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { FAMILY_WORD } from '@/bench/family-words';
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
import { BLANK, buildJob, type EngineSource, type NewJobForm, type TextField, USUAL } from './form';

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

  const open = handleSubmit(async (form) => {
    if (!source) return;
    const built = await buildJob(form, { shop, source, knownOwners: owners, now: new Date() });
    if (!built.ok) {
      for (const [field, message] of Object.entries(built.errors)) setError(field as keyof NewJobForm, { message });
      return;
    }
    await outbox.keep(built.job.entries);
    forgetDraft(DRAFT);
    router.replace(`/jobs/${built.job.bench.job.id}`);
  });
  const submit = () => {
    clearErrors();
    void open();
  };

  return (
    <Screen
      title="New job"
      under="Owner, machine, complaint"
      onBack={() => router.navigate('/')}
      action={<KeptBadge />}
    >
      <EnginePicker known={known} loading={engines.isLoading} source={source} onChoose={setSource} />
      {source && source.from !== 'known' ? (
        <NewMachine
          {...{ control, errors, source, shop }}
          owners={owners.map(({ name }) => name)}
          onOwner={(name) => setValue('owner', name)}
          onFamily={(family) => {
            for (const [key, value] of Object.entries(USUAL[family])) setValue(key as keyof NewJobForm, value);
          }}
        />
      ) : null}
      {source ? (
        <Plate label="The job" style={styles.plate}>
          <FormField
            control={control}
            errors={errors}
            name="complaint"
            label="Complaint"
            hint="In the owner's words."
          />
          <Symptoms control={control} />
          <View style={styles.row}>
            <FormField control={control} errors={errors} name="hours" label="Hours or odometer" figures />
            <FormField control={control} errors={errors} name="alreadyDone" label="Already done" />
          </View>
          <Button kind="main" busy={isSubmitting} onPress={submit}>
            Open job
          </Button>
        </Plate>
      ) : null}
    </Screen>
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
function Symptoms({ control }: { control: Control<NewJobForm> }) {
  const { field } = useController({ control, name: 'symptoms' });
  const toggle = (symptom: Symptom) =>
    field.onChange(
      field.value.includes(symptom) ? field.value.filter((one) => one !== symptom) : [...field.value, symptom],
    );
  return (
    <View role="group" aria-label="What it does" style={styles.symptoms}>
      <Label>What it does, as far as it is known</Label>
      <View style={styles.row}>
        {SYMPTOMS.map((symptom) => (
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
  onFamily(family: Family): void;
}

function NewMachine({ control, errors, source, shop, owners, onOwner, onFamily }: NewMachineProps) {
  const { field: owner } = useController({ control, name: 'owner' });
  const matches =
    owner.value.trim() === ''
      ? []
      : owners
          .filter((name) => name !== owner.value && name.toLowerCase().includes(owner.value.trim().toLowerCase()))
          .slice(0, 3);
  return (
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
        <FormField
          control={control}
          errors={errors}
          name="engine"
          label="Engine"
          hint="Empty: named like the machine."
        />
      </View>
      {source.from === 'like' ? (
        <Words colour="dim">{`Layout and book like ${source.item.engine.name}.`}</Words>
      ) : (
        <>
          <Kind control={control} errors={errors} onFamily={onFamily} />
          <BookFigures control={control} errors={errors} shop={shop} />
        </>
      )}
    </Plate>
  );
}

const FAMILY_OPTIONS = FAMILIES.map((value) => ({ value, word: FAMILY_WORD[value] }));
const CYCLE_OPTIONS = [
  { value: 'two-stroke', word: 'Two-stroke' },
  { value: 'four-stroke', word: 'Four-stroke' },
] as const;
const FUEL_OPTIONS = [
  { value: 'petrol', word: 'Petrol' },
  { value: 'diesel', word: 'Diesel' },
] as const;
const LAYOUT_OPTIONS = [
  { value: 'inline', word: 'In line' },
  { value: 'vee', word: 'Vee' },
  { value: 'flat', word: 'Flat' },
] as const;
const RELEASE_OPTIONS = [
  { value: 'none', word: 'None' },
  { value: 'automatic', word: 'Automatic' },
  { value: 'lever', word: 'Lever' },
] as const;
const COUNT_OPTIONS = ['1', '2', '3', '4', '5', '6', '8'].map((value) => ({ value, word: value }));

function Kind({ control, errors, onFamily }: Pick<NewMachineProps, 'control' | 'errors' | 'onFamily'>) {
  const { field: family } = useController({ control, name: 'family' });
  const { field: cycle } = useController({ control, name: 'cycle' });
  const { field: fuel } = useController({ control, name: 'fuel' });
  const { field: layout } = useController({ control, name: 'layout' });
  const { field: cylinders } = useController({ control, name: 'cylinders' });
  const { field: release } = useController({ control, name: 'release' });
  return (
    <>
      <Choice
        label="Kind"
        options={FAMILY_OPTIONS}
        chosen={family.value}
        onChoose={(value) => {
          family.onChange(value);
          onFamily(value);
        }}
      />
      <Choice
        label="Cylinders"
        options={COUNT_OPTIONS}
        chosen={cylinders.value}
        onChoose={(value) => cylinders.onChange(value)}
      />
      {errors.cylinders ? <Words colour="rust">{`Cylinders ${errors.cylinders.message}`}</Words> : null}
      {cylinders.value === '1' ? null : (
        <Choice
          label="Layout"
          options={LAYOUT_OPTIONS}
          chosen={layout.value === 'single' ? 'inline' : layout.value}
          onChoose={(value) => layout.onChange(value)}
        />
      )}
      <Choice label="Cycle" options={CYCLE_OPTIONS} chosen={cycle.value} onChoose={(value) => cycle.onChange(value)} />
      <Choice label="Fuel" options={FUEL_OPTIONS} chosen={fuel.value} onChoose={(value) => fuel.onChange(value)} />
      <Choice
        label="Compression release"
        options={RELEASE_OPTIONS}
        chosen={release.value}
        onChoose={(value) => release.onChange(value)}
      />
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
