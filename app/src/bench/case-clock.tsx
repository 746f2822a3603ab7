import { StyleSheet, View } from 'react-native';
import { useRoom } from '@/ui/pad/room';
import { Figure, Words } from '@/ui/words';

/** How long a crankcase has been watched, and for how much longer. */
export function CaseClock({ seconds, words }: { seconds: number; words: string }) {
  const { tight } = useRoom();
  return (
    <View style={styles.clock}>
      <Figure style={tight ? styles.lesser : styles.time}>
        {`${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`}
      </Figure>
      <Words colour="dim" style={styles.grow}>
        {words}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  clock: { flexDirection: 'row', gap: 12, alignItems: 'center' },
  time: { fontSize: 40, minWidth: 112 },
  lesser: { fontSize: 30, lineHeight: 34, minWidth: 84 },
  grow: { flexGrow: 1, flexShrink: 1, flexBasis: 0 },
});
