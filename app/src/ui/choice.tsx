import { StyleSheet, View } from 'react-native';
import { Button } from './button';
import { Label } from './words';

interface Props<T extends string> {
  label: string;
  options: readonly { value: T; word: string }[];
  chosen: T | undefined;
  onChoose(value: T): void;
  hideLabel?: boolean;
  /** Off the plates. */
  ground?: boolean;
}

/** One of a few, all in sight, as chips of their own width: none is stretched alone over a row. */
export function Choice<T extends string>({
  label,
  options,
  chosen,
  onChoose,
  hideLabel = false,
  ground = false,
}: Props<T>) {
  return (
    <View role="group" aria-label={label} style={styles.group}>
      {hideLabel ? null : <Label>{label}</Label>}
      <View style={styles.row}>
        {options.map(({ value, word }) => (
          <View key={value}>
            <Button
              kind={value === chosen ? (ground ? 'main' : 'chosen') : ground ? 'ground' : 'plain'}
              tall={false}
              onPress={() => onChoose(value)}
              pressed={value === chosen}
              label={`${label}: ${word}`}
            >
              {word}
            </Button>
          </View>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: 4, flexShrink: 1, maxWidth: '100%' },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
});
