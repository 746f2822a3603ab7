import type { Bench } from '@rugged/contract';
import { useState } from 'react';
import { MoveSheet } from '@/bench/move-sheet';
import { leakPercent } from '@/bench/leak-percent';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { useRoom } from '@/ui/pad/room';
import { Plate } from '@/ui/plate';
import { StateMark } from '@/ui/state-mark';
import { Figure, Strong, Words } from '@/ui/words';
import { leakErrorWords } from './leak-draft';
import { turnWords } from './turn-row';
import type { LeakdownPad as Pad } from './use-leakdown-pad';

/** What this reading says, said while it is typed. */
export function SaysPlate({ bench, pad }: { bench: Bench; pad: Pad }) {
  const [moving, setMoving] = useState(false);
  const { typed, error, refused, lastKept, judged } = pad;
  const { tight } = useRoom();
  const wrong = error ?? refused;
  if (wrong) {
    return (
      <Plate hand style={styles.kept}>
        <View role="alert" style={styles.grow}>
          <Strong colour="rust">{leakErrorWords(wrong)}</Strong>
        </View>
      </Plate>
    );
  }
  if (!typed.ok && lastKept) {
    const { figures } = lastKept;
    return (
      <Plate style={styles.kept}>
        <View role="status" style={styles.grow}>
          <Words>
            {'Kept '}
            <Figure>{`${leakPercent(figures).toFixed(0)} %`}</Figure>
            {` for cyl ${figures.cylinder}.`}
          </Words>
        </View>
        {bench.engine.cylinders.length > 1 ? (
          <Button
            onPress={() => setMoving(true)}
            label={`Not cyl ${figures.cylinder}`}
          >{`Not ${figures.cylinder}`}</Button>
        ) : null}
        <Button icon="undo-variant" onPress={() => pad.takeBack(lastKept)}>
          Undo
        </Button>
        {moving ? (
          <MoveSheet bench={bench} reading={lastKept} onMoved={pad.select} onClose={() => setMoving(false)} />
        ) : null}
      </Plate>
    );
  }
  if (!typed.ok || !judged?.leakage) return <Hint pad={pad} />;
  const telling = judged.reasons.find(
    ({ rule }) => rule.startsWith('leak') || rule === 'wrong-stroke-suspected' || rule === 'crank-turned',
  );
  const { leakage } = judged;
  // What is no plain figure against its limits is told whole; the rest in its figures where there is little room.
  const plain = telling === undefined || telling.rule.startsWith('leak-');
  const wrongStroke = telling?.rule === 'wrong-stroke-suspected';
  return (
    <Plate hand={wrongStroke} style={tight ? styles.low : styles.verdict}>
      <View style={styles.figures}>
        <Figure style={styles.percent}>{typed.percent.toFixed(0)}</Figure>
        <Words style={styles.sign}>%</Words>
        <StateMark state={leakage.state} size={18} />
        {tight && plain ? (
          <Words colour="dim" style={styles.small}>
            {`± ${leakage.plusMinusPercent.toFixed(0)}` +
              (leakage.holeMm === undefined ? '' : `, a ${leakage.holeMm.toFixed(2)} mm hole`)}
          </Words>
        ) : null}
      </View>
      {tight && plain ? (
        <Words colour="dim" style={styles.small}>
          {`Sound to ${leakage.limits.sound} %, a fault from ${leakage.limits.fault} %.`}
        </Words>
      ) : (
        <Words style={tight ? styles.small : styles.said}>{telling ? telling.text : ''}</Words>
      )}
      {wrongStroke ? (
        <Button onPress={() => pad.act({ do: 'confirm-tdc' })} label="It is at the top of compression">
          It is at the top
        </Button>
      ) : null}
    </Plate>
  );
}

/** What comes before a figure: how far to turn where nothing shows it above, and what to enter. */
function Hint({ pad }: { pad: Pad }) {
  const { tight } = useRoom();
  return (
    <Plate style={tight ? styles.low : styles.verdict}>
      {tight && pad.turn ? <Words style={styles.small}>{turnWords(pad)}</Words> : null}
      <Words colour="dim" style={tight ? styles.small : styles.grow}>
        {pad.draft.percent
          ? 'Let the needle rest, then enter the percent it says is lost.'
          : 'Let the needle rest, then enter what goes in and what is held.'}
      </Words>
    </Plate>
  );
}

const styles = StyleSheet.create({
  percent: { fontSize: 22 },
  sign: { marginLeft: -8 },
  figures: { flexDirection: 'row', alignItems: 'center', gap: 10, flexWrap: 'wrap' },
  verdict: { gap: 4, paddingVertical: 7, minHeight: 54, flexGrow: 1, flexShrink: 1 },
  low: { gap: 2, paddingVertical: 4, paddingHorizontal: 10, flexGrow: 1, justifyContent: 'center' },
  kept: { flexDirection: 'row', alignItems: 'center', gap: 10, paddingVertical: 4, flexGrow: 1 },
  said: { lineHeight: 19, fontSize: 15.5 },
  small: { lineHeight: 17, fontSize: 14.5 },
  grow: { flexGrow: 1, flexShrink: 1 },
});
