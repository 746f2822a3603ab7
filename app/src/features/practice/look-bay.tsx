import { StyleSheet, View } from 'react-native';
import type { Look, Mend } from '@rugged/core/practice';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Label, Strong } from '@/ui/words';
import { Cylinders } from './cylinders';
import type { AtCylinder } from './use-practice';
import { LOOK_WORDS, MEND_WORDS, seenWords } from './words';

/** What can be looked at without measuring, and put right. */
export function LookBay({ of, worked, cylinder, onCylinder }: AtCylinder) {
  const { engine } = worked.of.job;
  const { done, hands } = worked.work;
  const ofTheTest: Look[] = [
    'tester',
    'adapter',
    ...(worked.pulled ? [] : (['battery'] as const)),
    ...(engine.compressionRelease === 'lever' ? (['lever'] as const) : []),
    ...(worked.testings.includes('case') ? (['rig'] as const) : []),
  ];
  const ofTheEngine: Look[] = [
    ...(engine.fuel === 'petrol' ? (['plug', 'spark'] as const) : []),
    ...(engine.cycle === 'four-stroke' ? (['valve-train'] as const) : []),
    'filter',
  ];
  const last = done.findLast(({ act }) => act.do === 'look');
  const wrong = done.flatMap(({ saw }): Mend[] =>
    saw?.saw === 'wrong' && !hands.mended.includes(saw.what) ? [saw.what] : [],
  );
  const look = (at: Look) =>
    void of.perform({ do: 'look', at, ...(at === 'plug' || at === 'valve-train' ? { cylinder } : {}) });
  const grid = (looks: readonly Look[]) => (
    <View style={styles.grid}>
      {looks.map((at) => (
        <View key={at} style={styles.cell}>
          <Button onPress={() => look(at)} disabled={of.busy} label={`Look at: ${LOOK_WORDS[at]}`}>
            {LOOK_WORDS[at]}
          </Button>
        </View>
      ))}
    </View>
  );
  return (
    <>
      {last?.saw ? (
        <Plate label="What it shows" style={styles.plate}>
          <Label>{last.act.do === 'look' ? LOOK_WORDS[last.act.at] : ''}</Label>
          <View role="status">
            <Strong>{capital(seenWords(last.saw))}</Strong>
          </View>
          {[...new Set(wrong)].map((what) => (
            <Button key={what} kind="main" tall={false} onPress={() => void of.perform({ do: 'mend', what })}>
              {MEND_WORDS[what].mend}
            </Button>
          ))}
        </Plate>
      ) : null}
      <Plate label="The test itself" style={styles.plate}>
        <Label>The test itself</Label>
        {grid(ofTheTest)}
      </Plate>
      <Plate label="The engine" style={styles.plate}>
        <Label>The engine</Label>
        <Cylinders ids={engine.cylinders} chosen={cylinder} onChoose={onCylinder} />
        {grid(ofTheEngine)}
      </Plate>
    </>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

const styles = StyleSheet.create({
  plate: { gap: 8 },
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  cell: { flexBasis: '46%', flexGrow: 1 },
});
