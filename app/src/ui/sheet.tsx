import type { ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Modal, Portal } from 'react-native-paper';
import { IconButton } from './button';
import { useColours } from './theme';
import { LINE, RADIUS } from './tokens';
import { Title } from './words';

/** A plate over the screen for one short matter. */
export function Sheet({ title, visible, onClose, children }: { title: string; visible: boolean; onClose(): void; children: ReactNode }) {
  const c = useColours();
  return (
    <Portal>
      <Modal visible={visible} onDismiss={onClose} contentContainerStyle={[styles.sheet, { backgroundColor: c.plate, borderColor: c.line }]} overlayAccessibilityLabel="Close">
        <View role="dialog" aria-label={title} aria-modal style={styles.inside}>
          <View style={styles.head}>
            <Title style={styles.title}>{title}</Title>
            <IconButton icon="close" label="Close" onPress={onClose} />
          </View>
          <ScrollView contentContainerStyle={styles.body} keyboardShouldPersistTaps="handled">{children}</ScrollView>
        </View>
      </Modal>
    </Portal>
  );
}

const styles = StyleSheet.create({
  sheet: { margin: 12, borderWidth: LINE, borderRadius: RADIUS, alignSelf: 'center', width: '94%', maxWidth: 560, maxHeight: '88%', boxShadow: 'none' },
  inside: { padding: 14, flexShrink: 1 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  title: { flex: 1 },
  body: { gap: 12, paddingTop: 4 },
});
