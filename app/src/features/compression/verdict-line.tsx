import type { Bench } from '@rugged/contract';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { MoveSheet } from '@/bench/move-sheet';
import { shownStates } from '@/bench/shown-state';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { StateMark } from '@/ui/state-mark';
import { Figure, Strong, Words } from '@/ui/words';
import { errorWords } from './draft';
import type { CompressionPad as Pad } from './use-compression-pad';

interface Props {
  bench: Bench;
  pad: Pad;
  /** Where the state stands beside the figure already. */
  unmarked?: boolean;
}

/** What the figure says, on a plate of its own. */
export function VerdictLine(props: Props) {
  if (!props.pad.verdict.ok && !isWrong(props.pad)) return null;
  return (
    <Plate hand={isWrong(props.pad)} style={styles.plate}>
      <Said {...props} />
    </Plate>
  );
}

const isWrong = ({ error, missing }: Pad): boolean => error !== undefined || missing;
/** Something is typed that is no reading yet. */
const isTyping = ({ draft, typed }: Pad): boolean =>
  !typed.ok && (draft.peak !== '' || Boolean(draft.low) || draft.strokes.some(Boolean));

/** The state of the cylinder in hand as it would be with the figure kept; nothing while there is none to say. */
export function stateInHand(bench: Bench, pad: Pad) {
  const { verdict } = pad;
  if (!verdict.ok || isWrong(pad) || isTyping(pad)) return undefined;
  const cylinder = verdict.judgement.cylinders.find(({ id }) => id === pad.cylinder);
  if (!cylinder?.compression) return undefined;
  return pad.typed.ok
    ? cylinder.state
    : (shownStates(bench, verdict.judgement).cylinders.get(pad.cylinder) ?? cylinder.state);
}

/** What this figure says, said while it is typed. */
export function Said({ bench, pad, unmarked = false }: Props) {
  if (isWrong(pad)) {
    return (
      <View role="alert" style={styles.grow}>
        <Strong colour="rust">
          {pad.error ? errorWords(pad.error) : pad.swings ? 'Enter both ends of the swing.' : 'Enter the peak first.'}
        </Strong>
      </View>
    );
  }
  const { verdict, lastKept } = pad;
  if (!verdict.ok) return null;
  if (isTyping(pad))
    return (
      <Words colour="dim" style={styles.grow}>
        {pad.swings ? 'Both ends of the swing, then it can be judged.' : 'The peak, then it can be judged.'}
      </Words>
    );
  if (lastKept && !pad.typed.ok) return <Kept bench={bench} pad={pad} kept={lastKept} />;
  const state = stateInHand(bench, pad);
  const cylinder = verdict.judgement.cylinders.find(({ id }) => id === pad.cylinder);
  if (!cylinder?.compression || state === undefined)
    return (
      <Words colour="dim" style={styles.grow}>
        Crank until the needle stops rising. The same number of strokes on every cylinder.
      </Words>
    );
  const wetSays = pad.wet ? cylinder.reasons.find((reason) => reason.rule === 'wet-response') : undefined;
  const telling = wetSays ?? cylinder.reasons.find((reason) => TELLING.has(reason.rule)) ?? cylinder.reasons[0];
  const once = !pad.wet && (state === 'low' || state === 'dead') && cylinder.compression.attempts.of === 1;
  return (
    <>
      {unmarked ? null : <StateMark state={state} size={18} />}
      <Words style={unmarked ? styles.small : styles.said}>
        {telling?.text}
        {once ? <Strong> Test it again.</Strong> : null}
      </Words>
    </>
  );
}

/** What was kept last: taken back with a tap, or moved to the cylinder it was really read on. */
function Kept({ bench, pad, kept }: { bench: Bench; pad: Pad; kept: NonNullable<Pad['lastKept']> }) {
  const [moving, setMoving] = useState(false);
  const { figures } = kept;
  return (
    <>
      <View role="status" style={styles.grow}>
        <Words>
          {'Kept '}
          <Figure style={styles.figure}>{pad.shownIn(figures.peak, figures.unit)}</Figure>
          {` for cyl ${figures.cylinder}.`}
        </Words>
      </View>
      {bench.engine.cylinders.length > 1 ? (
        <Button onPress={() => setMoving(true)} label={`Not cyl ${figures.cylinder}`} style={styles.undo}>
          {`Not ${figures.cylinder}`}
        </Button>
      ) : null}
      <Button icon="undo-variant" onPress={() => void pad.takeBack(kept)} style={styles.undo}>
        Undo
      </Button>
      {moving ? <MoveSheet bench={bench} reading={kept} onMoved={pad.select} onClose={() => setMoving(false)} /> : null}
    </>
  );
}

/** Which reason is worth the one line there is: what goes against it first. */
const TELLING: ReadonlySet<string> = new Set([
  'under-a-tenth',
  'test-doubted',
  'attempts-disagree',
  'spread-missed',
  'misses-minimum',
  'too-close-to-minimum',
  'spread-too-close',
  'spread-watch',
  'in-lowest-band',
  'above-maximum',
]);

const styles = StyleSheet.create({
  plate: { flexDirection: 'row', alignItems: 'center', gap: 10, paddingVertical: 7, minHeight: 54 },
  grow: { flexGrow: 1, flexShrink: 1 },
  figure: { fontSize: 17 },
  said: { flex: 1, lineHeight: 19, fontSize: 15.5 },
  small: { flex: 1, lineHeight: 17, fontSize: 14.5 },
  undo: { marginVertical: -4 },
});
