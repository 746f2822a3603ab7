import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { KIND_OF_ENGINE } from '@rugged/core';
import { useSignedIn } from '@/data/session';
import { newId } from '@/data/new-id';
import { useDraft } from '@/data/draft';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Plate } from '@/ui/plate';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { Sheet } from '@/ui/sheet';
import { Figure, Label, Strong, Words } from '@/ui/words';
import type { PracticeAnswers } from '@/workers/practice.worker';
import { AirBay } from './air-bay';
import { AnswerPlate, answerOf, isWhole, NO_THOUGHT, type Thought } from './answer-plate';
import { CaseBay } from './case-bay';
import { CrankBay } from './crank-bay';
import { GetReady } from './get-ready';
import { LookBay } from './look-bay';
import { OpenedPlates } from './opened-plate';
import { keepResult } from './results';
import { SeenList } from './seen-list';
import { TradeWords } from './trade-words';
import { usePracticeCase, type Worked } from './use-practice';
import { LEVEL_WORDS, SAYS, STEP_WORDS } from './words';

type Bay = 'ready' | 'crank' | 'air' | 'case' | 'look' | 'answer';
const BAY_WORDS: Readonly<Record<Exclude<Bay, 'answer'>, string>> = {
  ready: 'Get ready',
  crank: 'Crank',
  air: 'Air',
  case: 'Case',
  look: 'Look',
};

/** The places of the hands that this cart and this engine have. */
const baysOf = ({ of: { rule, job } }: Worked): Exclude<Bay, 'answer'>[] => [
  ...(rule.ready ? [] : (['ready'] as const)),
  'crank',
  ...(rule.cart.includes('leakdown-tester') ? (['air'] as const) : []),
  ...(rule.cart.includes('crankcase-kit') && job.engine.cycle === 'two-stroke' ? (['case'] as const) : []),
  ...(rule.ready ? [] : (['look'] as const)),
];

/** One engine to work on, from what its owner says to its opened parts. */
export function PracticeCaseScreen() {
  const { name = '' } = useLocalSearchParams<{ name: string }>();
  return <CaseOf key={name} name={name} />;
}

