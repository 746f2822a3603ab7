import type { Bench } from '@rugged/contract';
import {
  formatPressure,
  PRESSURE_UNITS,
  tellUnsuited,
  toKPa,
  type PressureUnit,
  UNIT_SIGN,
  type Unsuited,
} from '@rugged/core';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useChangeShop } from '@/data/session';
import { LivePanel } from './live-panel';
import { useProcedure } from '@/bench/use-procedure';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Keypad, type PadKey } from '@/ui/keypad';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS, TOUCH } from '@/ui/tokens';
import { Figure, Label, Strong, Words } from '@/ui/words';
import { AttemptsSheet } from './attempts-sheet';
import type { Draft } from './draft';
import type { CompressionPad as Pad } from './use-compression-pad';

import { DialPlate, VerdictLine } from './dial-plate';
import { OilPlate } from './oil-plate';

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

/** Dial, figures, keys and one big button. It fits a phone without scrolling. */
export function CompressionPad({ bench, pad, onDone, onSettings }: Props) {
  const [correcting, setCorrecting] = useState(false);
  const { draft, act } = pad;
  const { changeUnit } = useUnitSwitch(pad);
  // One question at a time: the tester before anybody cranks, the temperature once there is a figure.
  const asking = pad.conditions.engineTemperature === undefined && draft.peak !== '';
  const [one, two, three] = draft.low === undefined ? STROKE_KEYS : SWING_KEYS;
  const aimed = ({ name, label, focus }: Aim) => ({
    name,
    label,
    chosen: focus === 'next' ? typeof draft.focus === 'number' && draft.focus > 0 : draft.focus === focus,
    onPress: () => act(focus === 'next' ? { do: 'next-stroke' } : { do: 'focus', focus }),
  });
  const onKey = (key: PadKey) => act({ do: 'key', key });
  return (
    <View style={styles.pad}>
      <CylinderStrip bench={bench} pad={pad} />
      <CoreIsOut bench={bench} />
      {pad.unsuited[0] && !asking ? <Unsuitable one={pad.unsuited[0]} unit={pad.unit} onSettings={onSettings} /> : null}
      {asking || (pad.conditions.engineTemperature === undefined && !pad.unsuited[0]) ? (
        <TemperatureQuestion pad={pad} />
      ) : pad.wet ? (
        <OilPlate pad={pad} />
      ) : null}
      <DialPlate bench={bench} pad={pad} onAttempts={() => setCorrecting(true)} />
      <VerdictLine bench={bench} pad={pad} />
      {pad.live ? (
        <LivePanel live={pad.live} pad={pad} />
      ) : (
        <Keypad
          onKey={onKey}
          side={[
            aimed(one),
            aimed(two),
            aimed(three),
            { name: UNIT_SIGN[pad.unit], label: `Unit ${UNIT_SIGN[pad.unit]}, switch`, onPress: changeUnit },
          ]}
        />
      )}
      <Buttons pad={pad} onDone={onDone} />
      <AttemptsSheet pad={pad} visible={correcting} onClose={() => setCorrecting(false)} />
    </View>
  );
}

/** The next unit, for the whole shop: units are never mixed on one screen. What was typed is converted with it. */
function useUnitSwitch(pad: Pad) {
  const { mutate } = useChangeShop();
  const next = PRESSURE_UNITS[(PRESSURE_UNITS.indexOf(pad.unit) + 1) % PRESSURE_UNITS.length] ?? 'psi';
  return {
    changeUnit: () => {
      pad.convertDraft(next);
      mutate({ unit: next });
    },
  };
}

/** Up to this many cylinders stand side by side with room for a word. */
const ROOMY = 3;

