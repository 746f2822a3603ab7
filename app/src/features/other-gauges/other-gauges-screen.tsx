import type { ReadingRecord } from '@rugged/contract';
import { type Bench, countingReadings, readingsOfKind } from '@rugged/contract/bench';
import { TEST_NAME, type TestKind } from '@rugged/core';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { BenchGate } from '@/bench/bench-gate';
import { type Entered, type GaugeForm, isAsked, typedGauge } from '@/bench/gauge-form';
import { KeptBadge } from '@/bench/kept-badge';
import { gaugeKinds, ON_SCREEN } from '@/bench/test-kinds';
import { useDraft } from '@/data/draft';
import { useVerdict } from '@/data/jobs';
import { joinOrBegin, judgeEntered, keepReadings, withdraw } from '@/data/recording';
import { useSignedIn } from '@/data/session';
import { reasonsByField, validate } from '@/data/validating';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { StateMark } from '@/ui/state-mark';
import { Label, Strong, Words } from '@/ui/words';

export const OtherGaugesScreen = () => (
  <BenchGate records="others">{(bench) => <OtherGaugesOf bench={bench} />}</BenchGate>
);

function OtherGaugesOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const { shop } = useSignedIn();
  const kinds = gaugeKinds(bench.engine);
  const { gauge } = useLocalSearchParams<{ gauge?: string }>();
  const kind = kinds.find((one) => one === gauge);
  const form = kind && ON_SCREEN[kind].form?.(bench.engine, shop.unit);
  return (
    <Screen
      title="Other gauges"
      under={bench.engine.name}
      onBack={() => router.navigate(`/jobs/${bench.job.id}`)}
      action={<KeptBadge />}
    >
      <Plate label="Which gauge">
        <Choice
          label="Which gauge"
          options={kinds.map((value) => ({ value, word: TEST_NAME[value] }))}
          chosen={kind}
          onChoose={(value) => router.setParams({ gauge: value })}
        />
      </Plate>
      {kind && form ? <Entry key={kind} bench={bench} kind={kind} form={form} /> : null}
      {kind ? <Said bench={bench} kind={kind} /> : null}
    </Screen>
  );
}

const rightNow = () => Date.now();

/** One reading of one gauge: what stays the same from one to the next is kept in the form. */
function Entry({ bench, kind, form }: { bench: Bench; kind: TestKind; form: GaugeForm }) {
  const tell = useNotice();
  const router = useRouter();
  const [entered, setEntered] = useDraft<Entered>(`gauge.${bench.job.id}.${kind}`, {});
  const [tried, setTried] = useState(false);
  const [beyond, setBeyond] = useState<Readonly<Record<string, string>>>({});
  const typed = typedGauge<typeof kind>(form, entered);
  const set = (field: string) => (value: string) => {
    setBeyond({});
    setEntered({ ...entered, [field]: value });
  };
  const [openedAt] = useState(rightNow);
  const recorded = (now: number) =>
    typed.ok ? joinOrBegin(bench, { kind, conditions: typed.conditions, figures: typed.figures, now }) : undefined;
  const refused = refusal(bench, recorded(openedAt));
  const errorAt = (field: string) =>
    typed.ok ? (refused?.field === field ? refused.reason : beyond[`figures.${field}`]) : typed.errors[field];
  const keep = async () => {
    setTried(true);
    const one = recorded(rightNow());
    if (!typed.ok || !one || refused) return;
    // What the server would refuse is refused here, while it can be mended.
    const checked = await validate(({ newReadingSchema }) => newReadingSchema, one.reading);
    if (!checked.ok) return setBeyond(reasonsByField(checked));
    await keepReadings(bench, [{ recorded: one, what: `${TEST_NAME[kind]} reading` }]);
    setEntered(
      Object.fromEntries(
        Object.entries(entered).filter(([field]) => form.choices.some((choice) => choice.field === field)),
      ),
    );
    setTried(false);
    tell({ text: 'Kept' });
  };
  return (
    <Plate style={styles.plate} hand={form.caution !== undefined} label={TEST_NAME[kind]}>
      {form.caution ? <Strong>{form.caution}</Strong> : null}
      {form.choices.map(({ field, label, options }) =>
        options.length > 1 ? (
          <Choice key={field} label={label} options={options} chosen={entered[field]} onChoose={set(field)} />
        ) : null,
      )}
      <View style={styles.row}>
        {form.numbers
          .filter((one) => isAsked(one, entered))
          .map(({ field, label }) => (
            <Field
              key={field}
              label={label}
              value={entered[field] ?? ''}
              onChange={set(field)}
              figures
              keyboard="decimal-pad"
              error={errorAt(field)}
              onSubmit={() => void keep()}
            />
          ))}
      </View>
      {tried && !typed.ok && typed.missing.length > 0 ? (
        <View role="alert">
          <Strong colour="rust">{`Still missing: ${typed.missing.join(', ')}.`}</Strong>
        </View>
      ) : null}
      <View style={styles.row}>
        <Button
          icon="clipboard-text-outline"
          onPress={() => router.push(`/jobs/${bench.job.id}/steps?of=${kind}`)}
          style={styles.grow}
        >
          Step by step
        </Button>
        <Button kind="main" onPress={() => void keep()} style={styles.keep}>
          Keep
        </Button>
      </View>
    </Plate>
  );
}

/** What the judgement itself would refuse of a reading, at its field. */
function refusal(
  bench: Bench,
  recorded: ReturnType<typeof joinOrBegin<TestKind>> | undefined,
): { field: string; reason: string } | undefined {
  const verdict = recorded && judgeEntered(bench, recorded, 'psi');
  return verdict && !verdict.ok
    ? { field: verdict.error.field.split('.').pop() ?? '', reason: verdict.error.reason }
    : undefined;
}

/** What it says of what was read, and a way back from a slip. */
function Said({ bench, kind }: { bench: Bench; kind: TestKind }) {
  const verdict = useVerdict(bench);
  const latest = readingsOfKind(countingReadings(bench.readings), kind).at(-1);
  if (!verdict.ok)
    return (
      <Plate hand label="Not right">
        <Strong colour="rust">{`${verdict.error.field}: ${verdict.error.reason}.`}</Strong>
        {latest ? <TakeBack bench={bench} reading={latest} /> : null}
      </Plate>
    );
  const said = verdict.judgement.inspections.filter(({ test }) => test === kind);
  if (said.length === 0) return null;
  return (
    <Plate label="What it says">
      <Label>What it says</Label>
      {said.map(({ text, state }, i) => (
        <View key={`${text}${i}`} style={styles.said}>
          <StateMark state={state} size={15} />
          <Words style={styles.grow}>{text}</Words>
        </View>
      ))}
      {latest ? <TakeBack bench={bench} reading={latest} /> : null}
    </Plate>
  );
}

function TakeBack({ bench, reading }: { bench: Bench; reading: ReadingRecord }) {
  return (
    <View style={styles.undo}>
      <Button icon="undo-variant" onPress={() => void withdraw(bench, reading, `${TEST_NAME[reading.kind]} reading`)}>
        Take the latest back
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  said: { marginTop: 8, gap: 2 },
  grow: { flexGrow: 1, flexShrink: 1 },
  keep: { flexGrow: 2 },
  undo: { flexDirection: 'row', marginTop: 10 },
});
