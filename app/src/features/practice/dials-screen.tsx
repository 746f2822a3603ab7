import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useDraft } from '@/data/draft';
import { useSignedIn } from '@/data/session';
import { Button } from '@/ui/button';
import { Dial } from '@/ui/dial';
import { Field } from '@/ui/field';
import { typedNumber } from '@/ui/format';
import { useRoom } from '@/ui/pad/room';
import { Plate } from '@/ui/plate';
import { Range } from '@/ui/range';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { Figure, Label, Strong, Title, Words } from '@/ui/words';
import type { PracticeAnswers } from '@/workers/practice.worker';
import { useAsk } from './practice-worker';

type Dials = PracticeAnswers['dials'];
interface Read {
  said: number;
  right: boolean;
  seconds: number;
}
interface Best {
  right: number;
  seconds: number;
}

/** So far to either side the head goes, in steps, and so far a step moves what is seen. */
const HEAD = 10;
const SHIFT = 4;
const headWords = (off: number): string =>
  off === 0
    ? 'the needle covers its image'
    : off < 0
      ? 'the needle stands left of its image'
      : 'the needle stands right of its image';

/** Ten dials, one after the other, against the clock: to half a division, and on. */
export function DialsScreen() {
  const router = useRouter();
  const ask = useAsk();
  const [round, setRound] = useState(0);
  const [dials, setDials] = useState<Dials>();
  const [error, setError] = useState<string>();
  useEffect(() => {
    let mine = true;
    ask({ ask: 'dials', chance: Math.random() }).then(
      (found) => {
        if (mine) setDials(found);
      },
      (refused: Error) => setError(refused.message),
    );
    return () => {
      mine = false;
    };
  }, [ask, round]);
  const back = () => router.navigate('/practice');
  return (
    <Screen title="Ten dials" under="To half a division" onBack={back}>
      {error !== undefined ? (
        <Empty icon="alert-outline" title="It did not start" words={error} button="Back" onPress={back} />
      ) : dials ? (
        <Round
          key={round}
          dials={dials}
          onAgain={() => {
            setDials(undefined);
            setRound(round + 1);
          }}
        />
      ) : (
        <Waiting what="Dials" />
      )}
    </Screen>
  );
}

const figureOf = (at: number) => String(Number(at.toFixed(2)));

function Round({ dials, onAgain }: { dials: Dials; onAgain(): void }) {
  const { person } = useSignedIn();
  const { tight } = useRoom();
  const [best, setBest] = useDraft<Best | null>(`practice.dials.${person.id}`, null);
  const [read, setRead] = useState<readonly Read[]>([]);
  const [typed, setTyped] = useState('');
  const [error, setError] = useState<string>();
  const [since, setSince] = useState(() => performance.now());
  const [head, setHead] = useState(0);
  const dial = dials[read.length];
  const right = read.filter((one) => one.right).length;
  const seconds = read.reduce((sum, one) => sum + one.seconds, 0);
  if (!dial)
    return (
      <Plate label="How it went" style={styles.plate}>
        <Title>{`${right} of ${dials.length} right`}</Title>
        <Words>{`${(seconds / dials.length).toFixed(1)} seconds each.`}</Words>
        {best ? (
          <Words colour="dim">{`Your best: ${best.right} right, ${best.seconds.toFixed(1)} seconds each.`}</Words>
        ) : null}
        {read.map(({ said, right: well }, i) => {
          const { task } = dials[i] as Dials[number];
          return (
            <View key={i} style={styles.row}>
              <Figure style={styles.figure} colour={well ? 'moss' : 'rust'}>
                {String(said)}
              </Figure>
              <Words style={styles.grow}>{well ? 'right' : `it stood at ${figureOf(task.at)}`}</Words>
              <Words colour="dim">{task.unit}</Words>
            </View>
          );
        })}
        <Button kind="main" onPress={onAgain}>
          Ten more
        </Button>
      </Plate>
    );
  const { task, right: around } = dial;
  const say = () => {
    const said = typedNumber(typed);
    if (typeof said !== 'number') {
      setError('must be a number');
      return;
    }
    const one = { said, right: said >= around.from && said <= around.to, seconds: (performance.now() - since) / 1000 };
    const all = [...read, one];
    setRead(all);
    setTyped('');
    setHead(0);
    setError(undefined);
    setSince(performance.now());
    if (all.length < dials.length) return;
    const now = {
      right: all.filter((each) => each.right).length,
      seconds: all.reduce((sum, each) => sum + each.seconds, 0) / all.length,
    };
    if (!best || now.right > best.right || (now.right === best.right && now.seconds < best.seconds)) setBest(now);
  };
  const last = read.at(-1);
  return (
    <Plate label="Dial" style={styles.plate}>
      <View style={styles.row}>
        <Label style={styles.grow}>{`${read.length + 1} of ${dials.length}`}</Label>
        <View role="status">
          {last ? (
            <Strong colour={last.right ? 'moss' : 'rust'}>
              {last.right ? 'Right' : `It stood at ${figureOf(dials[read.length - 1]?.task.at ?? 0)}`}
            </Strong>
          ) : null}
        </View>
      </View>
      <Dial
        shape="bare"
        maxWidth={tight ? 280 : 340}
        figure={task.at}
        shown=""
        unit={task.unit}
        fullScale={task.fullScale}
        {...(task.straight === 0 ? {} : { aside: SHIFT * (head - task.straight) })}
      />
      {task.straight === 0 ? null : (
        <View>
          <Words>You see it from aside. Move your head until the needle covers its image in the mirror.</Words>
          <Range
            label="Your head"
            value={head}
            from={-HEAD}
            to={HEAD}
            step={1}
            says={headWords(head - task.straight)}
            onChange={setHead}
          />
        </View>
      )}
      <Field
        key={read.length}
        label={`What it reads, ${task.unit}`}
        value={typed}
        onChange={setTyped}
        keyboard="decimal-pad"
        figures
        autoFocus
        error={error}
        onSubmit={say}
      />
      <Button kind="main" onPress={say}>
        Next
      </Button>
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 12, minHeight: 24 },
  grow: { flex: 1 },
  figure: { fontSize: 20, minWidth: 90 },
});
