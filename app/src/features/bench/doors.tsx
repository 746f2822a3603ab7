import type { Bench } from '@rugged/contract';
import { countingReadings, latestOf, readingsOfKind } from '@rugged/contract/bench';
import type { State } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { jobPlaces } from '@/bench/job-places';
import { stageOf, tellStage } from '@/bench/stage';
import type { Verdict } from '@/data/judged';
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
  const state = (of: State | undefined, none: string) => (of ? STATE_WORD[of].toLowerCase() : none);
  const stage = stageOf(bench);
  const words: Readonly<Record<string, string>> = {
    findings: state(judgement?.engine.state, 'not yet'),
    decide: latestOf(bench.decisions)?.chosen ?? 'not yet',
    pages: stage ? tellStage(stage) : count(bench.pages.length, 'page', 'none yet'),
    compression: read('compression'),
    leakdown: read('leakdown'),
    crankcase: state(judgement?.crankcase?.state, 'not done'),
    'other-gauges': count(others, 'test', 'none yet'),
    tests: count(tests.length, 'test', 'none yet'),
    notes: count(kept, 'note', 'none yet'),
    'steps?of=quick-checks': bench.ticks.some(({ procedure }) => procedure === 'quick-checks') ? 'begun' : 'not done',
    leads: engine.firingOrder ? 'order known' : 'order not entered',
    steps: signed === 0 ? 'none signed' : `${count(signed, 'list', '')} signed`,
    teardown: outcomes.length > 0 ? 'opened' : 'not opened',
    history: job.status === 'closed' ? 'closed' : 'written down',
  };
  return [
    ...jobPlaces(bench).map(({ title, at }) => ({
      title,
      word: words[at] ?? '',
      open: () => router.push(`/jobs/${job.id}/${at}`),
    })),
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
