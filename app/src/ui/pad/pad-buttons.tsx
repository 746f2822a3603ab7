import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useMainHand } from './main-hand';

/** The main button on the side of the thumb, a lesser one beside it. */
export function PadButtons({ children }: { children: ReactNode }) {
  const left = useMainHand() === 'left';
  return <View style={[styles.row, left && styles.mirrored]}>{children}</View>;
}

export const padButton = StyleSheet.create({
  lesser: { flexGrow: 1, flexShrink: 1, flexBasis: 0, minWidth: 84 },
  main: { flexGrow: 2.2, flexShrink: 1, flexBasis: 0, minWidth: 140 },
});

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  mirrored: { flexDirection: 'row-reverse' },
});
