import { StyleSheet, View } from 'react-native';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';
import type { Worked } from './use-practice';
import { actWords, DANGER_WORDS, seenWords } from './words';

/** What was done that showed something, the last first; and what was unsafe, where it happened. */
export function SeenList({ worked }: { worked: Worked }) {
  const lines = worked.work.done
    .map(({ act, saw, dangers }, i) => ({ i, act, saw, dangers }))
    .filter(({ saw, dangers }) => saw !== undefined || dangers.length > 0)
    .reverse();
  if (lines.length === 0) return null;
  return (
    <Plate label="What you have seen" style={styles.plate}>
      <Label>What you have seen</Label>
      {lines.map(({ i, act, saw, dangers }) => (
        <View key={i}>
          <View style={styles.row}>
            <Words colour="dim" style={styles.what}>
              {actWords(act, worked.of.job.engine.fuel)}
            </Words>
            <Words style={styles.grow}>{saw ? seenWords(saw) : ''}</Words>
          </View>
          {dangers.map((danger) => (
            <Words key={danger} colour="rust">{`${DANGER_WORDS[danger].what}. ${DANGER_WORDS[danger].so}`}</Words>
          ))}
        </View>
      ))}
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 4 },
  row: { flexDirection: 'row', gap: 10, minHeight: 24 },
  what: { width: 128 },
  grow: { flex: 1 },
});
