import type { Bench } from '@rugged/contract';
import { KINDS, PROCEDURE_TITLE, TEST_KINDS, type TestKind } from '@rugged/core';
import { PROCEDURES, type ProcedureName, type Step } from '@rugged/core/procedure';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { changeJob } from '@/data/jobs';
import { BenchGate } from '@/bench/bench-gate';
import { ON_SCREEN } from '@/bench/test-kinds';
import { KeptBadge } from '@/bench/kept-badge';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { dayAndTime } from '@/ui/format';
import { keepSetting, readSetting } from '@/ui/setting';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { useKeys } from '@/ui/use-keys';
import { Label, Strong, Title, Words } from '@/ui/words';
import { NextDate } from '@/bench/next-date';
import { Road } from './road';
import { StepList } from './step-list';
import { StepPlate } from './step-plate';
import { isProcedure, type ProcedureInHand, useProcedure } from '@/bench/use-procedure';

/** Where the reading of a procedure is entered, where it is not the place of the test of its name. */
const READING: Partial<Record<ProcedureName, string>> = {
  wet: 'compression?wet=yes',
  listening: 'leakdown',
  'crankcase-pressure': 'crankcase',
  'crankcase-vacuum': 'crankcase',
  teardown: 'teardown',
  waking: 'compression',
  'quick-checks': 'notes',
  'lead-map': 'leads',
};
const isKind = (name: string): name is TestKind => (TEST_KINDS as readonly string[]).includes(name);
const readingOf = (name: ProcedureName): string | undefined =>
  READING[name] ?? (isKind(name) ? ON_SCREEN[name].place : undefined);

const WAYS = [
  { value: 'one', word: 'One at a time' },
  { value: 'list', word: 'As a list' },
] as const;
const WAY = 'rugged.steps';

export const ProcedureScreen = () => <BenchGate>{(bench) => <Chosen bench={bench} />}</BenchGate>;

function Chosen({ bench }: { bench: Bench }) {
  const { of } = useLocalSearchParams<{ of?: string }>();
  const router = useRouter();
  const back = () => router.navigate(`/jobs/${bench.job.id}`);
  if (isProcedure(of)) return <ProcedureOf key={of} bench={bench} name={of} onBack={back} />;
  return (
    <Screen title="Steps" under={bench.engine.name} onBack={back} action={<KeptBadge />}>
      <Menu bench={bench} />
    </Screen>
  );
}

/** Every procedure there is for this engine. */
function Menu({ bench }: { bench: Bench }) {
  const router = useRouter();
  const { engine } = bench;
  const names = PROCEDURES.filter((name) => {
    if (isKind(name)) return KINDS[name].suits(engine);
    if (name === 'crankcase-pressure' || name === 'crankcase-vacuum') return KINDS.crankcase.suits(engine);
    return name !== 'lead-map' || (engine.cylinders.length > 1 && engine.fuel === 'petrol');
  });
  return (
    <Plate label="Which steps" style={styles.menu}>
      {names.map((name) => {
        const signed = bench.signatures.some(({ procedure }) => procedure === name);
        return (
          <Button
            key={name}
            {...(signed ? { icon: 'clipboard-check-outline' as const } : {})}
            onPress={() => router.push(`/jobs/${bench.job.id}/steps?of=${name}`)}
          >{`${PROCEDURE_TITLE[name]}${signed ? ', signed' : ''}`}</Button>
        );
      })}
    </Plate>
  );
}

