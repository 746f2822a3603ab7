import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Sheet } from '@/ui/sheet';
import { Figure, Words } from '@/ui/words';
import type { CrankcasePad } from './use-crankcase-test';

/** Every look at the gauge: one that was a slip is taken back, the first is the start of the clock. */
export function LooksSheet({ pad, onClose, onAgain }: { pad: CrankcasePad; onClose(): void; onAgain(): void }) {
  return (
    <Sheet
      title="Looks so far"
      visible
      onClose={onClose}
      foot={
        <Button
          onPress={() => {
            onClose();
            onAgain();
          }}
        >
          Another test
        </Button>
      }
    >
      <View role="list" aria-label="Looks so far">
        {pad.samples.map((one) => (
          <View key={one.id} role="listitem" style={styles.look}>
            <Words style={styles.grow}>{`${one.figures.seconds} s`}</Words>
            <Figure>{String(one.figures.value)}</Figure>
            {one.figures.seconds > 0 ? (
              <Button
                icon="undo-variant"
                onPress={() => pad.takeBack(one)}
                label={`Take back ${one.figures.value} at ${one.figures.seconds} s`}
              >
                Take back
              </Button>
            ) : null}
          </View>
        ))}
      </View>
      <Words colour="dim">The clock goes on when this page is closed.</Words>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  look: { flexDirection: 'row', gap: 12, alignItems: 'center', minHeight: 48 },
  grow: { flexGrow: 1, flexShrink: 1, flexBasis: 0 },
});
