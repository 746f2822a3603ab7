import { type Amendment, amendmentsOf, asClosed, type Bench, toTest } from '@rugged/contract/bench';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { judgeOnce } from '@/data/judged';
import { useSignedIn } from '@/data/session';
import { dayAndTime } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { STATE_WORD } from '@/ui/state-mark';
import { useColours } from '@/ui/theme';
import { Figure, Label, Strong, Words } from '@/ui/words';
import { RECORD_WORD } from './record-words';
import { runFigures } from './test-kinds';

/** What was added to a job after it was closed, beside what it takes the place of, and what it was closed with. */
export function AmendedPlate({ bench }: { bench: Bench }) {
  const amendments = useMemo(() => amendmentsOf(bench), [bench]);
  return amendments.length > 0 ? <Amended bench={bench} amendments={amendments} /> : null;
}

function Amended({ bench, amendments }: { bench: Bench; amendments: readonly Amendment[] }) {
  const {
    person,
    shop: { unit },
  } = useSignedIn();
  const c = useColours();
  const told = useMemo(() => {
    const before = asClosed(bench);
    const [then, now] = [before && judgeOnce(before, unit), judgeOnce(bench, unit)];
    if (!then?.ok || !now.ok) return undefined;
    const word = ({ judgement }: typeof now) => STATE_WORD[judgement.engine.state].toLowerCase();
    return { then: word(then), now: word(now) };
  }, [bench, unit]);
  return (
    <Plate label="Added after it was closed">
      <Label>Added after it was closed</Label>
      {told ? (
        <Words>
          {told.then === told.now
            ? `Closed as ${told.then}, and still so.`
            : `Closed as ${told.then}; with what was added ${told.now}.`}
        </Words>
      ) : null}
      {amendments.map((one) => (
        <View key={one.id} style={[styles.one, { borderTopColor: c.line }]}>
          <View style={styles.head}>
            <Strong>{RECORD_WORD[one.what]}</Strong>
            <Figures bench={bench} of={one} />
          </View>
          <Words>{one.reason}</Words>
          <Words colour="dim" style={styles.small}>{`${one.by ?? person.name}, ${dayAndTime(one.at)}`}</Words>
        </View>
      ))}
    </Plate>
  );
}

/** The figure that stood there, struck through, and the one that stands in its place. */
function Figures({ bench, of: { reading, original } }: { bench: Bench; of: Amendment }) {
  if (!reading) return null;
  const figure = (one: typeof reading) => tellFigures(bench, one);
  return (
    <>
      {original ? <Figure style={styles.struck}>{figure(original)}</Figure> : null}
      <Figure>{reading.withdrawn ? 'taken back' : figure(reading)}</Figure>
    </>
  );
}

function tellFigures(bench: Bench, reading: Bench['readings'][number]): string {
  const test = bench.tests.find(({ id }) => id === reading.testId);
  if (!test) return '';
  return runFigures(test.kind, toTest(test, [reading]))
    .map(({ label, figure }) => `${label} ${figure}`)
    .join(', ');
}

const styles = StyleSheet.create({
  one: { borderTopWidth: 1, marginTop: 8, paddingTop: 8, gap: 2 },
  head: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', gap: 10 },
  struck: { textDecorationLine: 'line-through' },
  small: { fontSize: 15, lineHeight: 19 },
});