function ProcedureOf({ bench, name, onBack }: { bench: Bench; name: ProcedureName; onBack(): void }) {
  const router = useRouter();
  const { cylinder, closing } = useLocalSearchParams<{ cylinder?: string; closing?: string }>();
  const hand = useProcedure(bench, name, cylinder);
  const [way, setWay] = useState<'one' | 'list'>(() => (readSetting(WAY) === 'list' ? 'list' : 'one'));
  /** The step looked at, when it is not the one to go on with. */
  const [looked, setLooked] = useState<string>();
  const { procedure, marks, open, tick } = hand;
  const at = procedure.steps.find(({ id }) => id === looked) ?? open;
  const place = at ? procedure.steps.indexOf(at) : procedure.steps.length;
  const chooseWay = (next: 'one' | 'list') => {
    keepSetting(WAY, next);
    setWay(next);
  };
  const mark = (step: Step, as: 'done' | 'skipped' | 'open') => {
    void tick(step, as).then(() => setLooked(undefined));
  };
  const before = procedure.steps[place - 1];
  const reading = readingOf(name);
  const of = cylinder ? `${reading?.includes('?') ? '&' : '?'}cylinder=${encodeURIComponent(cylinder)}` : '';
  const toReading = reading ? () => router.push(`/jobs/${bench.job.id}/${reading}${of}`) : undefined;
  useKeys({
    Enter: () => {
      if (at) mark(at, 'done');
    },
    ArrowLeft: () => {
      if (before) setLooked(before.id);
    },
    l: () => chooseWay(way === 'one' ? 'list' : 'one'),
    Escape: onBack,
  });
  const inStep = way === 'one' && at !== undefined;
  const readingWords =
    name === 'teardown'
      ? 'To the sizes'
      : name === 'quick-checks'
        ? 'To notes and plugs'
        : name === 'lead-map'
          ? 'To the map'
          : 'To the reading';
  const beside = toReading ? (
    <Button kind="ground" onPress={toReading} style={styles.grow}>
      {readingWords}
    </Button>
  ) : null;
  const ways = <Choice label="Steps" hideLabel ground options={WAYS} chosen={way} onChoose={chooseWay} />;
  const road = <Road hand={hand} engine={bench.engine} at={at?.id} />;
  const end = (
    <End
      bench={bench}
      hand={hand}
      closing={closing !== undefined}
      onBack={onBack}
      onUnread={(step) => {
        chooseWay('one');
        setLooked(step.id);
      }}
    />
  );
  return (
    <Screen
      title={PROCEDURE_TITLE[procedure.name]}
      under={bench.engine.name}
      onBack={onBack}
      action={<KeptBadge />}
      fixed={inStep}
    >
      {inStep ? (
        <StepPlate
          step={at}
          place={place + 1}
          of={procedure.steps.length}
          tick={marks.get(at.id)}
          onMark={(as) => mark(at, as)}
          road={road}
          besides={
            <View style={styles.besides}>
              {ways}
              {beside}
            </View>
          }
          {...(before ? { onBefore: () => setLooked(before.id) } : {})}
        />
      ) : procedure.steps.length === 0 ? (
        <>
          <Plate>
            <Title>Nothing was changed</Title>
            <Words>This job took nothing off and shut nothing. There is nothing to put back.</Words>
          </Plate>
          {closing === undefined ? null : <NextDate bench={bench} />}
          {end}
        </>
      ) : (
        <>
          {road}
          {ways}
          {way === 'list' ? (
            <StepList hand={hand} onMark={mark} />
          ) : (
            <AllSaid hand={hand} onLook={(step) => setLooked(step.id)} />
          )}
          {closing === undefined ? null : <NextDate bench={bench} />}
          {end}
          {beside}
        </>
      )}
    </Screen>
  );
}

function AllSaid({ hand: { procedure, marks }, onLook }: { hand: ProcedureInHand; onLook(step: Step): void }) {
  const skipped = procedure.steps.filter(({ id }) => marks.get(id)?.mark === 'skipped');
  return (
    <Plate label="Through">
      <Title>Through all steps</Title>
      {skipped.length === 0 ? (
        <Words>Every step is done.</Words>
      ) : (
        <Words>{`${skipped.length} skipped. They are recorded as skipped, not as done.`}</Words>
      )}
      {skipped.map((step) => (
        <Button key={step.id} onPress={() => onLook(step)}>
          {step.what}
        </Button>
      ))}
    </Plate>
  );
}

/** The signature; and with it, at the end of a job, its closing. */
function End({
  bench,
  hand,
  closing,
  onBack,
  onUnread,
}: {
  bench: Bench;
  hand: ProcedureInHand;
  closing: boolean;
  onBack(): void;
  onUnread(step: Step): void;
}) {
  const tell = useNotice();
  const { procedure, unread, signature, sign, marks } = hand;
  const [first] = unread;
  const undone = closing ? procedure.steps.filter(({ id }) => marks.get(id)?.mark !== 'done') : [];
  const close = async () => {
    if (procedure.steps.length > 0) await sign();
    if (closing) await changeJob(bench, { status: 'closed' }, `Close: job ${bench.job.number ?? ''}`);
    tell({ text: closing ? 'Left as found. Job closed' : `${PROCEDURE_TITLE[procedure.name]} signed` });
    onBack();
  };
  if (procedure.steps.length === 0 && !closing) return null;
  return (
    <Plate label="Signature" style={styles.menu}>
      <Label>Signature</Label>
      {signature ? (
        <Words colour="dim">
          {`Signed ${dayAndTime(signature.madeAt)}${signature.by ? ` by ${signature.by}` : ''}. Since then a new ` +
            'run.'}
        </Words>
      ) : null}
      {first ? (
        <Words>
          <Strong colour="rust">
            {unread.length === 1 ? '1 caution is unread. ' : `${unread.length} cautions are unread. `}
          </Strong>
          It cannot be signed before they are read.
        </Words>
      ) : null}
      {first ? <Button onPress={() => onUnread(first)}>{`Read: ${first.what}`}</Button> : null}
      {!first && undone.length > 0 ? (
        <Words>{`${undone.length} not put back. They stay in the record as they are.`}</Words>
      ) : null}
      <Button kind="main" disabled={first !== undefined} onPress={() => void close()}>
        {closing ? 'Sign, and close the job' : `Sign ${PROCEDURE_TITLE[procedure.name].toLowerCase()}`}
      </Button>
    </Plate>
  );
}

const styles = StyleSheet.create({
  besides: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center' },
  grow: { flexGrow: 1, flexShrink: 1 },
  menu: { gap: 8 },
});
