import type { Bench } from '@rugged/contract';
import { leakPercent } from '@/bench/leak-percent';
import { ScrollView, StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { Button } from '@/ui/button';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS, TOUCH } from '@/ui/tokens';
import { Figure, Label } from '@/ui/words';
import { CrankTurn } from './crank-turn';
import type { LeakdownPad as Pad } from './use-leakdown-pad';

/** Each cylinder with what it lost, how far the crank is turned to the next, and the zero. */
export function CylinderStrip({ bench, pad }: { bench: Bench; pad: Pad }) {
  const c = useColours();
  return (
    <View style={styles.gap}>
      <ScrollView
        horizontal
        style={styles.strip}
        contentContainerStyle={styles.chips}
        showsHorizontalScrollIndicator={false}
      >
        {bench.engine.cylinders.map((id) => {
          const kept = pad.counting.findLast(({ figures }) => figures.cylinder === id)?.figures;
          const lost = kept && leakPercent(kept);
          const here = id === pad.cylinder;
          return (
            <TouchableRipple
              key={id}
              borderless
              role="button"
              aria-pressed={here}
              onPress={() => pad.select(id)}
              style={[
                styles.chip,
                { backgroundColor: c.plate, borderColor: here ? c.amber : c.line, borderWidth: here ? 4 : LINE },
              ]}
            >
              <View style={styles.stacked}>
                <Label colour="ink" lines={1}>{`Cyl ${id}`}</Label>
                <Figure style={styles.small} colour={kept ? 'ink' : 'dim'}>
                  {lost === undefined ? (here ? 'now' : '·') : `${lost.toFixed(0)} %`}
                </Figure>
              </View>
            </TouchableRipple>
          );
        })}
      </ScrollView>
      <View style={styles.turn}>
        {pad.turn ? (
          <CrankTurn degrees={pad.turn.degrees} rotation={pad.rotation} cylinder={pad.turn.cylinder} />
        ) : null}
        <Label colour="onGroundDim" style={styles.grow}>
          {pad.turn
            ? `Cyl ${pad.cylinder} up now. Next ${pad.turn.cylinder}: turn ${pad.turn.degrees}°` +
              `${pad.turn.ifEven ? ' if it fires evenly' : ''}, ` +
              `${pad.rotation ?? 'its own way round'}`
            : 'Zero it with the hose blocked'}
        </Label>
        <Button
          kind={pad.draft.zeroed ? 'main' : 'ground'}
          tall={false}
          pressed={pad.draft.zeroed === true}
          onPress={() => {
            if (!pad.draft.zeroed) pad.zero();
          }}
          label="Zeroed with the hose blocked"
        >
          Zeroed
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  strip: { flexGrow: 0, flexShrink: 0 },
  chips: { gap: 6, flexGrow: 1 },
  chip: {
    borderRadius: RADIUS,
    minHeight: TOUCH.least + 2,
    minWidth: TOUCH.least,
    flexGrow: 1,
    flexBasis: 0,
    justifyContent: 'center',
  },
  stacked: { alignItems: 'center' },
  small: { fontSize: 14, lineHeight: 18 },
  turn: { flexDirection: 'row', gap: 10, alignItems: 'center' },
  grow: { flexGrow: 1, flexShrink: 1 },
});
