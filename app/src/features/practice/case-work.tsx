import { useState } from 'react';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { KIND_OF_ENGINE, parts } from '@rugged/core';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Columns } from '@/ui/columns';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Sheet } from '@/ui/sheet';
import { WIDE } from '@/ui/tokens';
import { Figure, Label, Strong, Words } from '@/ui/words';
import { AirBay } from './air-bay';
import { AnswerPlate } from './answer-plate';
import { CaseBay } from './case-bay';
import { CrankBay } from './crank-bay';
import { GetReady } from './get-ready';
import { guideOf } from './guide';
import { GuidePlate } from './guide-plate';
import { LookBay } from './look-bay';
import { useBill } from './owner-plate';
import { SeenList } from './seen-list';
import { isWhole, type Thought } from './thought';
import { TradeWords } from './trade-words';
import type { PracticeCase, Worked } from './use-practice';
import { LEVEL_WORDS, SAYS, STEP_WORDS } from './words';

type Bay = 'ready' | 'crank' | 'air' | 'case' | 'look';
const BAY_WORDS: Readonly<Record<Bay, string>> = {
  ready: 'Get ready',
  crank: 'Crank',
  air: 'Air',
  case: 'Case',
  look: 'Look',
};

/** The places of the hands that this cart and this engine have. */
const baysOf = ({ of: { rule }, testings }: Worked): Bay[] => [
  ...(rule.ready ? [] : (['ready'] as const)),
  'crank',
  ...(testings.includes('air') ? (['air'] as const) : []),
  ...(testings.includes('case') ? (['case'] as const) : []),
  ...(rule.ready ? [] : (['look'] as const)),
];

interface Props {
  of: PracticeCase;
  worked: Worked;
  thought: Thought;
  onThink(thought: Thought): void;
  answering: boolean;
  onAnswer(): void;
  onBack(): void;
}

