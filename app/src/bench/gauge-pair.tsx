import { StyleSheet, View } from 'react-native';
import { Dial } from '@/ui/dial';
import { Figure, Label, Words } from '@/ui/words';

interface One {
  name: string;
  /** As it is read; nothing yet is an empty text. */
  shown: string;
  /** Where the needle stands at every frame, in the unit. */
  live(): number;
}

/** The two gauges of a leak-down tester beside each other: what goes in, and what is held. */
export function GaugePair({
  unit,
  fullScale,
  gauges,
}: {
  unit: string;
  fullScale: number;
  gauges: readonly [One, One];
}) {
  return (
    <View style={styles.pair}>
      {gauges.map(({ name, shown, live }) => (
        <View key={name} style={styles.one}>
          <Label>{name}</Label>
          <Dial shape="bare" shown={shown} unit={unit} fullScale={fullScale} maxWidth={190} live={live} />
          <View style={styles.reading}>
            <Figure style={styles.figure}>{shown || '–'}</Figure>
            <Words colour="dim">{unit}</Words>
          </View>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  pair: { flexDirection: 'row', gap: 8 },
  one: { flex: 1, alignItems: 'center' },
  reading: { flexDirection: 'row', alignItems: 'baseline', gap: 6 },
  figure: { fontSize: 38, lineHeight: 44 },
});
