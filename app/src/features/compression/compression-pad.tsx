import type { Bench } from '@rugged/contract';
import { formatPressure, tellUnsuited, toKPa, type PressureUnit, type Unsuited } from '@rugged/core';
import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { CylinderStrip } from '@/bench/cylinder-strip';
import { TemperatureQuestion } from '@/bench/temperature-question';
import { useProcedure } from '@/bench/use-procedure';
import { Button } from '@/ui/button';
import { Keypad, type PadKey } from '@/ui/pad/keypad';
import { PadButtons, padButton } from '@/ui/pad/pad-buttons';
import { PadFrame } from '@/ui/pad/pad-frame';
import { useRoom } from '@/ui/pad/room';
import { Plate } from '@/ui/plate';
import { Strong, Words } from '@/ui/words';
import { AttemptsSheet } from './attempts-sheet';
import { DialPlate } from './dial-plate';
import type { Draft } from './draft';
import { LivePanel } from './live-panel';
import { LowFace } from './low-face';
import { OilPlate } from './oil-plate';
import type { CompressionPad as Pad } from './use-compression-pad';
import { VerdictLine } from './verdict-line';

interface Props {
  bench: Bench;
  pad: Pad;
  onDone(): void;
  onSettings(): void;
}

/** What the keys beside the digits aim them at: strokes and peak, or both ends of a needle that swings. */
interface Aim {
  name: string;
  label: string;
  focus: Draft['focus'] | 'next';
}
const STROKE_KEYS: readonly [Aim, Aim, Aim] = [
  { name: 'First', label: 'First stroke', focus: 0 },
  { name: 'Peak', label: 'Peak', focus: 'peak' },
  { name: 'Stroke +', label: 'Stroke +, next stroke', focus: 'next' },
];
const SWING_KEYS: typeof STROKE_KEYS = [
  { name: 'Low', label: 'Low end of the swing', focus: 'low' },
  { name: 'High', label: 'High end of the swing', focus: 'peak' },
  { name: 'First', label: 'First stroke', focus: 0 },
];

/** Dial, figures, keys and one big button. It fits every phone without scrolling. */
export function CompressionPad({ bench, pad, onDone, onSettings }: Props) {
  const [correcting, setCorrecting] = useState(false);
  const { tight } = useRoom();
  const { draft, act } = pad;
  const [one, two, three] = draft.low === undefined ? STROKE_KEYS : SWING_KEYS;
  const aimed = ({ name, label, focus }: Aim) => ({
    name,
    label,
    chosen: focus === 'next' ? typeof draft.focus === 'number' && draft.focus > 0 : draft.focus === focus,
    onPress: () => act(focus === 'next' ? { do: 'next-stroke' } : { do: 'focus', focus }),
  });
  const wet = { name: 'Wet', label: pad.wet ? 'Dry again' : 'Wet', chosen: pad.wet, onPress: pad.toggleWet };
  const question = useQuestion(bench, pad, onSettings);
  const change = () => setCorrecting(true);
  return (
    <>
      <PadFrame
        face={
          <>
            <CylinderStrip
              cylinders={bench.engine.cylinders}
              here={pad.cylinder}
              figureOf={(id) => {
                const kept = pad.counting.findLast(({ figures }) => figures.cylinder === id)?.figures;
                return kept && formatPressure(toKPa(kept.peak, kept.unit), pad.unit);
              }}
              onSelect={pad.select}
            />
            {tight ? (
              <LowFace bench={bench} pad={pad} onAttempts={change} question={question} />
            ) : (
              <>
                {question}
                <DialPlate bench={bench} pad={pad} onAttempts={change} />
                <VerdictLine bench={bench} pad={pad} />
              </>
            )}
          </>
        }
        hand={
          <>
            {pad.live ? (
              <LivePanel live={pad.live} pad={pad} wet={wet} />
            ) : (
              <Keypad
                onKey={(key: PadKey) => act({ do: 'key', key })}
                side={[aimed(one), aimed(two), aimed(three), wet]}
              />
            )}
            <Buttons pad={pad} onDone={onDone} />
          </>
        }
      />
      <AttemptsSheet pad={pad} visible={correcting} onClose={() => setCorrecting(false)} />
    </>
  );
}

