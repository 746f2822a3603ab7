import { PURPOSE_NAME, PURPOSES } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useEffect, useMemo } from 'react';
import { type Control, useController, useForm, useWatch } from 'react-hook-form';
import { StyleSheet } from 'react-native';
import { useSheet } from '@/bench/sheet/use-sheet';
import { forgetDraft, readDraft, useDraft, writeDraft } from '@/data/draft';
import { outbox } from '@/data/client';
import { useEngines } from '@/data/engines';
import { useSignedIn } from '@/data/session';
import { KeptBadge } from '@/bench/kept-badge';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Words } from '@/ui/words';
import { EnginePicker } from './engine-picker';
import { BLANK, buildJob, type EngineSource, type NewJobForm, startOf, UNKNOWN_ENGINE } from './form';
import { NewMachine } from './new-machine';
import { TheJob } from './the-job';

/** Under which a half-filled form is kept on this device. */
const DRAFT = 'new-job';
const DRAFT_SOURCE = 'new-job.source';

/** Takes an engine in: under a minute for one that was here before, a little more for a new one. */
export function NewJobScreen() {
  const router = useRouter();
  const { shop } = useSignedIn();
  const engines = useEngines('');
  const known = useMemo(() => (engines.data?.pages ?? []).flatMap((page) => page.items), [engines.data]);
  const owners = useMemo(() => [...new Map(known.map(({ owner }) => [owner.id, owner])).values()], [known]);
  const [source, setSource] = useDraft<EngineSource | undefined>(DRAFT_SOURCE, undefined);
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
    forgetDraft(DRAFT_SOURCE);
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

const styles = StyleSheet.create({
  plate: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  small: { fontSize: 15 },
  symptoms: { gap: 4 },
});
