import { UNIT_SIGN } from '@rugged/core';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useUnitSwitch } from '@/data/unit-of-pad';
import { useRoom } from '@/ui/pad/room';
import { UnitKey } from '@/ui/pad/unit-key';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS, TOUCH } from '@/ui/tokens';
import { Figure, Label, Words } from '@/ui/words';
import type { LeakdownPad as Pad } from './use-leakdown-pad';

/** What goes in, and what is held or lost. */
export function FiguresRow({ pad }: { pad: Pad }) {
  const { draft, act, unit } = pad;
  const changeUnit = useUnitSwitch(pad.convertDraft);
  return (
    <View style={styles.row}>
      <FigurePlate
        name="Supply"
        unit={<UnitKey unit={unit} onPress={changeUnit} />}
        text={draft.supply}
        chosen={draft.focus === 'supply'}
        onPress={() => act({ do: 'focus', focus: 'supply' })}
      />
      <FigurePlate
        name={draft.percent ? 'Leakage' : 'Held in cylinder'}
        unit={<Words colour="dim">{draft.percent ? '%' : UNIT_SIGN[unit]}</Words>}
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
  unit: ReactNode;
  text: string;
  chosen: boolean;
  onPress(): void;
}) {
  const c = useColours();
  const { tight } = useRoom();
  return (
    <View
      style={[
        styles.figure,
        tight && styles.low,
        { backgroundColor: c.plate, borderColor: chosen ? c.amber : c.line, borderWidth: chosen ? 4 : LINE },
      ]}
    >
      <TouchableRipple role="button" aria-pressed={chosen} onPress={onPress} style={styles.press}>
        <View>
          <Label lines={1}>{name}</Label>
          <Figure style={tight ? styles.lesser : styles.big}>{text === '' ? '·' : text}</Figure>
        </View>
      </TouchableRipple>
      {unit}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8 },
  figure: { flex: 1, flexDirection: 'row', alignItems: 'flex-end', borderRadius: RADIUS, padding: 8, minHeight: 84 },
  low: { minHeight: 60, padding: 4, paddingHorizontal: 8, alignItems: 'center' },
  press: { flexGrow: 1, flexShrink: 1, minHeight: TOUCH.tight, justifyContent: 'center' },
  big: { fontSize: 34 },
  lesser: { fontSize: 28, lineHeight: 32 },
});
