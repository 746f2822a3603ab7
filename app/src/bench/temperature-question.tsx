import type { Temperature } from '@rugged/core';
import { StyleSheet } from 'react-native';
import { Choice } from '@/ui/choice';
import { Plate } from '@/ui/plate';
import { Strong } from '@/ui/words';

const TEMPERATURE = [
  { value: 'cold', word: 'Cold' },
  { value: 'warm', word: 'Warm' },
] as const;

/** Asked on a pad until somebody says it: without it a figure cannot be held against a limit. */
export function TemperatureQuestion({ onSay }: { onSay(temperature: Temperature): void }) {
  return (
    <Plate hand style={styles.question}>
      <Strong style={styles.grow}>Engine cold or warm?</Strong>
      <Choice label="Engine" hideLabel options={TEMPERATURE} chosen={undefined} onChoose={onSay} />
    </Plate>
  );
}

const styles = StyleSheet.create({
  question: { flexDirection: 'row', alignItems: 'center', paddingVertical: 2, gap: 8 },
  grow: { flexGrow: 1, flexShrink: 1 },
});
