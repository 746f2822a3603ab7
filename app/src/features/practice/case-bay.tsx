import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { fromKPa, holdLimits, type VacuumUnit } from '@rugged/core';
import { CaseClock } from '@/bench/case-clock';
import { HoldCurve } from '@/bench/hold-curve';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Plate } from '@/ui/plate';
import { Figure, Words } from '@/ui/words';
import type { PracticeCase, Worked } from './use-practice';

/** All of it is watched in so many seconds. */
const SHOWN_IN = 6;

type Mode = 'pressure' | 'vacuum';
/** Both ways: a seal may hold outward and leak inward. */
const MODES: Readonly<Record<Mode, { word: string; unit: VacuumUnit; go: string; how: string }>> = {
  pressure: {
    word: 'Pressure',
    unit: 'psi',
    go: 'Five psi in, and watch it',
    how: 'Five psi go in, never more than eight: the seals take no more.',
  },
  vacuum: {
    word: 'Vacuum',
    unit: 'inHg',
    go: 'Pump it out, and watch it',
    how: 'A hand pump draws it out: some seals hold outward and leak inward.',
  },
};

/** The crankcase shut off at its pressure or its vacuum, and three minutes of watching. */
export function CaseBay({ of, worked }: { of: PracticeCase; worked: Worked }) {
  const last = worked.work.cases.at(-1);
  const { holdSeconds: watched, maxDropKPa } = holdLimits(worked.of.job.books ?? []);
  const [mode, setMode] = useState<Mode>(last?.mode ?? 'pressure');
  const [seconds, setSeconds] = useState(last ? watched : 0);
  const running = seconds < watched && last !== undefined;
  useEffect(() => {
    if (!running) return undefined;
    const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
    const every = setInterval(
      () => setSeconds((now) => Math.min(watched, still ? watched : now + watched / SHOWN_IN / 10)),
      100,
    );
    return () => clearInterval(every);
  }, [running, watched]);
  const shown = last?.mode === mode ? last : undefined;
  const samples = (shown?.samples ?? []).filter((one) => one.seconds <= seconds);
  const now = samples.at(-1);
  const { unit, go, how } = MODES[mode];
  const maxDrop = Number(fromKPa(maxDropKPa, unit).toFixed(1));
  return (
    <>
      <Choice
        label="Which way"
        hideLabel
        ground
        options={(['pressure', 'vacuum'] as const).map((value) => ({ value, word: MODES[value].word }))}
        chosen={mode}
        onChoose={(value) => setMode(value)}
      />
      <Plate label="Crankcase" style={styles.plate}>
        {shown ? (
          <>
            <View style={styles.row}>
              <View style={styles.grow}>
                <CaseClock seconds={seconds} words={running ? 'Nobody touches it.' : 'Time is up.'} />
              </View>
              <Words>
                <Figure style={styles.figure}>{now ? now.value.toFixed(1) : '–'}</Figure>
                {` ${unit}`}
              </Words>
            </View>
            <View style={styles.curve}>
              <HoldCurve
                samples={samples}
                rigPerMinute={0}
                holdSeconds={watched}
                maxDrop={maxDrop}
                seconds={seconds}
                unit={unit}
              />
            </View>
            <Words colour="dim">{`It may lose ${maxDrop} ${unit} in ${watched / 60} minutes.`}</Words>
          </>
        ) : (
          <Words colour="dim">
            {`Carburettor, exhaust and plug hole are closed with plugs and rubber. ${how} `}
            {`Then nobody touches it for ${watched / 60} minutes.`}
          </Words>
        )}
      </Plate>
      <Button
        kind="main"
        disabled={of.busy || running}
        onPress={() => {
          setSeconds(0);
          void of.perform({ do: 'case', mode });
        }}
      >
        {shown ? 'Again' : go}
      </Button>
    </>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 6 },
  row: { flexDirection: 'row', alignItems: 'center' },
  grow: { flex: 1 },
  figure: { fontSize: 26 },
  curve: { height: 190 },
});
