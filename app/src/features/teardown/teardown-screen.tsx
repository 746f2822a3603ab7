import { type Bench, countingReadings } from '@rugged/contract/bench';
import { canHave, capital, type CauseName, CAUSE_NAME, CAUSES, type Report, TEST_NAME } from '@rugged/core';
import { useRouter } from 'expo-router';
import equal from 'fast-deep-equal';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useDraft } from '@/data/draft';
import { useVerdict } from '@/data/jobs';
import { add, correction, keepReadings, together } from '@/data/recording';
import { BenchGate } from '@/bench/bench-gate';
import { oddsText } from '@/bench/causes/shown-causes';
import { KeptBadge } from '@/bench/kept-badge';
import { StepsButton } from '@/bench/steps-button';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { dayAndTime } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label, Strong, Title, Words } from '@/ui/words';
import { HEIGHTS, isSize, partOf, PISTON, RINGS, type SizeKind, type Sizes, sizesOf, typedSizes } from './sizes';

export const TeardownScreen = () => <BenchGate>{(bench) => <TeardownOf bench={bench} />}</BenchGate>;

function TeardownOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const verdict = useVerdict(bench);
  const [cylinder, setCylinder] = useState(bench.engine.cylinders[0] as string);
  const { cylinders } = bench.engine;
  return (
    <Screen
      title="Teardown"
      under={bench.engine.name}
      onBack={() => router.navigate(`/jobs/${bench.job.id}`)}
      action={
        <>
          <KeptBadge />
          <StepsButton jobId={bench.job.id} of="teardown" />
        </>
      }
    >
      {cylinders.length > 1 ? (
        <Plate>
          <Choice
            label="Cylinder"
            options={cylinders.map((id) => ({ value: id, word: id }))}
            chosen={cylinder}
            onChoose={setCylinder}
          />
        </Plate>
      ) : null}
      <SizesPlate key={cylinder} bench={bench} cylinder={cylinder} />
      {verdict.ok ? (
        <Said judgement={verdict.judgement} cylinder={cylinder} />
      ) : (
        <Plate hand>
          <Strong colour="rust">{`${verdict.error.field}: ${verdict.error.reason}.`}</Strong>
        </Plate>
      )}
      {verdict.ok ? (
        <OutcomePlate key={`found-${cylinder}`} bench={bench} judgement={verdict.judgement} cylinder={cylinder} />
      ) : null}
      <Button
        kind="ground"
        icon="camera-outline"
        onPress={() => router.push(`/jobs/${bench.job.id}/notes?cylinder=${encodeURIComponent(cylinder)}`)}
      >
        Notes and photographs
      </Button>
    </Screen>
  );
}

const NAMES = {
  top: 'Top',
  middle: 'Middle',
  bottom: 'Bottom',
  second: 'Second',
  oil: 'Oil',
  skirtMm: 'Skirt',
  pinMm: 'Pin',
  smallEndMm: 'Small end',
} as const;

/** Bore, rings, piston and pin of one cylinder. What is changed corrects what was kept; both stay. */
function SizesPlate({ bench, cylinder }: { bench: Bench; cylinder: string }) {
  const tell = useNotice();
  const readings = countingReadings(bench.readings).filter(isSize);
  const kept = sizesOf(readings, cylinder);
  const [draft, setDraft] = useDraft<Sizes>(`teardown.${bench.job.id}.${cylinder}`, {});
  const [tried, setTried] = useState(false);
  const sizes = { ...kept, ...draft };
  const typed = typedSizes(sizes, cylinder);
  const errors = typed.ok ? {} : typed.errors;
  const changed = Object.entries(draft).some(([field, value]) => value !== (kept[field] ?? ''));
  const keep = () => {
    setTried(true);
    if (!typed.ok) return;
    const now = Date.now();
    const partBefore = (part: string) =>
      readings.find((reading) => reading.figures.cylinder === cylinder && partOf(reading) === part);
    const fresh = typed.parts.filter(({ part, figures }) => !equal(partBefore(part)?.figures, figures));
    const begun = together(
      bench,
      fresh
        .filter(({ part }) => !partBefore(part))
        .map(({ kind, figures }) => ({ kind, conditions: {}, figures, now })),
    );
    const mended = fresh.flatMap(({ part, figures }) => {
      const before = partBefore(part);
      return before ? [correction<SizeKind>(before, figures, now)] : [];
    });
    void keepReadings(
      bench,
      [...begun, ...mended].map((recorded) => ({
        recorded,
        what: `${TEST_NAME[recorded.reading.kind]}, cyl ${cylinder}`,
      })),
    ).then(() => {
      setDraft({});
      setTried(false);
      tell({ text: 'Sizes kept' });
    });
  };
  const field = (name: string, label: string) => (
    <View key={name} style={styles.size}>
      <Field
        label={label}
        value={sizes[name] ?? ''}
        onChange={(value) => setDraft({ ...draft, [name]: value })}
        figures
        signs="decimal"
        keyboard="decimal-pad"
        error={tried ? errors[name] : undefined}
      />
    </View>
  );
  return (
    <Plate label={`Sizes of cyl ${cylinder}`} style={styles.plate}>
      <Label>Bore, mm</Label>
      {HEIGHTS.map((height) => (
        <View key={height} style={styles.row}>
          {field(`bore/${height}/alongMm`, `${NAMES[height]}, along the crank`)}
          {field(`bore/${height}/acrossMm`, `${NAMES[height]}, across`)}
        </View>
      ))}
      <Label>Ring gap, mm</Label>
      <View style={styles.row}>{RINGS.map((ring) => field(`ring-gap/${ring}/mm`, `${NAMES[ring]} ring`))}</View>
      <Label>Piston and pin, mm</Label>
      <View style={styles.row}>{PISTON.map((name) => field(`piston/${name}`, NAMES[name]))}</View>
      {tried && !typed.ok ? (
        <View role="alert">
          <Strong colour="rust">Something is missing or no number: see the fields.</Strong>
        </View>
      ) : null}
      <Button kind="main" disabled={!changed} onPress={keep}>
        Keep the sizes
      </Button>
    </Plate>
  );
}

