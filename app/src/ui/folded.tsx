import { type ReactNode, useState } from 'react';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import Icon from './icon';
import { Plate } from './plate';
import { useColours } from './theme';
import { SPACE, TOUCH, WIDE } from './tokens';
import { Strong, Words } from './words';

/** Plates that are there when they are asked for; where there is room they are open from the start. */
export function Folded({ title, word, children }: { title: string; word: string; children: ReactNode }) {
  const c = useColours();
  const { width } = useWindowDimensions();
  const [open, setOpen] = useState(width >= WIDE);
  return (
    <View style={styles.all}>
      <Plate style={styles.plate}>
        <TouchableRipple role="button" aria-expanded={open} onPress={() => setOpen(!open)} style={styles.tap}>
          <View style={styles.head}>
            <Strong style={styles.title}>{title}</Strong>
            <Words colour="dim">{word}</Words>
            <Icon name={open ? 'chevron-up' : 'chevron-down'} color={c.ink} />
          </View>
        </TouchableRipple>
      </Plate>
      {open ? children : null}
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: SPACE.plates, minWidth: 0 },
  plate: { paddingVertical: 2 },
  tap: { minHeight: TOUCH.least, justifyContent: 'center' },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  title: { flex: 1 },
});
