import type { Bench } from '@rugged/contract';
import { sourceName, type Tester, UNIT_SIGN, type VacuumUnit } from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TesterChoice } from '@/bench/testers/tester-choice';
import { useDraft } from '@/data/draft';
import { useSignedIn } from '@/data/session';
import { asTester, useTesters } from '@/data/testers';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { typedNumber } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Strong, Words } from '@/ui/words';
import type { CaseConditions, CaseScreen } from './records';
import type { CrankcasePad } from './use-crankcase-test';

const MODES = [
  { value: 'pressure', word: 'Pressure' },
  { value: 'vacuum', word: 'Vacuum' },
] as const;

/** The rig first: it loses air too, and what it loses is not the engine's. */
export function SetUp({
  bench,
  pad,
  screen,
  onStarted,
}: {
  bench: Bench;
  pad: CrankcasePad;
  screen: CaseScreen;
  onStarted(): void;
}) {
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
  const main = (
    <Button
      kind="main"
      disabled={
        wrong !== undefined || coldWrong !== undefined || rigWrong !== undefined || typedNumber(text) === undefined
      }
      onPress={start}
    >
      Valve shut: start the clock
    </Button>
  );
  return (
    <Screen {...screen} foot={main}>
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
      </Plate>
    </Screen>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
});
