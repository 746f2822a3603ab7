import { StyleSheet, Text, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import Icon from './icon';
import { useColours } from './theme';
import { FACE, LINE, RADIUS, TOUCH } from './tokens';

export type PadKey = '0' | '1' | '2' | '3' | '4' | '5' | '6' | '7' | '8' | '9' | '.' | 'back';

/** A key of the right-hand column. */
export interface SideKey {
  name: string;
  label: string;
  chosen?: boolean;
  onPress(): void;
}

interface Props {
  onKey(key: PadKey): void;
  side: readonly [SideKey, SideKey, SideKey, SideKey];
}

const ROWS: readonly (readonly [PadKey, PadKey, PadKey])[] = [
  ['7', '8', '9'],
  ['4', '5', '6'],
  ['1', '2', '3'],
  ['0', '.', 'back'],
];

/** Large numeric keys with a column of commands, in reach of one thumb. */
export function Keypad({ onKey, side }: Props) {
  return (
    <View style={styles.pad}>
      {ROWS.map((row, r) => (
        <View key={row[0]} style={styles.row}>
          {row.map((key) => (
            <Key
              key={key}
              name={key}
              label={key === 'back' ? 'Delete digit' : key === '.' ? 'Decimal point' : key}
              onPress={() => onKey(key)}
            />
          ))}
          <Side command={side[r] as SideKey} />
        </View>
      ))}
    </View>
  );
}

function Key({ name, label, onPress }: { name: PadKey; label: string; onPress(): void }) {
  const c = useColours();
  return (
    <TouchableRipple
      onPress={onPress}
      borderless
      role="button"
      aria-label={label}
      style={[styles.key, { backgroundColor: c.plate, borderColor: c.line }]}
    >
      <View style={styles.centre}>
        {name === 'back' ? (
          <Icon name="backspace-outline" size={28} color={c.ink} />
        ) : (
          <Text style={{ fontFamily: FACE.instrument, fontSize: 26, color: c.ink }}>{name}</Text>
        )}
      </View>
    </TouchableRipple>
  );
}

function Side({ command }: { command: SideKey }) {
  const c = useColours();
  const { chosen = false } = command;
  return (
    <TouchableRipple
      onPress={command.onPress}
      borderless
      role="button"
      aria-label={command.label}
      aria-pressed={chosen}
      style={[styles.key, { backgroundColor: chosen ? c.ink : c.plateSunk, borderColor: c.line }]}
    >
      <View style={styles.centre}>
        <Text style={{ fontFamily: FACE.heavy, fontSize: 18, color: chosen ? c.plate : c.ink }}>{command.name}</Text>
      </View>
    </TouchableRipple>
  );
}

const styles = StyleSheet.create({
  pad: { gap: 8 },
  row: { flexDirection: 'row', gap: 8 },
  key: { flex: 1, borderWidth: LINE, borderRadius: RADIUS, minHeight: TOUCH.least + 4, justifyContent: 'center' },
  centre: { alignItems: 'center', justifyContent: 'center' },
});
