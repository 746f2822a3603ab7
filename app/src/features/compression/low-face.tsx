import type { Bench } from '@rugged/contract';
import { formatPressure } from '@rugged/core';
import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useUnitSwitch } from '@/data/unit-of-pad';
import { BarGauge } from '@/ui/bar-gauge';
import { Dial, dialWidthFor } from '@/ui/dial';
import { UnitKey } from '@/ui/pad/unit-key';
import { Plate } from '@/ui/plate';
import { StateMark } from '@/ui/state-mark';
import { Figure, Label, Words } from '@/ui/words';
import { Behind, isBehind } from './dial-plate';
import type { CompressionPad as Pad } from './use-compression-pad';
import { useGauge } from './use-gauge';
import { Said, stateInHand } from './verdict-line';

interface Props {
  bench: Bench;
  pad: Pad;
  onAttempts(): void;
  /** A question that waits: it stands where the sentence would. */
  question?: ReactNode;
}

/** From this height on an arc has room, below it a bar stands in. */
const ARC_FROM = 96;
/** What the figure takes with the edges of the plate, and the sentence. */
const FIGURE = 64;
const SENTENCE = 50;

/** The figure, the gauge and what it says on one plate, where the screen is too low for a dial of its own. */
export function LowFace({ bench, pad, onAttempts, question }: Props) {
  const [height, setHeight] = useState(0);
  const { shows, limits, typing } = useGauge(bench, pad);
  const changeUnit = useUnitSwitch(pad.convertDraft);
  const state = stateInHand(bench, pad);
  const left = height - FIGURE - (question ? 0 : SENTENCE);
  const arc = left >= ARC_FROM;
  return (
    <View style={styles.whole}>
      {question}
      <View style={styles.whole} onLayout={({ nativeEvent }) => setHeight(nativeEvent.layout.height)}>
        <Plate style={styles.plate} label="Gauge">
          <View style={styles.row}>
            <View style={styles.reading}>
              <Figure style={styles.figure} colour={shows.shown === '' ? 'dim' : 'ink'}>
                {shows.shown === '' ? '–' : shows.shown}
              </Figure>
              <UnitKey unit={pad.unit} onPress={changeUnit} />
              {typing ? <Label>{typing}</Label> : null}
            </View>
            {shows.shown === '' && isBehind(pad) ? (
              <Behind pad={pad} onAttempts={onAttempts} />
            ) : state ? (
              <StateMark state={state} size={18} />
            ) : limits.minHereKPa === undefined ? null : (
              <Words colour="dim" style={styles.limit}>
                {`${limits.source.kind === 'book' ? 'book' : limits.readHere ? 'others here' : 'rule of thumb'} ` +
                  formatPressure(limits.minHereKPa, pad.unit)}
              </Words>
            )}
          </View>
          {arc ? (
            <Dial {...shows} shape="arc" maxWidth={Math.min(380, dialWidthFor(left, 'arc'))} />
          ) : (
            <BarGauge {...shows} />
          )}
          {question ? null : (
            <View style={styles.said}>
              <Said bench={bench} pad={pad} unmarked />
            </View>
          )}
        </Plate>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  whole: { flex: 1, gap: 6, minHeight: 0 },
  plate: { flexGrow: 1, flexShrink: 1, paddingVertical: 4, paddingHorizontal: 10, justifyContent: 'space-between' },
  row: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: 8 },
  reading: { flexDirection: 'row', alignItems: 'center', gap: 8, flexShrink: 1 },
  figure: { fontSize: 40, lineHeight: 46 },
  limit: { fontSize: 15 },
  said: { flexDirection: 'row', alignItems: 'center', gap: 8, minHeight: 38 },
});