function CaseOf({ name }: { name: string }) {
  const router = useRouter();
  const { person } = useSignedIn();
  const of = usePracticeCase(name);
  const [bay, setBay] = useState<Bay>();
  const [cylinder, setCylinder] = useState<string>();
  const [thought, setThought] = useDraft<Thought>(`practice.thought.${person.id}.${name}`, NO_THOUGHT);
  const [marked, setMarked] = useState<PracticeAnswers['mark']>();
  const [answering, setAnswering] = useState(false);
  const [hint, setHint] = useState<string>();
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
  const { rule, level, complaint, job, hours, paper, money } = worked.of;
  const { engine } = job;
  const bays = baysOf(worked);
  const here = bay ?? bays[0] ?? 'crank';
  const id = cylinder ?? engine.cylinders[0] ?? '';
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
  const ask = async () => {
    await of.perform({ do: 'hint' });
    const step = await of.ask({ ask: 'hint' });
    const which = step?.cylinder == null || engine.cylinders.length < 2 ? '' : ` Cylinder ${step.cylinder}.`;
    setHint(
      step ? `${STEP_WORDS[step.test] ?? 'Look at the test itself.'}${which}` : 'You have seen enough: say what it is.',
    );
  };
  const again = () => {
    setMarked(undefined);
    setBay(undefined);
    of.again();
  };
  if (marked)
    return (
      <Screen
        key="opened"
        title={LEVEL_WORDS[level].title}
        under={name}
        onBack={back}
        foot={
          <View style={styles.foot}>
            <Button kind="ground" onPress={again} style={styles.grow} tall>
              Try it again
            </Button>
            <Button kind="main" onPress={back} style={styles.grow}>
              More cases
            </Button>
          </View>
        }
      >
        <OpenedPlates worked={worked} marked={marked} />
      </Screen>
    );
  const first = LEVEL_WORDS[level].first;
  return (
    <Screen
      title={LEVEL_WORDS[level].title}
      under={`“${SAYS[complaint]}”`}
      onBack={back}
      foot={
        <View style={styles.foot}>
          <Button kind="ground" onPress={() => void ask()} disabled={of.busy} tall>
            Hint
          </Button>
          {here === 'answer' ? (
            <Button
              kind="main"
              onPress={() => void answer()}
              disabled={!isWhole(worked, thought) || of.busy}
              busy={answering}
              style={styles.grow}
            >
              That is my answer
            </Button>
          ) : (
            <Button kind="ground" onPress={() => setBay('answer')} style={styles.grow} tall>
              Say what it is
            </Button>
          )}
        </View>
      }
    >
      <View style={styles.figures}>
        <Small name="Minutes" figure={String(Math.round(worked.work.minutes))} />
        <Small
          name="Bill"
          figure={String(Math.round(worked.work.spent + (worked.work.minutes / 60) * money.labourRatePerHour))}
        />
        <Small name="Your odds" figure={oddsWords(thought)} />
      </View>
      <Words colour="onGroundDim">{`${engineWords(worked)}, ${hours} h`}</Words>
      {worked.work.done.length === 0 && first.length > 0 && here !== 'answer' ? (
        <Plate label="How it goes" style={styles.plate}>
          {first.map((line) => (
            <Words key={line}>{line}</Words>
          ))}
        </Plate>
      ) : null}
      {paper ? (
        <Plate label="What the other shop wrote" style={styles.plate}>
          <Label>The other shop wrote</Label>
          <Words>{paper.figures.map((one) => `cyl ${one.cylinder} ${one.peak}`).join(', ') + ` ${paper.unit}`}</Words>
          <Strong>{paper.says === 'worn-out' ? '“Worn out, not worth mending.”' : '“Compression is good.”'}</Strong>
        </Plate>
      ) : null}
      {money.price === undefined ? null : (
        <Plate label="For sale" style={styles.plate}>
          <Strong>{`They ask ${money.price}. Running it is worth ${money.valueRunning}.`}</Strong>
        </Plate>
      )}
      <Choice
        label="Hands"
        hideLabel
        ground
        options={bays.map((value) => ({ value, word: BAY_WORDS[value] }))}
        chosen={here === 'answer' ? undefined : here}
        onChoose={(value) => setBay(value)}
      />
      {of.error === undefined ? null : (
        <Plate hand label="Not possible" style={styles.plate}>
          <Strong>{of.error}</Strong>
        </Plate>
      )}
      {here === 'ready' ? <GetReady of={of} worked={worked} /> : null}
      {here === 'crank' ? <CrankBay of={of} worked={worked} cylinder={id} onCylinder={setCylinder} /> : null}
      {here === 'air' ? <AirBay of={of} worked={worked} cylinder={id} onCylinder={setCylinder} /> : null}
      {here === 'case' ? <CaseBay of={of} worked={worked} /> : null}
      {here === 'look' ? <LookBay of={of} worked={worked} cylinder={id} onCylinder={setCylinder} /> : null}
      {here === 'answer' ? <AnswerPlate worked={worked} thought={thought} onThink={setThought} /> : null}
      <SeenList worked={worked} />
      <TradeWords engine={engine} />
      <Sheet title="A hint" visible={hint !== undefined} onClose={() => setHint(undefined)}>
        <Strong>{hint ?? ''}</Strong>
        <Words colour="dim">A hint costs four points.</Words>
      </Sheet>
    </Screen>
  );
}

function engineWords({ of: { job, kind } }: Worked): string {
  const many = job.engine.cylinders.length;
  return `${KIND_OF_ENGINE[kind]}${many > 2 ? `, ${many} cylinders` : ''}`;
}

const oddsWords = ({ said }: Thought): string => {
  const sure = Object.values(said).filter(({ finding }) => finding !== 'sound');
  return sure.length === 0 ? '–' : sure.map(({ p }) => String(Math.round(100 * p))).join(' ');
};

function Small({ name, figure }: { name: string; figure: string }) {
  return (
    <Plate style={styles.small}>
      <Label>{name}</Label>
      <Figure style={styles.figure}>{figure}</Figure>
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 6 },
  figures: { flexDirection: 'row', gap: 8 },
  small: { flex: 1, paddingVertical: 6 },
  figure: { fontSize: 22 },
  foot: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1 },
});
