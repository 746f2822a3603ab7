import type { Bench } from '@rugged/contract';
import { sourceName, type Tester, UNIT_SIGN, type VacuumUnit } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useVerdict } from '@/data/jobs';
import { useSignedIn } from '@/data/session';
import { useDraft } from '@/data/draft';
import type { LiveStatus } from '@/bench/live/live-stream';
import { asTester, useTesters } from '@/data/testers';
import { BenchGate } from '@/bench/bench-gate';
import { StepsButton } from '@/bench/steps-button';
import { TesterChoice } from '@/bench/testers/tester-choice';
import { KeptBadge } from '@/bench/kept-badge';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { typedNumber } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { StateMark } from '@/ui/state-mark';
import { Figure, Label, Strong, Words } from '@/ui/words';
import { HoldCurve } from './hold-curve';
import type { CaseConditions } from './records';
import { SoapMap } from './soap-map';
import { type CrankcasePad, useCrankcaseTest } from './use-crankcase-test';

export const CrankcaseScreen = () => <BenchGate>{(bench) => <CrankcaseOf bench={bench} />}</BenchGate>;

function CrankcaseOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const pad = useCrankcaseTest(bench);
  const [again, setAgain] = useState(false);
  const back = () => router.navigate(`/jobs/${bench.job.id}`);
  const watching = pad.running !== undefined && !again;
  return (
    <Screen
      title="Crankcase"
      under={watching ? `${caseWatched(pad.running?.conditions)} · ${bench.engine.name}` : bench.engine.name}
      onBack={back}
      action={
        <>
          <KeptBadge />
          <StepsButton
            jobId={bench.job.id}
            of={pad.running?.conditions.mode === 'vacuum' ? 'crankcase-vacuum' : 'crankcase-pressure'}
          />
        </>
      }
    >
      {watching ? (
        <Watch bench={bench} pad={pad} onDone={back} onAgain={() => setAgain(true)} />
      ) : (
        <SetUp bench={bench} pad={pad} onStarted={() => setAgain(false)} />
      )}
    </Screen>
  );
}

const MODES = [
  { value: 'pressure', word: 'Pressure' },
  { value: 'vacuum', word: 'Vacuum' },
] as const;