function CylinderStrip({ bench, pad }: { bench: Bench; pad: Pad }) {
  const c = useColours();
  const roomy = bench.engine.cylinders.length <= ROOMY;
  return (
    <ScrollView
      horizontal
      style={styles.strip}
      contentContainerStyle={styles.chips}
      showsHorizontalScrollIndicator={false}
    >
      {bench.engine.cylinders.map((id) => {
        const kept = pad.counting.findLast(({ figures }) => figures.cylinder === id)?.figures;
        const here = id === pad.cylinder;
        const figure = kept ? formatPressure(toKPa(kept.peak, kept.unit), pad.unit) : here ? 'now' : '·';
        return (
          <TouchableRipple
            key={id}
            borderless
            role="button"
            aria-pressed={here}
            onPress={() => pad.select(id)}
            style={[
              styles.chip,
              { backgroundColor: c.plate, borderColor: here ? c.amber : c.line, borderWidth: here ? 4 : LINE },
            ]}
          >
            <View style={roomy ? styles.beside : styles.stacked}>
              <Label colour="ink" lines={1}>{`Cyl ${id}`}</Label>
              <Figure style={roomy ? styles.chipFigure : styles.smallFigure} colour={kept ? 'ink' : 'dim'}>
                {figure}
              </Figure>
            </View>
          </TouchableRipple>
        );
      })}
    </ScrollView>
  );
}

/** Air was fed with the core out of the hose: left out, a sound engine reads like a dead one. */
function CoreIsOut({ bench }: { bench: Bench }) {
  const { procedure, marks, tick } = useProcedure(bench, 'leave-as-found');
  const step = procedure.steps.find(({ id }) => id === 'valve-core-out');
  if (!step || marks.get(step.id)?.mark === 'done') return null;
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

const TEMPERATURE = [
  { value: 'cold', word: 'Cold' },
  { value: 'warm', word: 'Warm' },
] as const;

function TemperatureQuestion({ pad }: { pad: Pad }) {
  return (
    <Plate hand style={styles.question}>
      <Strong style={styles.grow}>Engine cold or warm?</Strong>
      <Choice
        label="Engine"
        hideLabel
        options={TEMPERATURE}
        chosen={undefined}
        onChoose={(engineTemperature) => pad.setConditions({ ...pad.conditions, engineTemperature })}
      />
    </Plate>
  );
}

function Buttons({ pad, onDone }: { pad: Pad; onDone(): void }) {
  const { draft, typed, next } = pad;
  const figure = draft.low ? `${draft.low} to ${draft.peak}` : typed.ok ? String(typed.reading.peak) : draft.peak;
  const empty = draft.peak === '' && !draft.low && !draft.strokes.some(Boolean);
  const cranking = pad.live?.stream?.status === 'running' || pad.live?.stream?.status === 'joining';
  return (
    <View style={styles.buttons}>
      <Button
        kind="ground"
        tall
        onPress={() => pad.keep(true)}
        disabled={!typed.ok}
        label="Keep and test the same cylinder again"
        style={styles.grow}
      >
        Again
      </Button>
      {empty && pad.live && !(next === undefined && pad.lastKept && pad.attempts.length > 0) ? (
        <Button kind="main" onPress={pad.live.crank} disabled={cranking} style={styles.keep}>
          {cranking ? 'Cranking' : `Crank cyl ${pad.cylinder}`}
        </Button>
      ) : empty ? (
        <Button kind="main" onPress={onDone} style={styles.keep}>
          Back to the bench
        </Button>
      ) : (
        <Button kind="main" onPress={() => pad.keep(false)} style={styles.keep}>
          {draft.correcting
            ? `Correct to ${figure}`
            : next === undefined
              ? `Keep ${figure}, done`
              : `Keep ${figure}, next ${next}`}
        </Button>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  pad: { flex: 1, gap: 8 },
  strip: { flexGrow: 0, flexShrink: 0 },
  chips: { gap: 6, flexGrow: 1 },
  chip: {
    borderRadius: RADIUS,
    minHeight: TOUCH.least + 2,
    minWidth: TOUCH.least,
    flexGrow: 1,
    flexBasis: 0,
    justifyContent: 'center',
  },
  beside: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', paddingHorizontal: 8, gap: 6 },
  stacked: { alignItems: 'center' },
  chipFigure: { fontSize: 17 },
  smallFigure: { fontSize: 14, lineHeight: 18 },
  grow: { flexGrow: 1, flexShrink: 1 },
  question: { flexDirection: 'row', alignItems: 'center', paddingVertical: 4, gap: 8 },
  fact: { fontSize: 15, flexShrink: 1 },
  buttons: { flexDirection: 'row', gap: 8 },
  keep: { flexGrow: 2.2, flexShrink: 1, flexBasis: 0 },
});
