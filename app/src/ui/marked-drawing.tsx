import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useColours } from './theme';
import { LINE, TOUCH } from './tokens';
import { Strong } from './words';

/** A place on a drawing that can be tapped. */
export interface DrawnMark {
  key: string;
  /** On the drawing's own grid. */
  x: number;
  y: number;
  /** Beside the mark, and for the ear with what was said of it. */
  name: string;
  label: string;
  /** 1 to 3 bars; 0 is a dash, nothing a dot. */
  level: number | undefined;
  side: 'right' | 'left' | 'below';
}

interface Props {
  view: { width: number; height: number };
  marks: readonly DrawnMark[];
  chosen?: string | undefined;
  onPress(key: string): void;
  /** What there is of height, px: the drawing is made as small as it needs. */
  height?: number;
  children: ReactNode;
}

/** A drawing with marks of a thumb's size on it, each with its name and how much was found there. */
export function MarkedDrawing({ view, marks, chosen, onPress, height, children }: Props) {
  const aspectRatio = view.width / view.height;
  const ear = height !== undefined && height < LOW ? TOUCH.tight : TOUCH.least;
  return (
    <View
      style={[
        styles.frame,
        { aspectRatio },
        height === undefined ? null : { maxWidth: Math.min(420, height * aspectRatio) },
      ]}
    >
      {children}
      {marks.map((mark) => (
        <Mark
          key={mark.key}
          mark={mark}
          view={view}
          ear={ear}
          chosen={mark.key === chosen}
          onPress={() => onPress(mark.key)}
        />
      ))}
    </View>
  );
}

function Mark({
  mark,
  view,
  ear,
  chosen,
  onPress,
}: {
  mark: DrawnMark;
  view: Props['view'];
  /** Its width, px. */
  ear: number;
  chosen: boolean;
  onPress(): void;
}) {
  const c = useColours();
  const { level, side, x, y } = mark;
  const place =
    side === 'left'
      ? { right: `${100 - (100 * x) / view.width}%` as const, marginRight: -ear / 2 }
      : { left: `${(100 * x) / view.width}%` as const, ...(side === 'right' ? { marginLeft: -ear / 2 } : {}) };
  return (
    <View style={[styles.mark, place, { top: `${(100 * y) / view.height}%`, marginTop: -ear / 2 }, styles[side]]}>
      <TouchableRipple
        role="button"
        aria-pressed={chosen}
        aria-label={mark.label}
        borderless
        onPress={onPress}
        style={[
          styles.ear,
          {
            width: ear,
            height: ear,
            borderRadius: ear / 2,
            borderColor: c.line,
            backgroundColor: level ? c.amber : c.plate,
            borderWidth: chosen ? 5 : LINE + 1,
          },
        ]}
      >
        <View style={styles.bars}>
          {level === undefined ? (
            <View style={[styles.dot, { backgroundColor: c.line }]} />
          ) : level === 0 ? (
            <View style={[styles.dash, { backgroundColor: c.line }]} />
          ) : (
            Array.from({ length: level }, (_, i) => (
              <View key={i} style={[styles.bar, { backgroundColor: c.onAmber }]} />
            ))
          )}
        </View>
      </TouchableRipple>
      {/* A thumb that lands on the name means the place; for the ear and the keyboard the mark is enough. */}
      <Pressable
        onPress={onPress}
        focusable={false}
        tabIndex={-1}
        aria-hidden
        style={[styles.name, { backgroundColor: c.plate }]}
      >
        <Strong style={styles.nameText}>{mark.name}</Strong>
      </Pressable>
    </View>
  );
}

/** Lower than this a mark is no larger than it must be. */
const LOW = 330;
const styles = StyleSheet.create({
  frame: { width: '100%', maxWidth: 420, alignSelf: 'center' },
  mark: { position: 'absolute', alignItems: 'center' },
  right: { flexDirection: 'row', gap: 4 },
  left: { flexDirection: 'row-reverse', gap: 4 },
  below: { width: 96, marginLeft: -48 },
  ear: { alignItems: 'center', justifyContent: 'center' },
  bars: { flexDirection: 'row', gap: 4, alignItems: 'center' },
  bar: { width: 4, height: 20 },
  dash: { width: 16, height: 3 },
  dot: { width: 7, height: 7, borderRadius: 4 },
  name: { paddingHorizontal: 3, borderRadius: 3 },
  nameText: { fontSize: 14, lineHeight: 16 },
});