/** The engine under the hands. On a wide screen what is thought of it stands beside it. */
export function CaseWork({ of, worked, thought, onThink, answering, onAnswer, onBack }: Props) {
  const wide = useWindowDimensions().width >= WIDE;
  const { level, complaint, job, hours, money } = worked.of;
  const { engine } = job;
  const bays = baysOf(worked);
  const [bay, setBay] = useState<Bay>(bays[0] ?? 'crank');
  const [thinking, setThinking] = useState(false);
  const [cylinder, setCylinder] = useState<string>();
  const [hint, setHint] = useState<string>();
  const bill = useBill(of, worked, thought);
  const id = cylinder ?? engine.cylinders[0] ?? '';
  const thinks = wide || thinking;
  const guided = guideOf(worked, thought, { cylinder: id, answering: thinking });
  const toCylinder = (next: string) => {
    setThinking(false);
    setCylinder(next);
  };
  const ask = async () => {
    await of.perform({ do: 'hint' });
    const step = await of.ask({ ask: 'hint' });
    const which = step?.cylinder === undefined || engine.cylinders.length < 2 ? '' : ` Cylinder ${step.cylinder}.`;
    setHint(
      step ? `${STEP_WORDS[step.test] ?? 'Look at the test itself.'}${which}` : 'You have seen enough: say what it is.',
    );
  };
  const at = { of, worked, cylinder: id, onCylinder: setCylinder };
  return (
    <Screen
      title={LEVEL_WORDS[level].title}
      under={`“${SAYS[complaint]}”`}
      onBack={onBack}
      wide
      foot={
        <View style={styles.foot}>
          <Button kind="ground" onPress={() => void ask()} disabled={of.busy} tall>
            Hint
          </Button>
          {thinks ? (
            <Button
              kind="main"
              onPress={onAnswer}
              disabled={!isWhole(worked, thought, bill) || of.busy}
              busy={answering}
              style={styles.grow}
            >
              That is my answer
            </Button>
          ) : (
            <Button
              kind={guided?.to === 'answer' ? 'main' : 'ground'}
              onPress={() => setThinking(true)}
              style={styles.grow}
              tall
            >
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
      <Columns>
        <>
          {guided ? <GuidePlate guided={guided} onCylinder={toCylinder} /> : <First worked={worked} hide={thinking} />}
          <Papers worked={worked} />
          {bays.length > 1 ? (
            <Choice
              label="Hands"
              hideLabel
              ground
              options={bays.map((value) => ({ value, word: BAY_WORDS[value] }))}
              chosen={thinking && !wide ? undefined : bay}
              onChoose={(value) => {
                setBay(value);
                setThinking(false);
              }}
            />
          ) : null}
          {of.error === undefined ? null : (
            <Plate hand label="Not possible" style={styles.plate}>
              <Strong>{of.error}</Strong>
            </Plate>
          )}
          {thinking && !wide ? null : <Hands bay={bay} {...at} />}
          {wide ? <SeenList worked={worked} /> : null}
        </>
        <>
          {thinks ? <AnswerPlate worked={worked} thought={thought} bill={bill} onThink={onThink} /> : null}
          {thinking && !wide && bays.length === 1 ? (
            <Button kind="ground" onPress={() => setThinking(false)}>
              Back to the gauge
            </Button>
          ) : null}
          {wide ? null : <SeenList worked={worked} />}
          <TradeWords engine={engine} />
        </>
      </Columns>
      <Sheet title="A hint" visible={hint !== undefined} onClose={() => setHint(undefined)}>
        <Strong>{hint ?? ''}</Strong>
        <Words colour="dim">A hint costs four points.</Words>
      </Sheet>
    </Screen>
  );
}

function Hands({ bay, ...at }: { bay: Bay } & Parameters<typeof CrankBay>[0]) {
  switch (bay) {
    case 'ready':
      return <GetReady of={at.of} worked={at.worked} />;
    case 'crank':
      return <CrankBay {...at} />;
    case 'air':
      return <AirBay {...at} />;
    case 'case':
      return <CaseBay of={at.of} worked={at.worked} />;
    case 'look':
      return <LookBay {...at} />;
  }
}

/** What is to be known beforehand, until something was done. */
function First({ worked, hide }: { worked: Worked; hide: boolean }) {
  const { engine } = worked.of.job;
  const first = LEVEL_WORDS[worked.of.level].first({ fuel: engine.fuel, coolant: parts(engine).coolant });
  if (hide || worked.work.done.length > 0 || first.length === 0) return null;
  return (
    <Plate label="How it goes" style={styles.plate}>
      {first.map((line) => (
        <Words key={line}>{line}</Words>
      ))}
    </Plate>
  );
}

const PAPER_SAYS = {
  'worn-out': '“Worn out. Rebuild it, or get another.”',
  valves: '“It is the valves. Grind them in.”',
} as const;

/** What came with the engine: another shop's paper, what it read before, its price. */
function Papers({ worked: { of } }: { worked: Worked }) {
  const { paper, money, past } = of;
  return (
    <>
      {paper ? (
        <Plate label="What the other shop wrote" style={styles.plate}>
          <Label>The other shop wrote</Label>
          <Words>{paper.figures.map((one) => `cyl ${one.cylinder} ${one.peak}`).join(', ') + ` ${paper.unit}`}</Words>
          <Strong>{PAPER_SAYS[paper.says]}</Strong>
        </Plate>
      ) : null}
      {past ? (
        <Plate label="What it read before" style={styles.plate}>
          <Label>{`At ${past.hours} h it read`}</Label>
          <Words>{past.figures.map((one) => `cyl ${one.cylinder} ${one.peak}`).join(', ') + ` ${past.unit}`}</Words>
        </Plate>
      ) : null}
      {money.price === undefined ? null : (
        <Plate label="For sale" style={styles.plate}>
          <Strong>{`They ask ${money.price}. Running it is worth ${money.valueRunning}.`}</Strong>
        </Plate>
      )}
    </>
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
      <Label lines={1}>{name}</Label>
      <Figure style={styles.figure}>{figure}</Figure>
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 6 },
  figures: { flexDirection: 'row', gap: 8 },
  small: {
    flexGrow: 1,
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    paddingVertical: 4,
    paddingHorizontal: 8,
    gap: 6,
  },
  figure: { fontSize: 20 },
  foot: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1 },
});
