import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useMainHand } from './main-hand';
import { useRoom } from './room';
import { useAwake } from './use-awake';

/** A pad: what is looked at, and under it what the thumb works; on its side the two stand beside each other. */
export function PadFrame({ face, hand }: { face: ReactNode; hand: ReactNode }) {
  const { side } = useRoom();
  useAwake();
  const left = useMainHand() === 'left';
  return (
    <View style={[styles.frame, side && (left ? styles.mirrored : styles.beside)]}>
      <View style={styles.face}>{face}</View>
      <View style={side ? styles.column : styles.under}>{hand}</View>
    </View>
  );
}

const styles = StyleSheet.create({
  frame: { flex: 1, gap: 6, minHeight: 0 },
  beside: { flexDirection: 'row', gap: 10 },
  mirrored: { flexDirection: 'row-reverse', gap: 10 },
  face: { flex: 1, gap: 6, minHeight: 0, minWidth: 0 },
  under: { gap: 6 },
  column: { flex: 1, gap: 6, justifyContent: 'flex-end', minWidth: 0 },
});
