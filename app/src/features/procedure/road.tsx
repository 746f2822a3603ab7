import { minutesLeft } from '@rugged/core/procedure';
import type { Engine } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import type { ProcedureInHand } from '@/bench/use-procedure';
import { useColours } from '@/ui/theme';
import { Words } from '@/ui/words';

interface Props {
  hand: ProcedureInHand;
  engine: Engine;
  /** The step in hand. */
  at: string | undefined;
}

/** The whole way: what is done, what was skipped, where one is, what is ahead, and about how long it takes. */
export function Road({ hand: { procedure, marks }, engine, at }: Props) {
  const c = useColours();
  const { steps, name } = procedure;
  const count = (mark: 'done' | 'skipped') => steps.filter(({ id }) => marks.get(id)?.mark === mark).length;
  const [done, skipped] = [count('done'), count('skipped')];
  const ahead = steps.length - done - skipped;
  const minutes = minutesLeft(name, engine, steps.length, ahead);
  const words = [
    `${done} done`,
    ...(skipped > 0 ? [`${skipped} skipped`] : []),
    `${ahead} ahead`,
    ...(minutes === undefined || ahead === 0 ? [] : [`about ${minutes} min left`]),
  ].join(', ');
  return (
    <View style={styles.road} role="img" aria-label={words}>
      <View style={styles.way}>
        {steps.map(({ id }) => {
          const mark = marks.get(id)?.mark;
          const here = id === at;
          return (
            <View
              key={id}
              style={[
                styles.stone,
                { borderColor: here ? c.amber : c.onGroundDim },
                mark === 'done' && { backgroundColor: c.onGround, borderColor: here ? c.amber : c.onGround },
                mark === 'skipped' && styles.skipped,
                here && styles.here,
              ]}
            />
          );
        })}
      </View>
      <Words colour="onGroundDim" style={styles.words}>
        {words}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  road: { gap: 3 },
  way: { flexDirection: 'row', gap: 3, alignItems: 'center', height: 12 },
  stone: { flex: 1, height: 8, borderWidth: 1.5, borderRadius: 3, maxWidth: 40 },
  skipped: { borderStyle: 'dashed' },
  here: { height: 12, borderWidth: 3 },
  words: { fontSize: 14, lineHeight: 16 },
});
