import type { Bench } from '@rugged/contract';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { useWindowDimensions } from 'react-native';
import { useVerdict } from '@/data/jobs';
import { UnitOfPad } from '@/data/unit-of-pad';
import { BenchGate } from '@/bench/bench-gate';
import { KeysSheet } from '@/bench/keys-sheet';
import { WideBench } from '@/bench/wide-bench';
import { KeptBadge } from '@/bench/kept-badge';
import { StepsButton } from '@/bench/steps-button';
import { IconButton } from '@/ui/button';
import { Screen } from '@/ui/screen';
import { WIDE } from '@/ui/tokens';
import { useKeys } from '@/ui/use-keys';
import { LeakTesterSheet } from './leak-tester-sheet';
import { LeakdownPad } from './leakdown-pad';
import { type LeakdownPad as Pad, useLeakdownPad } from './use-leakdown-pad';

export const LeakdownScreen = () => (
  <BenchGate records="leakdown">
    {(bench) => (
      <UnitOfPad pad={`leakdown.${bench.job.id}`}>
        <LeakdownOf bench={bench} />
      </UnitOfPad>
    )}
  </BenchGate>
);

function LeakdownOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const { cylinder } = useLocalSearchParams<{ cylinder?: string }>();
  const { width } = useWindowDimensions();
  const pad = useLeakdownPad(bench, cylinder);
  const verdict = useVerdict(bench);
  const [settingUp, setSettingUp] = useState(false);
  const [helping, setHelping] = useState(false);
  // A reload goes on at the cylinder in hand.
  const here = pad.cylinder;
  useEffect(() => {
    if (cylinder !== here) router.setParams({ cylinder: here });
  }, [cylinder, here, router]);
  const back = () => router.navigate(`/jobs/${bench.job.id}`);
  useLeakKeys(bench, pad, {
    help: () => setHelping(true),
    back: () => (pad.listening ? pad.setListening(false) : back()),
  });
  const sheets = (
    <>
      {settingUp ? <LeakTesterSheet bench={bench} pad={pad} onClose={() => setSettingUp(false)} /> : null}
      <KeysSheet visible={helping} onClose={() => setHelping(false)} keys={LEAK_KEYS} />
    </>
  );
  const body = <LeakdownPad bench={bench} pad={pad} onDone={back} />;
  const settings = (
    <>
      <StepsButton jobId={bench.job.id} of={pad.listening ? 'listening' : 'leakdown'} cylinder={here} />
      <IconButton icon="cog-outline" label="Tester" onPress={() => setSettingUp(true)} ground />
    </>
  );
  if (width >= WIDE) {
    return (
      <>
        {sheets}
        <WideBench
          bench={bench}
          verdict={verdict}
          onCylinder={pad.select}
          selected={here}
          title={`Leak-down, ${bench.engine.name}`}
          middleAction={settings}
        >
          {body}
        </WideBench>
      </>
    );
  }
  const orifice = pad.conditions.tester?.orificeMm;
  return (
    <Screen
      title={pad.listening ? 'Where does it go?' : 'Leak-down'}
      under={
        `${pad.conditions.engineTemperature ?? 'warm or cold?'} · ` +
        `${orifice === undefined ? 'orifice not known' : `orifice ${orifice} mm`} · ${bench.engine.name}`
      }
      onBack={() => (pad.listening ? pad.setListening(false) : back())}
      fixed
      action={
        <>
          <KeptBadge />
          {settings}
        </>
      }
    >
      {sheets}
      {body}
    </Screen>
  );
}

const LEAK_KEYS = [
  ['0 to 9 .', 'Enter the figure'],
  ['S', 'Supply'],
  ['H', 'Held in cylinder'],
  ['Enter', 'Listen, then keep'],
  ['K', 'Keep without listening'],
  ['← →', 'Choose the cylinder'],
  ['Backspace', 'Delete a digit'],
  ['Esc', 'Back'],
  ['?', 'These keys'],
] as const;

function useLeakKeys(bench: Bench, pad: Pad, { help, back }: { help(): void; back(): void }): void {
  const { act } = pad;
  const digits = Object.fromEntries([...'0123456789.'].map((key) => [key, () => act({ do: 'key', key })]));
  const step = (by: 1 | -1) => () => {
    const { cylinders } = bench.engine;
    const id = cylinders[(cylinders.indexOf(pad.cylinder) + by + cylinders.length) % cylinders.length];
    if (id !== undefined) pad.select(id);
  };
  useKeys({
    ...digits,
    ',': () => act({ do: 'key', key: '.' }),
    Backspace: () => act({ do: 'key', key: 'back' }),
    Enter: () => {
      if (pad.listening) pad.keep();
      else if (pad.typed.ok) pad.setListening(true);
      else if (pad.live) pad.live.airOn();
      else act({ do: 'focus', focus: 'held' });
    },
    k: pad.keep,
    s: () => act({ do: 'focus', focus: 'supply' }),
    h: () => act({ do: 'focus', focus: 'held' }),
    ArrowRight: step(1),
    ArrowLeft: step(-1),
    '?': help,
    Escape: back,
  });
}
