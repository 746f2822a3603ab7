import { memo, useCallback, useLayoutEffect, useRef } from 'react';
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

/** Large numeric keys with a column of commands, in reach of one thumb. Only a key that changes is drawn anew. */
export function Keypad(props: Props) {
  const { side } = props;
  const left = useMainHand() === 'left';
  const { tight } = useRoom();
  const latest = useRef(props);
  useLayoutEffect(() => {
    latest.current = props;
  });
  const press = useCallback((key: PadKey) => latest.current.onKey(key), []);
  const command = useCallback((at: number) => latest.current.side[at]?.onPress(), []);
  return (
    <View style={tight ? styles.low : styles.pad}>
      {ROWS.map((row, r) => {
        const { name, label, chosen = false } = side[r] as SideKey;
        return (
          <View key={row[0]} style={[styles.row, left && styles.mirrored]}>
            {row.map((key) => (
              <Key key={key} name={key} onPress={press} />
            ))}
            <Side name={name} label={label} chosen={chosen} at={r} onPress={command} />
          </View>
        );
      })}
    </View>
  );
}

const LABEL: Readonly<Partial<Record<PadKey, string>>> = { back: 'Delete digit', '.': 'Decimal point' };

/** As high as the screen allows. */
function useHeight() {
  const { tight, least } = useRoom();
  return { minHeight: least ? TOUCH.tight : tight ? TOUCH.least : TOUCH.least + 4 };
}

const Key = memo(function Key({ name, onPress }: { name: PadKey; onPress(key: PadKey): void }) {
  const c = useColours();
  const height = useHeight();
  return (
    <TouchableRipple
      onPress={() => onPress(name)}
      borderless
      role="button"
      aria-label={LABEL[name] ?? name}
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
});

interface SideProps {
  name: string;
  label: string;
  chosen: boolean;
  at: number;
  onPress(at: number): void;
}

const Side = memo(function Side({ name, label, chosen, at, onPress }: SideProps) {
  const c = useColours();
  const height = useHeight();
  return (
    <TouchableRipple
      onPress={() => onPress(at)}
      borderless
      role="button"
      aria-label={label}
      aria-pressed={chosen}
      style={[styles.key, height, { backgroundColor: chosen ? c.ink : c.plateSunk, borderColor: c.line }]}
    >
      <View style={styles.centre}>
        <Text style={{ fontFamily: FACE.heavy, fontSize: 18, color: chosen ? c.plate : c.ink }}>{name}</Text>
      </View>
    </TouchableRipple>
  );
});

const styles = StyleSheet.create({
  pad: { gap: 8 },
  low: { gap: 5 },
  mirrored: { flexDirection: 'row-reverse' },
  row: { flexDirection: 'row', gap: 8 },
  key: { flex: 1, borderWidth: LINE, borderRadius: RADIUS, justifyContent: 'center' },
  centre: { alignItems: 'center', justifyContent: 'center' },
});
