import { parts } from '@rugged/core';
import type { Bench } from '@rugged/contract';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Plate } from '@/ui/plate';
import { Label, Strong, Words } from '@/ui/words';
import { CutThrough, type CutKind, LEVELS, placeName } from './cut-through';
import type { Place } from './leak-draft';
import type { LeakdownPad as Pad } from './use-leakdown-pad';

const LEVEL_OPTIONS = LEVELS.map((word, level) => ({ value: String(level), word }));
const RAISES = [
  { value: 'no', word: 'Changes nothing' },
  { value: 'yes', word: 'Lifts the gauge' },
] as const;
const BREATHER = [
  { value: 'off', word: 'Off' },
  { value: 'on', word: 'Still on' },
] as const;

/** Which drawing this engine is. */
/** Where nobody said how it breathes, the commonest is drawn. */
const cutOf = ({ engine: { cycle, valveGear } }: Bench): CutKind =>
  valveGear === undefined || valveGear === 'overhead'
    ? cycle === 'two-stroke'
      ? 'reed'
      : 'overhead-valve'
    : valveGear;

/** Where the air goes: a place, and how loud. */
export function Listening({ bench, pad }: { bench: Bench; pad: Pad }) {
  const [chosen, setChosen] = useState<Place>();
  const { draft, act, typed, fourStroke } = pad;
  const suspected = pad.judged?.reasons.find(({ rule }) => rule === 'wrong-stroke-suspected');
  // It matters once something is heard where the rings' breath comes out, too.
  const asks = fourStroke && ((draft.heard['intake'] ?? 0) > 0 || (draft.heard['crankcase'] ?? 0) > 1);
  return (
    <View style={styles.pad}>
      <ScrollView contentContainerStyle={styles.gap}>
        <Plate style={styles.drawing} label="Where the air goes">
          <CutThrough
            kind={cutOf(bench)}
            liquid={parts(bench.engine).coolant}
            places={pad.places}
            heard={draft.heard}
            chosen={chosen?.key}
            onChoose={setChosen}
          />
        </Plate>
        <Plate label="How loud">
          <Label>{chosen ? placeName(chosen) : 'Tap a place, then say how loud'}</Label>
          {chosen ? (
            <Choice
              label={placeName(chosen)}
              hideLabel
              options={LEVEL_OPTIONS}
              chosen={draft.heard[chosen.key] === undefined ? undefined : String(draft.heard[chosen.key])}
              onChoose={(level) => act({ do: 'heard', place: chosen.key, level: Number(level) })}
            />
          ) : null}
          {chosen && (draft.heard[chosen.key] ?? 0) > 0 ? (
            <Choice
              label="A hand over it"
              options={RAISES}
              chosen={draft.raised?.includes(chosen.key) ? 'yes' : 'no'}
              onChoose={(value) => act({ do: 'raised', place: chosen.key, yes: value === 'yes' })}
            />
          ) : null}
          {chosen ? null : (
            <Words colour="dim">
              One place at a time, everything else closed. Low pressure is easier on the ear. Open the oil filler
              slowly: oil can spurt.
            </Words>
          )}
        </Plate>
        {suspected ? (
          <Plate hand label="Wrong stroke">
            <Strong>{suspected.text}</Strong>
            <Button onPress={() => act({ do: 'confirm-tdc' })} style={styles.gapAbove}>
              It is at the top of compression
            </Button>
          </Plate>
        ) : null}
        {asks ? (
          <Plate hand label="Breather">
            <Strong>Is the breather hose off the air box?</Strong>
            <Words colour="dim">
              While it is on, air past the rings also hisses at the intake and looks like a bad valve.
            </Words>
            <Choice
              label="Breather hose"
              hideLabel
              options={BREATHER}
              chosen={draft.breatherOff === undefined ? undefined : draft.breatherOff ? 'off' : 'on'}
              onChoose={(value) => act({ do: 'breather', off: value === 'off' })}
            />
          </Plate>
        ) : null}
      </ScrollView>
      <View style={styles.row}>
        <Button kind="ground" tall onPress={() => pad.setListening(false)} style={styles.grow}>
          Figures
        </Button>
        <Button kind="main" onPress={pad.keep} disabled={!typed.ok} style={styles.wide}>
          {typed.ok ? 'Keep what I heard' : 'Figures first'}
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  pad: { flex: 1, gap: 8 },
  gap: { gap: 8 },
  row: { flexDirection: 'row', gap: 8 },
  drawing: { padding: 6 },
  gapAbove: { marginTop: 8 },
  grow: { flexGrow: 1, flexShrink: 1 },
  wide: { flexGrow: 2, flexShrink: 1, flexBasis: 0 },
});
