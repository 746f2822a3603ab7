import type { Bench } from '@rugged/contract';
import { formatPressure, toKPa } from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useUnitSwitch } from '@/data/unit-of-pad';
import { Dial, dialWidthFor } from '@/ui/dial';
import { UnitKey } from '@/ui/pad/unit-key';
import { Plate } from '@/ui/plate';
import { TOUCH } from '@/ui/tokens';
import { Figure, Label, Words } from '@/ui/words';
import type { CompressionPad as Pad } from './use-compression-pad';
import { useGauge } from './use-gauge';

/** The drawn dial with its limits, and under it what was kept and what it is held against. */
export function DialPlate({ bench, pad, onAttempts }: { bench: Bench; pad: Pad; onAttempts(): void }) {
  const { unit } = pad;
  const [room, setRoom] = useState(0);
  const { shows, limits, here, typing, p } = useGauge(bench, pad);
  const changeUnit = useUnitSwitch(pad.convertDraft);
  const moved =
    limits.minKPa !== undefined &&
    limits.minHereKPa !== undefined &&
    formatPressure(limits.minKPa, unit) !== formatPressure(limits.minHereKPa, unit);
  return (
    <Plate style={styles.dial} label="Gauge">
      <View style={styles.face} onLayout={({ nativeEvent }) => setRoom(nativeEvent.layout.height)}>
        <Dial {...shows} maxWidth={Math.min(420, dialWidthFor(room))} />
      </View>
      <View style={styles.unit}>
        <UnitKey unit={unit} onPress={changeUnit} />
      </View>
      {typing ? <Label style={styles.typing}>{typing}</Label> : null}
      <View style={styles.facts}>
        {isBehind(pad) ? (
          <Behind pad={pad} onAttempts={onAttempts} />
        ) : (
          <Words colour="dim" style={styles.fact}>
            {shows.lastTime === undefined
              ? here
                ? `${here.engines} others here: ${p(here.fromKPa)} to ${p(here.toKPa)}`
                : 'peak, or strokes first'
              : `last time ${shows.lastTime.toFixed(unit === 'psi' || unit === 'kPa' ? 0 : 1)}`}
          </Words>
        )}
        <Words style={[styles.fact, styles.right]}>
          {limits.minKPa === undefined || limits.minHereKPa === undefined ? (
            'no minimum known'
          ) : (
            <>
              {limits.source.kind === 'book' ? 'book ' : limits.readHere ? 'others here ' : 'rule of thumb '}
              <Figure>{formatPressure(limits.minKPa, unit)}</Figure>
              {moved ? (
                <>
                  {', here '}
                  <Figure>{formatPressure(limits.minHereKPa, unit)}</Figure>
                </>
              ) : null}
            </>
          )}
        </Words>
      </View>
    </Plate>
  );
}

/** Whether anything stands behind the figure in hand. */
export const isBehind = ({ draft, attempts, live }: Pad): boolean =>
  draft.low !== undefined || (draft.strokes.some(Boolean) && !live) || attempts.length > 0;

/** What stands behind the figure in hand: its strokes, both ends of its swing, or what was kept before it. */
export function Behind({ pad, onAttempts }: { pad: Pad; onAttempts(): void }) {
  const { draft } = pad;
  if (draft.low !== undefined)
    return (
      <Words style={styles.fact}>
        {'swings '}
        <Figure>{draft.low || '·'}</Figure>
        {' to '}
        <Figure>{draft.peak || '·'}</Figure>
      </Words>
    );
  if (draft.strokes.some(Boolean) && !pad.live)
    return (
      <Words style={styles.fact}>
        {draft.strokes.length > 1 ? 'strokes ' : 'first stroke '}
        <Figure>{firstAndLast(draft.strokes.filter(Boolean)).join(' · ')}</Figure>
      </Words>
    );
  if (pad.attempts.length > 0) {
    const last = pad.attempts.slice(-MOST_SHOWN);
    return (
      <TouchableRipple role="button" onPress={onAttempts} style={styles.attempts}>
        <Words style={styles.link}>
          {last.length < pad.attempts.length ? `kept ${pad.attempts.length}, last ` : 'kept '}
          <Figure>
            {last.map(({ figures }) => formatPressure(toKPa(figures.peak, figures.unit), pad.unit)).join(' · ')}
          </Figure>
          {'  change'}
        </Words>
      </TouchableRipple>
    );
  }
  return null;
}

/** So many figures have room beside the limit on a small phone. */
const MOST_SHOWN = 3;
/** The first stroke says the most, the last ones where it ends. */
const firstAndLast = (strokes: readonly string[]): readonly string[] =>
  strokes.length <= MOST_SHOWN + 1 ? strokes : [strokes[0] as string, '…', ...strokes.slice(-MOST_SHOWN + 1)];

const styles = StyleSheet.create({
  dial: {
    paddingVertical: 4,
    paddingHorizontal: 6,
    alignItems: 'center',
    flexGrow: 1,
    flexShrink: 1,
    flexBasis: 200,
    minHeight: 180,
  },
  face: { flex: 1, alignSelf: 'stretch', justifyContent: 'center', minHeight: 150 },
  unit: { position: 'absolute', right: 6, top: 6 },
  typing: { position: 'absolute', left: 10, top: 10 },
  facts: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    alignItems: 'center',
    alignSelf: 'stretch',
    paddingHorizontal: 6,
    gap: 8,
    minHeight: 30,
  },
  fact: { fontSize: 15, flexShrink: 1 },
  right: { textAlign: 'right' },
  attempts: { minHeight: TOUCH.least, justifyContent: 'center', marginVertical: -8, flexShrink: 1 },
  link: { fontSize: 15, textDecorationLine: 'underline' },
});
