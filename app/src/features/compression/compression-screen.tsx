import type { Bench } from '@rugged/contract';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { useWindowDimensions } from 'react-native';
import { UnitOfPad } from '@/data/unit-of-pad';
import { BenchGate } from '@/bench/bench-gate';
import { KeysSheet } from '@/bench/keys-sheet';
import { WideBench } from '@/bench/wide-bench';
import { KeptBadge } from '@/bench/kept-badge';
import { StepsButton } from '@/bench/steps-button';
import { TraceSheet } from './trace-sheet';
import { IconButton } from '@/ui/button';
import { Screen } from '@/ui/screen';
import { WIDE } from '@/ui/tokens';
import { useKeys } from '@/ui/use-keys';
import { conditionWords } from '@/bench/condition-words';
import { ConditionsSheet } from './conditions-sheet';
import { CompressionPad } from './compression-pad';
import { type CompressionPad as Pad, useCompressionPad } from './use-compression-pad';

export const CompressionScreen = () => (
  <BenchGate records="compression">
    {(bench) => (
      <UnitOfPad pad={`compression.${bench.job.id}`}>
        <CompressionOf bench={bench} />
      </UnitOfPad>
    )}
  </BenchGate>
);

function CompressionOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const { cylinder, wet, shared } = useLocalSearchParams<{ cylinder?: string; wet?: string; shared?: string }>();
  const { width } = useWindowDimensions();
  const pad = useCompressionPad(bench, cylinder, wet !== undefined);
  const [settingUp, setSettingUp] = useState(false);
  const [helping, setHelping] = useState(false);
  const [tracing, setTracing] = useState(shared !== undefined);
  // A reload goes on at the cylinder in hand, not at the one the pad was opened with.
  const { cylinder: here, wet: oiled } = pad;
  useEffect(() => {
    if (cylinder !== here || (wet !== undefined) !== oiled)
      router.setParams({ cylinder: here, wet: oiled ? 'yes' : undefined });
  }, [cylinder, wet, here, oiled, router]);
  const back = () => router.navigate(`/jobs/${bench.job.id}`);
  usePadKeys(bench, pad, { help: () => setHelping(true), trace: () => setTracing(true), back });
  const sheets = (
    <>
      {settingUp ? (
        <ConditionsSheet
          bench={bench}
          conditions={pad.conditions}
          visible
          onClose={() => setSettingUp(false)}
          onChange={pad.setConditions}
          swings={pad.swings}
          onSwings={pad.setSwings}
          onTrace={() => {
            setSettingUp(false);
            setTracing(true);
          }}
        />
      ) : null}
      {tracing ? (
        <TraceSheet
          cylinder={here}
          cycle={bench.engine.cycle}
          unit={pad.unit}
          visible
          fromShared={shared !== undefined}
          onClose={() => setTracing(false)}
          onTake={(strokes, peak) => {
            pad.act({ do: 'take', strokes, peak });
            setTracing(false);
          }}
        />
      ) : null}
      <KeysSheet visible={helping} onClose={() => setHelping(false)} keys={PAD_KEYS} />
    </>
  );
  const body = <CompressionPad bench={bench} pad={pad} onDone={back} onSettings={() => setSettingUp(true)} />;
  if (width >= WIDE) {
    return (
      <>
        {sheets}
        <WideBench
          bench={bench}
          verdict={pad.verdict}
          onCylinder={pad.select}
          selected={pad.cylinder}
          title={`Compression, ${oiled ? 'wet, ' : ''}${bench.engine.name}`}
          middleAction={
            <>
              <StepsButton jobId={bench.job.id} of={oiled ? 'wet' : 'compression'} cylinder={here} />
              <IconButton
                icon="cog-outline"
                label={`How it is tested: ${conditionWords(pad.conditions)}`}
                onPress={() => setSettingUp(true)}
                ground
              />
            </>
          }
        >
          {body}
        </WideBench>
      </>
    );
  }
  return (
    <Screen
      title={oiled ? 'Wet test' : 'Compression, dry'}
      under={[
        pad.conditions.engineTemperature ?? 'warm or cold?',
        pad.conditions.tester?.name ?? 'tester not named',
        bench.engine.name,
      ].join(' · ')}
      onBack={back}
      fixed
      action={
        <>
          <KeptBadge />
          <StepsButton jobId={bench.job.id} of={oiled ? 'wet' : 'compression'} cylinder={here} />
          <IconButton icon="cog-outline" label="How it is tested" onPress={() => setSettingUp(true)} ground />
        </>
      }
    >
      {sheets}
      {body}
    </Screen>
  );
}

const PAD_KEYS = [
  ['0 to 9 .', 'Enter the figure'],
  ['Enter', 'Keep, and go on to the next cylinder; with a live sensor, crank'],
  ['R', 'Keep, and repeat this cylinder'],
  ['F', 'First stroke'],
  ['P', 'Peak'],
  ['S', 'Next stroke'],
  ['W', 'Wet or dry'],
  ['T', 'Figures from a recorded trace'],
  ['← →', 'Choose the cylinder'],
  ['U', 'Take the latest reading back'],
  ['Backspace', 'Delete a digit'],
  ['Esc', 'Back to the bench'],
  ['?', 'These keys'],
] as const;

function usePadKeys(
  bench: Bench,
  pad: Pad,
  { help, trace, back }: { help(): void; trace(): void; back(): void },
): void {
  const { act } = pad;
  const digits = Object.fromEntries([...'0123456789.'].map((key) => [key, () => act({ do: 'key', key })]));
  const step = (by: 1 | -1) => () => {
    const { cylinders } = bench.engine;
    const at = cylinders.indexOf(pad.cylinder);
    const id = cylinders[(at + by + cylinders.length) % cylinders.length];
    if (id !== undefined) pad.select(id);
  };
  const takeBackLatest = () => {
    const latest = pad.counting[pad.counting.length - 1];
    if (latest) void pad.takeBack(latest);
  };
  useKeys({
    ...digits,
    ',': () => act({ do: 'key', key: '.' }),
    Backspace: () => act({ do: 'key', key: 'back' }),
    Enter: () => (pad.live && !pad.typed.ok ? pad.live.crank() : pad.keep(false)),
    r: () => pad.keep(true),
    f: () => act({ do: 'focus', focus: 0 }),
    p: () => act({ do: 'focus', focus: 'peak' }),
    s: () => act({ do: 'next-stroke' }),
    w: pad.toggleWet,
    t: trace,
    ArrowRight: step(1),
    ArrowLeft: step(-1),
    ArrowDown: step(1),
    ArrowUp: step(-1),
    u: takeBackLatest,
    '?': help,
    Escape: back,
  });
}
