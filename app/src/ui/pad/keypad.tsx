import { StyleSheet, Text, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import Icon from '../icon';
import { useColours } from '../theme';
import { FACE, LINE, RADIUS, TOUCH } from '../tokens';
import { useMainHand } from './main-hand';
import { useRoom } from './room';

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
  const left = useMainHand() === 'left';
  const { tight } = useRoom();
  return (
    <View style={tight ? styles.low : styles.pad}>
      {ROWS.map((row, r) => (
        <View key={row[0]} style={[styles.row, left && styles.mirrored]}>
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

/** As high as the screen allows. */
function useHeight() {
  const { tight, least } = useRoom();
  return { minHeight: least ? TOUCH.tight : tight ? TOUCH.least : TOUCH.least + 4 };
}

function Key({ name, label, onPress }: { name: PadKey; label: string; onPress(): void }) {
  const c = useColours();
  const height = useHeight();
  return (
    <TouchableRipple
      onPress={onPress}
      borderless
      role="button"
      aria-label={label}
      style={[styles.key, height, { backgroundColor: c.plate, borderColor: c.line }]}
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
  const height = useHeight();
  const { chosen = false } = command;
  return (
    <TouchableRipple
      onPress={command.onPress}
      borderless
      role="button"
      aria-label={command.label}
      aria-pressed={chosen}
      style={[styles.key, height, { backgroundColor: chosen ? c.ink : c.plateSunk, borderColor: c.line }]}
    >
      <View style={styles.centre}>
        <Text style={{ fontFamily: FACE.heavy, fontSize: 18, color: chosen ? c.plate : c.ink }}>{command.name}</Text>
      </View>
    </TouchableRipple>
  );
}

const styles = StyleSheet.create({
  pad: { gap: 8 },
  low: { gap: 5 },
  mirrored: { flexDirection: 'row-reverse' },
  row: { flexDirection: 'row', gap: 8 },
  key: { flex: 1, borderWidth: LINE, borderRadius: RADIUS, justifyContent: 'center' },
  centre: { alignItems: 'center', justifyContent: 'center' },
});
