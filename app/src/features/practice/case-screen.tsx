import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Level } from '@rugged/core/practice';
import { useSignedIn } from '@/data/session';
import { newId } from '@/data/new-id';
import { useDraft } from '@/data/draft';
import { Button } from '@/ui/button';
import { handOver } from '@/ui/hand-over';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { Label, Strong } from '@/ui/words';
import type { PracticeAnswers } from '@/workers/practice.worker';
import { CaseWork } from './case-work';
import { OpenedPlates } from './opened-plate';
import { useAsk } from './practice-worker';
import { keepResult, PASSED } from './results';
import { answerOf, NO_THOUGHT, type Thought } from './thought';
import { usePracticeCase } from './use-practice';
import { LEVEL_ORDER, LEVEL_WORDS } from './words';

/** One engine to work on, from what its owner says to its opened parts. */
export function PracticeCaseScreen() {
  const { name = '' } = useLocalSearchParams<{ name: string }>();
  return <CaseOf key={name} name={name} />;
}

function CaseOf({ name }: { name: string }) {
  const router = useRouter();
  const tell = useNotice();
  const { person } = useSignedIn();
  const of = usePracticeCase(name);
  const [thought, setThought] = useDraft<Thought>(`practice.thought.${person.id}.${name}`, NO_THOUGHT);
  const [marked, setMarked] = useState<PracticeAnswers['mark']>();
  const [answering, setAnswering] = useState(false);
  const back = () => router.navigate('/practice');
  const { worked } = of;
  if (!worked)
    return (
      <Screen title="Practice" onBack={back}>
        {of.error === undefined ? (
          <Waiting what="The engine is rolled in" />
        ) : (
          <Empty icon="alert-outline" title="There is no such case" words={of.error} button="Back" onPress={back} />
        )}
      </Screen>
    );
  const { rule, level } = worked.of;
  const answer = async () => {
    if (answering) return;
    setAnswering(true);
    const done = await of.ask({ ask: 'mark', answer: answerOf(worked, thought) });
    setAnswering(false);
    setMarked(done);
    of.finish();
    setThought(NO_THOUGHT);
    keepResult(person.id, {
      id: newId(),
      name,
      madeAt: new Date().toISOString(),
      total: done.marks.total,
      right: done.marks.right,
      skills: [...rule.skills],
      said: done.marks.said,
    });
  };
  if (!marked)
    return (
      <CaseWork
        of={of}
        worked={worked}
        thought={thought}
        onThink={setThought}
        answering={answering}
        onAnswer={() => void answer()}
        onBack={back}
      />
    );
  return (
    <Screen
      key="opened"
      title={LEVEL_WORDS[level].title}
      under={name}
      onBack={back}
      wide
      foot={
        <View style={styles.foot}>
          <Button
            kind="ground"
            onPress={() => {
              setMarked(undefined);
              of.again();
            }}
            style={styles.grow}
            tall
          >
            Try it again
          </Button>
          <OnTo level={level} passed={marked.marks.total >= PASSED} />
        </View>
      }
    >
      <OpenedPlates worked={worked} marked={marked} />
      <Plate label="For somebody else" style={styles.given}>
        <View style={styles.grow}>
          <Label>The same engine for somebody else</Label>
          <Strong>{name}</Strong>
        </View>
        <Button
          onPress={() =>
            void handOver(`${location.origin}/practice/${name}`, `Practice: ${name}`).then((text) => tell({ text }))
          }
        >
          Give it
        </Button>
      </Plate>
    </Screen>
  );
}

/** On with the next level for whoever passed, another of the same for whoever did not. */
function OnTo({ level, passed }: { level: Level; passed: boolean }) {
  const router = useRouter();
  const ask = useAsk();
  const next = passed ? (LEVEL_ORDER[LEVEL_ORDER.indexOf(level) + 1] ?? level) : level;
  const open = async () => {
    const { name } = await ask({ ask: 'name', level: next, chance: Math.random() });
    router.replace(`/practice/${name}`);
  };
  return (
    <Button kind="main" onPress={() => void open()} style={styles.grow}>
      {next === level ? 'Another one' : `On: ${LEVEL_WORDS[next].title}`}
    </Button>
  );
}

const styles = StyleSheet.create({
  foot: { flexDirection: 'row', gap: 8 },
  given: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  grow: { flex: 1 },
});
