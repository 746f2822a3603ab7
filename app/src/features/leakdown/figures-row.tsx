import { UNIT_SIGN } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS } from '@/ui/tokens';
import { Figure, Label, Words } from '@/ui/words';
import type { LeakdownPad as Pad } from './use-leakdown-pad';

/** What goes in, and what is held or lost. */
export function FiguresRow({ pad: { draft, act, unit } }: { pad: Pad }) {
  return (
    <View style={styles.row}>
      <FigurePlate
        name="Supply"
        unit={UNIT_SIGN[unit]}
        text={draft.supply}
        chosen={draft.focus === 'supply'}
        onPress={() => act({ do: 'focus', focus: 'supply' })}
      />
      <FigurePlate
        name={draft.percent ? 'Leakage' : 'Held in cylinder'}
        unit={draft.percent ? '%' : UNIT_SIGN[unit]}
        text={draft.held}
        chosen={draft.focus === 'held'}
        onPress={() => act({ do: 'focus', focus: 'held' })}
      />
    </View>
  );
}

function FigurePlate({
  name,
  unit,
  text,
  chosen,
  onPress,
}: {
  name: string;
  unit: string;
  text: string;
  chosen: boolean;
  onPress(): void;
}) {
  const c = useColours();
  return (
    <TouchableRipple
      role="button"
      aria-pressed={chosen}
      onPress={onPress}
      style={[
        styles.figure,
        { backgroundColor: c.plate, borderColor: chosen ? c.amber : c.line, borderWidth: chosen ? 4 : LINE },
      ]}
    >
      <View>
        <Label lines={1}>{name}</Label>
        <View style={styles.reading}>
          <Figure style={styles.big}>{text === '' ? '·' : text}</Figure>
          <Words colour="dim">{unit}</Words>
        </View>
      </View>
    </TouchableRipple>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8 },
  figure: { flex: 1, borderRadius: RADIUS, padding: 10, minHeight: 84 },
  reading: { flexDirection: 'row', alignItems: 'baseline', gap: 6 },
  big: { fontSize: 34 },
});