function Said({ judgement, cylinder }: { judgement: Report; cylinder: string }) {
  const said = judgement.inspections.filter(
    (one) => one.cylinder === cylinder && ['bore', 'ring-gap', 'piston'].includes(one.test),
  );
  if (said.length === 0) return null;
  return (
    <Plate label="Against the book" style={styles.plate}>
      <Label>Against the book</Label>
      {said.map(({ text, state }) => (
        <Words key={text} colour={state === 'low' ? 'rust' : 'ink'}>
          {text}
        </Words>
      ))}
    </Plate>
  );
}

/** What it really was, beside what had been said: so that a shop sees how often the verdict is right. */
function OutcomePlate({ bench, judgement, cylinder }: { bench: Bench; judgement: Report; cylinder: string }) {
  const tell = useNotice();
  const { engine } = bench;
  const measured = judgement.cylinders.find(({ id }) => id === cylinder);
  const first =
    (measured?.compression ?? measured?.leakage)
      ? judgement.causes
          .filter((cause) => cause.cylinder === cylinder && cause.cause !== 'crank-seal')
          .sort((a, b) => b.probability - a.probability)[0]
      : undefined;
  const latest = bench.outcomes
    .filter((one) => one.cylinder === cylinder)
    .sort((a, b) => Date.parse(b.madeAt) - Date.parse(a.madeAt))[0];
  const [found, setFound] = useState<CauseName>();
  const [note, setNote] = useState('');
  // A release that nobody noted on the sheet may be found all the same.
  const possible = CAUSES.filter((cause) =>
    cause === 'compression-release'
      ? engine.compressionRelease !== 'none'
      : cause === 'sound' || (cause !== 'test-fault' && canHave(engine, cause)),
  );
  const keep = () => {
    if (!found) return;
    const record = {
      cylinder,
      found,
      ...(first ? { predicted: first.cause, probability: first.probability } : {}),
      ...(note.trim() ? { note: note.trim() } : {}),
    };
    void add(bench, 'outcomes', record, `What cyl ${cylinder} had`).then(() => {
      setNote('');
      tell({ text: `Kept for cyl ${cylinder}` });
    });
  };
  return (
    <Plate label="What it was" style={styles.plate}>
      <Label>What it was</Label>
      <Words>
        {first
          ? `The figures said: ${CAUSE_NAME[first.cause]}, ${oddsText(first.probability)}.`
          : 'Nothing was measured before it was opened, so nothing was predicted.'}
      </Words>
      {latest ? (
        <View>
          <Title>{`Found: ${capital(CAUSE_NAME[latest.found])}`}</Title>
          <Words colour="dim">
            {`${dayAndTime(latest.madeAt)}${latest.by ? `, ${latest.by}` : ''}${foretold(latest)}.`}
            {latest.note ? ` ${latest.note}` : ''}
          </Words>
        </View>
      ) : null}
      <Choice<CauseName>
        label={latest ? 'Or rather' : 'Found'}
        options={possible.map((cause) => ({ value: cause, word: capital(CAUSE_NAME[cause]) }))}
        chosen={found}
        onChoose={setFound}
      />
      <Field label="In words" value={note} onChange={setNote} multiline />
      <Button kind="main" disabled={!found} onPress={keep}>
        Keep what it was
      </Button>
    </Plate>
  );
}

function foretold({ predicted, found }: Bench['outcomes'][number]): string {
  if (predicted === undefined) return '';
  return predicted === found ? '. The verdict was right' : `. The verdict was ${CAUSE_NAME[predicted]}`;
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  size: { flexGrow: 1, flexShrink: 1, flexBasis: 90 },
});
