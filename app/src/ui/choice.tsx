import type { KeyboardEvent } from 'react';
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

/**
 * One of a few, all in sight, as chips of their own width: none is stretched alone over a row. It is one stop of the
 * Tab key; arrows go from chip to chip, Enter chooses.
 */
export function Choice<T extends string>({
  label,
  options,
  chosen,
  onChoose,
  hideLabel = false,
  ground = false,
}: Props<T>) {
  const stop = Math.max(
    0,
    options.findIndex(({ value }) => value === chosen),
  );
  return (
    <View role="group" aria-label={label} style={styles.group}>
      {hideLabel ? null : <Label>{label}</Label>}
      <View style={styles.row} {...ARROWS}>
        {options.map(({ value, word }, i) => (
          <View key={value} style={styles.chip}>
            <Button
              kind={value === chosen ? (ground ? 'main' : 'chosen') : ground ? 'ground' : 'plain'}
              tall={false}
              onPress={() => onChoose(value)}
              pressed={value === chosen}
              tabIndex={i === stop ? 0 : -1}
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

const STEP: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/** Arrows move the focus within the chips, round at the ends. */
const ARROWS = {
  onKeyDown: (event: KeyboardEvent<HTMLElement>) => {
    const step = STEP[event.key];
    const all = [...event.currentTarget.querySelectorAll<HTMLElement>('[role=button]')];
    const at = all.indexOf(document.activeElement as HTMLElement);
    if (step === undefined || at < 0) return;
    event.preventDefault();
    all[(at + step + all.length) % all.length]?.focus();
  },
};

const styles = StyleSheet.create({
  group: { gap: 4, flexShrink: 1, maxWidth: '100%' },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  chip: { maxWidth: '100%' },
});
