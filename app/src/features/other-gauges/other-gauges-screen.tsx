import type { NewTest, OtherReadingRecord } from '@rugged/contract';
import { type Bench, countingReadings } from '@rugged/contract/bench';
import { TEST_NAME } from '@rugged/core';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { outbox } from '@/data/client';
import { useDraft } from '@/data/draft';
import { useVerdict } from '@/data/jobs';
import { newId } from '@/data/new-id';
import { useSignedIn } from '@/data/session';
import { BenchGate } from '@/features/bench/bench-gate';
import { KeptBadge } from '@/features/outbox/kept-badge';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label, Strong, Words } from '@/ui/words';
import { type Entered, type GaugeForm, gaugeForms, type GaugeKind, typedGauge } from './gauge-form';

export const OtherGaugesScreen = () => <BenchGate>{(bench) => <OtherGaugesOf bench={bench} />}</BenchGate>;

function OtherGaugesOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const { shop } = useSignedIn();
  const forms = gaugeForms(bench.engine, shop.unit);
  const { gauge } = useLocalSearchParams<{ gauge?: GaugeKind }>();
  const kind = forms.some((one) => one.kind === gauge) ? gauge : undefined;
  const form = forms.find((one) => one.kind === kind);
  return (
    <Screen title="Other gauges" under={bench.engine.name} onBack={() => router.navigate(`/jobs/${bench.job.id}`)} action={<KeptBadge />}>
      <Plate label="Which gauge">
        <Choice label="Which gauge" options={forms.map(({ kind: value, title }) => ({ value, word: title }))} chosen={kind} onChoose={(value) => router.setParams({ gauge: value })} />
      </Plate>
      {form ? <Entry key={form.kind} bench={bench} form={form} /> : null}
      {form ? <Said bench={bench} kind={form.kind} /> : null}
    </Screen>
  );
}

/** One reading of one gauge: what stays the same from one to the next is kept in the form. */
function Entry({ bench, form }: { bench: Bench; form: GaugeForm }) {
  const tell = useNotice();
  const [entered, setEntered] = useDraft<Entered>(`gauge.${bench.job.id}.${form.kind}`, {});
  const [tried, setTried] = useState(false);
  const typed = typedGauge(form, entered);
  const set = (field: string) => (value: string) => setEntered({ ...entered, [field]: value });
  const keep = () => {
    setTried(true);
    if (!typed.ok) return;
    const takenAt = new Date().toISOString();
    const today = bench.tests.find((test) => test.kind === form.kind && test.startedAt.slice(0, 10) === takenAt.slice(0, 10));
    const test = { id: newId(), jobId: bench.job.id, kind: form.kind, conditions: {}, startedAt: takenAt } as NewTest;
    const reading = { id: newId(), testId: today?.id ?? test.id, kind: form.kind, figures: typed.figures, takenAt } as OtherReadingRecord;
    void outbox.keep([
      ...(today ? [] : [{ method: 'POST' as const, path: '/tests', body: { ...test }, jobId: bench.job.id, what: `${TEST_NAME[form.kind]}, ${bench.engine.name}` }]),
      { method: 'POST', path: '/readings', body: { ...reading }, jobId: bench.job.id, what: `${TEST_NAME[form.kind]} reading, ${bench.engine.name}` },
    ]).then(() => {
      setEntered(Object.fromEntries(Object.entries(entered).filter(([field]) => form.choices.some((choice) => choice.field === field))));
      setTried(false);
      tell({ text: 'Kept' });
    });
  };
  return (
    <Plate style={styles.plate} hand={form.caution !== undefined} label={form.title}>
      {form.caution ? <Strong>{form.caution}</Strong> : null}
      {form.choices.map(({ field, label, options }) => (options.length > 1 ? <Choice key={field} label={label} options={options} chosen={entered[field]} onChoose={set(field)} /> : null))}
      <View style={styles.row}>
        {form.numbers.map(({ field, label }) => <Field key={field} label={label} value={entered[field] ?? ''} onChange={set(field)} figures keyboard="decimal-pad" error={typed.ok ? undefined : typed.errors[field]} onSubmit={keep} />)}
      </View>
      {tried && !typed.ok && typed.missing.length > 0 ? <View role="alert"><Strong colour="rust">{`Still missing: ${typed.missing.join(', ')}.`}</Strong></View> : null}
      <Button kind="main" onPress={keep}>Keep</Button>
    </Plate>
  );
}

/** What the book says of what was read, and a way back from a slip. */
function Said({ bench, kind }: { bench: Bench; kind: GaugeKind }) {
  const verdict = useVerdict(bench);
  const readings = countingReadings(bench.readings).filter((reading): reading is OtherReadingRecord => reading.kind === kind);
  const latest = readings[readings.length - 1];
  if (!verdict.ok) return <Plate hand label="Not right"><Strong colour="rust">{`${verdict.error.field}: ${verdict.error.reason}.`}</Strong>{latest ? <TakeBack bench={bench} reading={latest} /> : null}</Plate>;
  const said = verdict.judgement.inspections.filter(({ test }) => test === kind);
  if (said.length === 0) return null;
  return (
    <Plate label="What it says">
      <Label>What it says</Label>
      {said.map(({ text }) => <Words key={text} style={styles.said}>{text}</Words>)}
      {latest ? <TakeBack bench={bench} reading={latest} /> : null}
    </Plate>
  );
}

function TakeBack({ bench, reading }: { bench: Bench; reading: OtherReadingRecord }) {
  const takeBack = () => void outbox.keep([{
    method: 'POST', path: '/readings', jobId: bench.job.id, what: `${TEST_NAME[reading.kind]} reading taken back, ${bench.engine.name}`,
    body: { id: newId(), testId: reading.testId, kind: reading.kind, figures: reading.figures, takenAt: new Date().toISOString(), supersedes: reading.id, withdrawn: true },
  }]);
  return <View style={styles.undo}><Button icon="undo-variant" onPress={takeBack}>Take the latest back</Button></View>;
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  said: { marginTop: 6 },
  undo: { flexDirection: 'row', marginTop: 10 },
});
