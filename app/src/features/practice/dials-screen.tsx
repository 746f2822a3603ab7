import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useDraft } from '@/data/draft';
import { useSignedIn } from '@/data/session';
import { Button } from '@/ui/button';
import { Dial } from '@/ui/dial';
import { Field } from '@/ui/field';
import { useRoom } from '@/ui/pad/room';
import { Plate } from '@/ui/plate';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { Figure, Label, Strong, Title, Words } from '@/ui/words';
import type { PracticeAnswers } from '@/workers/practice.worker';
import { useAsk } from './use-practice';

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

function Round({ dials, onAgain }: { dials: Dials; onAgain(): void }) {
  const { person } = useSignedIn();
  const { tight } = useRoom();
  const [best, setBest] = useDraft<Best | null>(`practice.dials.${person.id}`, null);
  const [read, setRead] = useState<readonly Read[]>([]);
  const [typed, setTyped] = useState('');
  const [error, setError] = useState<string>();
  const [since, setSince] = useState(() => performance.now());
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
              <Words style={styles.grow}>{well ? 'right' : `it stood at ${task.at}`}</Words>
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
    const said = Number(typed.replace(',', '.'));
    if (typed.trim() === '' || !Number.isFinite(said)) {
      setError('must be a number');
      return;
    }
    const one = { said, right: said >= around.from && said <= around.to, seconds: (performance.now() - since) / 1000 };
    const all = [...read, one];
    setRead(all);
    setTyped('');
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
              {last.right ? 'Right' : `It stood at ${dials[read.length - 1]?.task.at ?? ''}`}
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
      />
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