/** The rig first: it loses air too, and what it loses is not the engine's. */
function SetUp({ bench, pad, onStarted }: { bench: Bench; pad: CrankcasePad; onStarted(): void }) {
  const { shop } = useSignedIn();
  const [usual] = useTesters('crankcase');
  const { cylinders } = bench.engine;
  const [mode, setMode] = useState<CaseConditions['mode']>('pressure');
  const unit: VacuumUnit = mode === 'vacuum' && shop.unit === 'psi' ? 'inHg' : shop.unit;
  const [at, setAt] = useState(cylinders.length === 1 ? undefined : cylinders[0]);
  const [rig, setRig] = useDraft(`case.${bench.job.id}.rig.${shop.unit}`, '');
  const [value, setValue] = useDraft<string | null>(`case.${bench.job.id}.start.${shop.unit}`, null);
  const text = value ?? String(pad.usualStart(mode, unit));
  const rigDrop = typedNumber(rig);
  const rigWrong =
    rigDrop !== undefined && (typeof rigDrop !== 'number' || rigDrop < 0)
      ? 'must be a number, not negative'
      : undefined;
  const [tester, setTester] = useState<Tester | undefined>(() => usual && asTester(usual));
  const [celsius, setCelsius] = useDraft(`case.${bench.job.id}.celsius`, '');
  const degrees = typedNumber(celsius);
  const coldWrong =
    degrees !== undefined && (typeof degrees !== 'number' || degrees < -40 || degrees > 60)
      ? 'must be from -40 to 60'
      : undefined;
  const conditions: CaseConditions = {
    mode,
    unit,
    ...(tester ? { tester } : {}),
    ...(at === undefined ? {} : { case: at }),
    ...(typeof rigDrop === 'number' ? { rigDropPerMinute: rigDrop } : {}),
  };
  const wrong = pad.wrongStart(conditions, text);
  const start = () => {
    void pad
      .start(conditions, Number(typedNumber(text)), typeof degrees === 'number' ? degrees : undefined)
      .then(onStarted);
  };
  return (
    <>
      <Plate hand label="Before the air">
        <Words>
          <Strong>
            {`Never above ${pad.limits.highest.toFixed(1)} ${UNIT_SIGN[pad.unit]}: crank seals are not made for ` +
              'more. '}
          </Strong>
          Intake and exhaust closed, plug in, piston where its ports are open. Pump slowly. Test the rig by itself
          first: caps, plate and hoses leak more often than seals.
        </Words>
      </Plate>
      <Plate style={styles.plate} label="Crankcase test">
        <Choice
          label="With"
          options={MODES}
          chosen={mode}
          onChoose={(chosen) => {
            setMode(chosen);
            setValue(null);
          }}
        />
        {cylinders.length > 1 ? (
          <Choice
            label="Case of cylinder"
            options={cylinders.map((id) => ({ value: id, word: id }))}
            chosen={at}
            onChoose={setAt}
          />
        ) : null}
        <View style={styles.row}>
          <Field
            label={`Rig alone loses a minute, ${UNIT_SIGN[unit]}`}
            value={rig}
            onChange={setRig}
            figures
            keyboard="decimal-pad"
            error={rigWrong}
            hint="Empty: not tried."
          />
          <Field
            label={`Start, ${UNIT_SIGN[unit]}`}
            value={text}
            onChange={setValue}
            figures
            keyboard="decimal-pad"
            error={wrong}
          />
        </View>
        <Field
          label="Air, °C"
          value={celsius}
          onChange={setCelsius}
          figures
          keyboard="decimal-pad"
          error={coldWrong}
          hint="If you know it: a degree moves the needle as much as a small leak."
        />
        <TesterChoice bench={bench} kind="crankcase" chosen={tester} onChoose={setTester} />
        <Words colour="dim">
          {`${pad.limits.holdSeconds} s, and at most ${pad.limits.maxDrop.toFixed(1)} ${UNIT_SIGN[pad.unit]} lost: ` +
            `${sourceName(pad.limits.source)}.`}
        </Words>
        <Button
          kind="main"
          disabled={
            wrong !== undefined || coldWrong !== undefined || rigWrong !== undefined || typedNumber(text) === undefined
          }
          onPress={start}
        >
          Valve shut: start the clock
        </Button>
      </Plate>
    </>
  );
}

