import { StyleSheet, View } from 'react-native';
import { Sheet } from '@/ui/sheet';
import { Figure, Words } from '@/ui/words';

/** The keys of a screen, for the keyboard on a wide one. */
export function KeysSheet({
  visible,
  onClose,
  keys,
}: {
  visible: boolean;
  onClose(): void;
  keys: readonly (readonly [string, string])[];
}) {
  return (
    <Sheet title="Keys" visible={visible} onClose={onClose}>
      {keys.map(([key, what]) => (
        <View key={key} style={styles.row}>
          <Figure style={styles.key}>{key}</Figure>
          <Words>{what}</Words>
        </View>
      ))}
    </Sheet>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', gap: 12, alignItems: 'center' }, key: { width: 110 } });
