import { type ReactNode, useEffect, useRef } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Modal, Portal } from 'react-native-paper';
import { IconButton } from './button';
import { useColours } from './theme';
import { LINE, RADIUS } from './tokens';
import { Title } from './words';

/** A plate over the screen for one short matter. */
export function Sheet({
  title,
  visible,
  onClose,
  children,
  foot,
}: {
  title: string;
  visible: boolean;
  onClose(): void;
  children: ReactNode;
  /** Under what scrolls, always in reach. */
  foot?: ReactNode;
}) {
  const c = useColours();
  const inside = useFocusInside(visible, onClose);
  return (
    <Portal>
      <Modal
        visible={visible}
        onDismiss={onClose}
        contentContainerStyle={[styles.sheet, { backgroundColor: c.plate, borderColor: c.line }]}
        overlayAccessibilityLabel="Close"
      >
        <View ref={inside} role="dialog" aria-label={title} aria-modal tabIndex={-1} style={styles.inside}>
          <View style={styles.head}>
            <Title style={styles.title}>{title}</Title>
            <IconButton icon="close" label="Close" onPress={onClose} />
          </View>
          <ScrollView contentContainerStyle={styles.body} keyboardShouldPersistTaps="handled">
            {children}
          </ScrollView>
          {foot ? <View style={styles.foot}>{foot}</View> : null}
        </View>
      </Modal>
    </Portal>
  );
}

/** The keyboard goes into an open sheet, Escape closes it, and the focus returns to where it was. */
function useFocusInside(visible: boolean, onClose: () => void) {
  const inside = useRef<View>(null);
  const close = useRef(onClose);
  useEffect(() => {
    close.current = onClose;
  });
  useEffect(() => {
    if (!visible) return undefined;
    const before = document.activeElement;
    (inside.current as unknown as HTMLElement | null)?.focus();
    const press = (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return;
      event.preventDefault();
      close.current();
    };
    addEventListener('keydown', press, true);
    return () => {
      removeEventListener('keydown', press, true);
      if (before instanceof HTMLElement) before.focus();
    };
  }, [visible]);
  return inside;
}

const styles = StyleSheet.create({
  sheet: {
    margin: 12,
    borderWidth: LINE,
    borderRadius: RADIUS,
    alignSelf: 'center',
    width: '94%',
    maxWidth: 560,
    maxHeight: '88%',
    boxShadow: 'none',
  },
  inside: { padding: 14, flexShrink: 1 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  title: { flex: 1 },
  body: { gap: 12, paddingTop: 4, paddingBottom: 2 },
  foot: { paddingTop: 10, gap: 8 },
});