/** The clock, what is left, and where to look for what is not. */
function Watch({ bench, pad, onDone, onAgain }: { bench: Bench; pad: CrankcasePad; onDone(): void; onAgain(): void }) {
  const verdict = useVerdict(bench);
  const [text, setText] = useDraft(`case.${bench.job.id}.look.${pad.unit}`, '');
  const { running, samples, seconds, unit, limits } = pad;
  const value = typedNumber(text);
  const wrong =
    value === undefined
      ? undefined
      : typeof value !== 'number' || value < 0
        ? 'must be a number, not negative'
        : value > limits.highest
          ? `is above the ${limits.highest.toFixed(1)} ${UNIT_SIGN[unit]} that crank seals are made for: let it out`
          : undefined;
  const judged = verdict.ok
    ? verdict.judgement.crankcase?.tests.find(
        ({ mode, case: at }) => mode === running?.conditions.mode && at === running.conditions.case,
      )
    : undefined;
  const reason = judged?.reasons[0];
  const left = Math.max(0, limits.holdSeconds - seconds);
  const look = () => {
    if (typeof value !== 'number') return;
    pad.look(value);
    setText('');
  };
  return (
    <>
      <Plate label="Clock">
        <View style={styles.clock}>
          <Figure style={styles.time}>{`${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`}</Figure>
          <Words colour="dim" style={styles.grow}>
            {left > 0 ? `${left} s to go. Look now and then, and at the end.` : 'Time is up: read the gauge.'}
          </Words>
        </View>
        {pad.live ? <LiveLine pad={pad} /> : null}
        <HoldCurve
          samples={samples.map(({ figures }) => figures)}
          rigPerMinute={running?.conditions.rigDropPerMinute ?? 0}
          holdSeconds={limits.holdSeconds}
          maxDrop={limits.maxDrop}
          seconds={seconds}
          unit={UNIT_SIGN[unit]}
        />
      </Plate>
      <Plate style={styles.plate} label="Look at the gauge">
        {pad.live ? (
          <Button
            kind="main"
            disabled={pad.live.value === undefined}
            onPress={() => {
              if (pad.live?.value !== undefined) pad.look(pad.live.value);
            }}
          >
            {pad.live.value === undefined ? 'Waiting for the sensor' : `Keep ${pad.live.value} now`}
          </Button>
        ) : (
          <View style={styles.row}>
            <Field
              label={`Gauge now, ${UNIT_SIGN[unit]}`}
              value={text}
              onChange={setText}
              figures
              keyboard="decimal-pad"
              error={wrong}
              onSubmit={look}
            />
            <View style={styles.button}>
              <Button kind="main" disabled={typeof value !== 'number' || wrong !== undefined} onPress={look}>
                Keep
              </Button>
            </View>
          </View>
        )}
        <View role="list" aria-label="Looks so far">
          {samples.map((one) => (
            <View key={one.id} role="listitem" style={styles.look}>
              <Words style={styles.grow}>{`${one.figures.seconds} s`}</Words>
              <Figure>{String(one.figures.value)}</Figure>
              {one.figures.seconds > 0 ? (
                <Button
                  icon="undo-variant"
                  onPress={() => pad.takeBack(one)}
                  label={`Take back ${one.figures.value} at ${one.figures.seconds} s`}
                >
                  Take back
                </Button>
              ) : null}
            </View>
          ))}
        </View>
      </Plate>
      {judged && reason ? (
        <Plate label="What it says">
          <View style={styles.clock}>
            <StateMark state={judged.state} size={20} />
            <Words style={styles.grow}>{reason.text}</Words>
          </View>
        </Plate>
      ) : null}
      {judged?.state === 'low' || judged?.state === 'watch' || (judged?.state === 'unproven' && left === 0) ? (
        <SoapMap cylinders={bench.engine.cylinders.length} job={bench.job.id} onKeep={pad.note} />
      ) : null}
      <View style={styles.row}>
        <Button kind="ground" style={styles.grow} onPress={onAgain}>
          Another test
        </Button>
        <Button kind="main" style={styles.grow} onPress={onDone}>
          To the bench
        </Button>
      </View>
      <Label colour="onGroundDim">The clock goes on when this page is closed.</Label>
    </>
  );
}

/** What the sensor says now; looks are taken by themselves as the time comes. */
function LiveLine({ pad: { live, unit } }: { pad: CrankcasePad }) {
  const status = live?.stream?.status;
  return (
    <View style={styles.clock} role="status">
      <Figure style={styles.time}>
        {live?.value === undefined ? '–' : live.value.toFixed(unit === 'kPa' ? 1 : 2)}
      </Figure>
      <Words colour={status === 'lost' || status === 'refused' ? 'rust' : 'dim'} style={styles.grow}>
        {`${UNIT_SIGN[unit]}. ${sensorWords(status, live?.stream?.trouble)}`}
      </Words>
    </View>
  );
}

const caseWatched = (conditions: CaseConditions | undefined): string =>
  `${conditions?.mode ?? ''}${conditions?.case === undefined ? '' : `, cyl ${conditions.case}`}`;

function sensorWords(status: LiveStatus | undefined, trouble = 'The sensor does not answer'): string {
  switch (status) {
    case 'lost':
      return 'Signal to the sensor lost: what it missed comes when it is back.';
    case 'refused':
      return `${trouble}.`;
    case 'ended':
      return 'The sensor is done.';
    case 'joining':
    case 'running':
    case undefined:
      return 'Simulated sensor: looks are kept by themselves.';
  }
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  button: { paddingTop: 18, minWidth: 120 },
  clock: { flexDirection: 'row', gap: 12, alignItems: 'center' },
  time: { fontSize: 40, minWidth: 112 },
  grow: { flexGrow: 1, flexShrink: 1, flexBasis: 0 },
  look: { flexDirection: 'row', gap: 12, alignItems: 'center', minHeight: 48 },
});
