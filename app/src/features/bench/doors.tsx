import type { Bench } from '@rugged/contract';
import { countingReadings, readingsOfKind } from '@rugged/contract/bench';
import { KINDS } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import type { Verdict } from '@/data/jobs';
import { STATE_WORD } from '@/ui/state-mark';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS, TOUCH } from '@/ui/tokens';
import { Strong, Words } from '@/ui/words';
import { RepairSheet } from './repair-sheet';

interface Behind {
  title: string;
  word: string;
  open(): void;
}

/** What else there is on this job, each with a word on what is behind it. */
export function Doors({ bench, verdict }: { bench: Bench; verdict: Verdict }) {
  const [repairing, setRepairing] = useState(false);
  const doors = useDoors(bench, verdict, () => setRepairing(true));
  return (
    <View role="region" aria-label="On this job" style={styles.doors}>
      {doors.map((door) => (
        <Door key={door.title} {...door} />
      ))}
      {doors.length % 2 === 1 ? <View style={styles.filler} /> : null}
      {repairing ? <RepairSheet bench={bench} onClose={() => setRepairing(false)} /> : null}
    </View>
  );
}

const count = (n: number, one: string, none: string) => (n === 0 ? none : `${n} ${one}${n === 1 ? '' : 's'}`);

function useDoors(bench: Bench, verdict: Verdict, repair: () => void): Behind[] {
  const router = useRouter();
  const { job, engine, notes, signatures, repairs, outcomes, tests, books } = bench;
  const go = (place: string) => () => router.push(`/jobs/${job.id}/${place}`);
  const counting = countingReadings(bench.readings);
  const read = (kind: 'compression' | 'leakdown') => {
    const some = new Set(readingsOfKind(counting, kind).map(({ figures }) => figures.cylinder));
    return some.size === 0 ? 'not done' : `${some.size} of ${engine.cylinders.length} read`;
  };
  const judgement = verdict.ok ? verdict.judgement : undefined;
  const withdrawn = new Set(notes.flatMap(({ supersedes }) => supersedes ?? []));
  const kept = notes.filter(({ id, withdrawn: gone }) => !gone && !withdrawn.has(id)).length;
  const others = tests.filter(({ kind }) => !['compression', 'leakdown', 'crankcase'].includes(kind)).length;
  const signed = new Set(signatures.map(({ procedure }) => procedure)).size;
  const repaired = repairs.at(-1)?.what;
  const several = engine.fuel === 'petrol' && engine.cylinders.length > 1;
  return [
    {
      title: 'Findings',
      word: judgement ? STATE_WORD[judgement.engine.state].toLowerCase() : 'not yet',
      open: go('findings'),
    },
    { title: 'Compression', word: read('compression'), open: go('compression') },
    { title: 'Leak-down', word: read('leakdown'), open: go('leakdown') },
    ...(KINDS.crankcase.suits(engine)
      ? [
          {
            title: 'Crankcase',
            word: judgement?.crankcase ? STATE_WORD[judgement.crankcase.state].toLowerCase() : 'not done',
            open: go('crankcase'),
          },
        ]
      : []),
    { title: 'Other gauges', word: count(others, 'test', 'none yet'), open: go('other-gauges') },
    { title: 'Tests so far', word: count(tests.length, 'test', 'none yet'), open: go('tests') },
    {
      title: engine.fuel === 'diesel' ? 'Notes' : 'Notes and plugs',
      word: count(kept, 'note', 'none yet'),
      open: go('notes'),
    },
    {
      title: 'Quick checks',
      word: bench.ticks.some(({ procedure }) => procedure === 'quick-checks') ? 'begun' : 'not done',
      open: go('steps?of=quick-checks'),
    },
    ...(several
      ? [{ title: 'Leads', word: engine.firingOrder ? 'order known' : 'order not entered', open: go('leads') }]
      : []),
    {
      title: 'All steps',
      word: count(signed, 'list signed', 'none signed').replace('signeds', 'signed'),
      open: go('steps'),
    },
    { title: 'Teardown', word: outcomes.length > 0 ? 'opened' : 'not opened', open: go('teardown') },
    { title: 'Repaired', word: repaired ?? 'nothing yet', open: repair },
    {
      title: 'Engine sheet',
      word: count(books.length, 'book', 'no book'),
      open: () => router.push(`/engines/${engine.id}/sheet`),
    },
  ];
}

function Door({ title, word, open }: Behind) {
  const c = useColours();
  return (
    <TouchableRipple
      role="button"
      onPress={open}
      style={[styles.door, { backgroundColor: c.plate, borderColor: c.line }]}
    >
      <View>
        <Strong lines={1}>{title}</Strong>
        <Words colour="dim" style={styles.word} lines={1}>
          {word}
        </Words>
      </View>
    </TouchableRipple>
  );
}

const styles = StyleSheet.create({
  doors: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  door: {
    flexGrow: 1,
    flexBasis: '48%',
    minHeight: TOUCH.least,
    borderWidth: LINE,
    borderRadius: RADIUS,
    paddingHorizontal: 10,
    paddingVertical: 3,
    justifyContent: 'center',
  },
  filler: { flexGrow: 1, flexBasis: '48%' },
  word: { fontSize: 14, lineHeight: 17 },
});
