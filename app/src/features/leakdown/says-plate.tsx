import { leakPercent } from '@/bench/leak-percent';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { StateMark } from '@/ui/state-mark';
import { Figure, Strong, Words } from '@/ui/words';
import { leakErrorWords } from './leak-draft';
import type { LeakdownPad as Pad } from './use-leakdown-pad';

/** What this reading says, said while it is typed. */
export function SaysPlate({ pad }: { pad: Pad }) {
  const { typed, error, refused, lastKept, judged } = pad;
  if (error ?? refused) {
    return (
      <Plate hand style={styles.verdict}>
        <View role="alert" style={styles.grow}>
          <Strong colour="rust">{error ? leakErrorWords(error) : `${refused?.field}: ${refused?.reason}.`}</Strong>
        </View>
      </Plate>
    );
  }
  if (!typed.ok && lastKept) {
    const { figures } = lastKept;
    return (
      <Plate style={styles.verdict}>
        <View role="status" style={styles.grow}>
          <Words>
            {'Kept '}
            <Figure>{`${leakPercent(figures).toFixed(0)} %`}</Figure>
            {` for cyl ${figures.cylinder}.`}
          </Words>
        </View>
        <Button icon="undo-variant" onPress={() => pad.takeBack(lastKept)}>
          Undo
        </Button>
      </Plate>
    );
  }
  if (!typed.ok || !judged?.leakage)
    return (
      <Plate style={styles.verdict}>
        <Words colour="dim" style={styles.grow}>
          Let the needle rest, then enter what goes in and what is held.
        </Words>
      </Plate>
    );
  const telling = judged.reasons.find(
    ({ rule }) => rule.startsWith('leak') || rule === 'wrong-stroke-suspected' || rule === 'crank-turned',
  );
  const wrongStroke = telling?.rule === 'wrong-stroke-suspected';
  return (
    <Plate hand={wrongStroke} style={styles.verdict}>
      <Figure style={styles.percent}>{`${typed.percent.toFixed(0)} %`}</Figure>
      <StateMark state={judged.leakage.state} size={18} />
      <Words style={styles.said} lines={4}>
        {telling ? telling.text : ''}
      </Words>
      {wrongStroke ? (
        <Button onPress={() => pad.act({ do: 'confirm-tdc' })} label="It is at the top of compression">
          It is at the top
        </Button>
      ) : null}
    </Plate>
  );
}

const styles = StyleSheet.create({
  percent: { fontSize: 22 },
  verdict: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 10,
    paddingVertical: 7,
    minHeight: 54,
    flexGrow: 1,
  },
  said: { flexGrow: 1, flexShrink: 1, flexBasis: 160, lineHeight: 19, fontSize: 15.5 },
  grow: { flexGrow: 1, flexShrink: 1 },
});
