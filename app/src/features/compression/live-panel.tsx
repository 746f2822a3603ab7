import { fromKPa } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { useStreamed } from '@/bench/live/use-live';
import { Button } from '@/ui/button';
import type { SideKey } from '@/ui/pad/keypad';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { RADIUS } from '@/ui/tokens';
import { Figure, Label, Words } from '@/ui/words';
import { type CompressionPad, crankingRpm } from './use-compression-pad';

/** So many strokes have room. */
const SHOWN = 8;

/** In the keys' place while a sensor is on: strokes as they are caught, cranking speed, and how the stream stands. */
export function LivePanel({
  live,
  pad,
  wet,
}: {
  live: NonNullable<CompressionPad['live']>;
  pad: CompressionPad;
  wet: SideKey;
}) {
  const c = useColours();
  const { stream, cycle } = live;
  useStreamed(stream, ({ strokes: caught, status }) => `${status} ${caught?.strokes.length ?? 0}`);
  const rpm = stream && crankingRpm(stream, cycle);
  const strokes = stream?.strokes?.strokes ?? [];
  const digits = pad.unit === 'psi' || pad.unit === 'kPa' ? 0 : 1;
  return (
    <Plate label="Live sensor" style={styles.plate}>
      <View style={styles.head}>
        <Label style={styles.grow}>{`Strokes caught ${strokes.length}`}</Label>
        <Words>
          <Figure style={styles.speed}>{rpm === undefined ? '–' : String(rpm)}</Figure>
          {' rev/min'}
        </Words>
        <Button pressed={wet.chosen === true} onPress={wet.onPress} label={wet.label}>
          {wet.name}
        </Button>
      </View>
      <View style={styles.strokes} role="list" aria-label="Strokes caught">
        {strokes.slice(0, SHOWN).map(({ peak, seconds }) => (
          <View
            key={seconds}
            role="listitem"
            style={[styles.stroke, { borderColor: c.line, backgroundColor: c.plateSunk }]}
          >
            <Figure style={styles.figure}>{fromKPa(peak, pad.unit).toFixed(digits)}</Figure>
          </View>
        ))}
        {strokes.length > SHOWN ? <Words colour="dim">{`and ${strokes.length - SHOWN} more`}</Words> : null}
      </View>
      <View role="status">
        <Words colour={stream?.status === 'refused' || stream?.status === 'lost' ? 'rust' : 'dim'}>
          {statusWords(live)}
        </Words>
      </View>
      {stream && stream.status !== 'ended' && stream.status !== 'refused' ? (
        <Button onPress={live.stop}>Stop</Button>
      ) : strokes.length > 0 ? (
        <Button icon="sync" onPress={live.crank}>{`Crank cyl ${pad.cylinder} again`}</Button>
      ) : null}
    </Plate>
  );
}

function statusWords({ stream }: NonNullable<CompressionPad['live']>): string {
  switch (stream?.status) {
    case undefined:
      return 'Sensor in the plug hole. Hands clear, then crank: strokes are counted by themselves.';
    case 'joining':
      return 'Joining the sensor.';
    case 'running':
      return 'Cranking. Wait until the needle stops rising.';
    case 'lost':
      return 'Signal to the sensor lost. It goes on by itself, and no stroke is missed.';
    case 'ended':
      return 'The starter has stopped. Keep it, or crank again.';
    case 'refused':
      return `${stream.trouble ?? 'The sensor does not answer'}.`;
  }
}

const styles = StyleSheet.create({
  plate: { gap: 8, minHeight: 190 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  grow: { flexGrow: 1 },
  speed: { fontSize: 24 },
  strokes: { flexDirection: 'row', flexWrap: 'wrap', gap: 6, minHeight: 40, alignItems: 'center' },
  stroke: { borderWidth: 1.5, borderRadius: RADIUS, paddingHorizontal: 8, paddingVertical: 4 },
  figure: { fontSize: 20 },
});
