import { useEffect, useRef } from 'react';
import { type LayoutRectangle, ScrollView, StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useRoom } from '@/ui/pad/room';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS, TOUCH } from '@/ui/tokens';
import { Figure, Label } from '@/ui/words';

interface Props {
  cylinders: readonly string[];
  here: string;
  /** What stands under its name; nothing where it was not read yet. */
  figureOf(cylinder: string): string | undefined;
  onSelect(cylinder: string): void;
}

/** Up to this many cylinders stand side by side with room for a word. */
const ROOMY = 3;

/** Every cylinder with what it read: a tap takes it in hand. */
export function CylinderStrip({ cylinders, here, figureOf, onSelect }: Props) {
  const c = useColours();
  const { tight } = useRoom();
  const roomy = cylinders.length <= ROOMY;
  const strip = useRef<ScrollView>(null);
  const places = useRef(new Map<string, LayoutRectangle>());
  /** The cylinder in hand is in sight, and the one before it, however many there are. */
  const show = (id: string) => {
    const at = places.current.get(id);
    if (at) strip.current?.scrollTo({ x: Math.max(0, at.x - at.width), animated: false });
  };
  useEffect(() => show(here), [here]);
  return (
    <ScrollView
      ref={strip}
      horizontal
      style={styles.strip}
      contentContainerStyle={styles.chips}
      showsHorizontalScrollIndicator={false}
    >
      {cylinders.map((id) => {
        const figure = figureOf(id);
        const chosen = id === here;
        return (
          <TouchableRipple
            key={id}
            borderless
            role="button"
            aria-pressed={chosen}
            onPress={() => onSelect(id)}
            onLayout={({ nativeEvent }) => {
              places.current.set(id, nativeEvent.layout);
              if (chosen) show(id);
            }}
            style={[
              styles.chip,
              {
                backgroundColor: c.plate,
                borderColor: chosen ? c.amber : c.line,
                borderWidth: chosen ? 4 : LINE,
                minHeight: tight ? TOUCH.tight : TOUCH.least + 2,
              },
            ]}
          >
            <View style={roomy ? styles.beside : styles.stacked}>
              <Label colour="ink" lines={1}>{`Cyl ${id}`}</Label>
              <Figure
                style={roomy ? styles.figure : tight ? styles.least : styles.small}
                colour={figure === undefined ? 'dim' : 'ink'}
              >
                {figure ?? (chosen ? 'now' : '·')}
              </Figure>
            </View>
          </TouchableRipple>
        );
      })}
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  strip: { flexGrow: 0, flexShrink: 0 },
  chips: { gap: 6, flexGrow: 1 },
  chip: { borderRadius: RADIUS, minWidth: TOUCH.least, flexGrow: 1, flexBasis: 0, justifyContent: 'center' },
  beside: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', paddingHorizontal: 8, gap: 6 },
  stacked: { alignItems: 'center' },
  figure: { fontSize: 17 },
  small: { fontSize: 14, lineHeight: 18 },
  least: { fontSize: 13, lineHeight: 15 },
});