/** One question at a time: the core, the temperature once there is a figure, the dose, the tester. */
function useQuestion(bench: Bench, pad: Pad, onSettings: () => void): ReactNode {
  const core = useCoreIsOut(bench);
  const [unsuited] = pad.unsuited;
  const cold = pad.conditions.engineTemperature === undefined;
  if (core) return core;
  if (cold && pad.draft.peak !== '')
    return (
      <TemperatureQuestion onSay={(engineTemperature) => pad.setConditions({ ...pad.conditions, engineTemperature })} />
    );
  if (pad.wet) return <OilPlate pad={pad} />;
  if (unsuited) return <Unsuitable one={unsuited} unit={pad.unit} onSettings={onSettings} />;
  return cold ? (
    <TemperatureQuestion onSay={(engineTemperature) => pad.setConditions({ ...pad.conditions, engineTemperature })} />
  ) : undefined;
}

/** Air was fed with the core out of the hose: left out, a sound engine reads like a dead one. */
function useCoreIsOut(bench: Bench): ReactNode {
  const { procedure, marks, tick } = useProcedure(bench, 'leave-as-found');
  const step = procedure.steps.find(({ id }) => id === 'valve-core-out');
  if (!step || marks.get(step.id)?.mark === 'done') return undefined;
  return (
    <Plate hand style={styles.question}>
      <Words style={styles.grow}>Valve core back in the hose? Without it this engine looks dead.</Words>
      <Button onPress={() => void tick(step, 'done')}>It is back</Button>
    </Plate>
  );
}

function Unsuitable({ one, unit, onSettings }: { one: Unsuited; unit: PressureUnit; onSettings(): void }) {
  return (
    <Plate hand style={styles.question}>
      <View role="alert" style={styles.grow}>
        <Words style={styles.fact}>
          <Strong colour="rust">Not with this tester. </Strong>
          {tellUnsuited(one, unit)}
        </Words>
      </View>
      <Button onPress={onSettings}>Another</Button>
    </Plate>
  );
}

function Buttons({ pad, onDone }: { pad: Pad; onDone(): void }) {
  const { draft, typed, next } = pad;
  const figure = draft.low ? `${draft.low} to ${draft.peak}` : typed.ok ? String(typed.reading.peak) : draft.peak;
  const empty = draft.peak === '' && !draft.low && !draft.strokes.some(Boolean);
  const cranking = pad.live?.stream?.status === 'running' || pad.live?.stream?.status === 'joining';
  return (
    <PadButtons>
      <Button
        kind="ground"
        tall
        onPress={() => pad.keep(true)}
        disabled={!typed.ok}
        label="Keep and test the same cylinder again"
        style={padButton.lesser}
      >
        Again
      </Button>
      {empty && pad.live && !(next === undefined && pad.lastKept && pad.attempts.length > 0) ? (
        <Button kind="main" onPress={pad.live.crank} disabled={cranking} style={padButton.main}>
          {cranking ? 'Cranking' : `Crank cyl ${pad.cylinder}`}
        </Button>
      ) : empty ? (
        <Button kind="main" onPress={onDone} style={padButton.main}>
          Back to the bench
        </Button>
      ) : (
        <Button kind="main" onPress={() => pad.keep(false)} style={padButton.main}>
          {draft.correcting
            ? `Correct to ${figure}`
            : next === undefined
              ? `Keep ${figure}, done`
              : `Keep ${figure}, next ${next}`}
        </Button>
      )}
    </PadButtons>
  );
}

const styles = StyleSheet.create({
  grow: { flexGrow: 1, flexShrink: 1 },
  question: { flexDirection: 'row', alignItems: 'center', paddingVertical: 4, gap: 8 },
  fact: { fontSize: 15, flexShrink: 1 },
});
