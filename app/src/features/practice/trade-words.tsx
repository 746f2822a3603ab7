import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Choice } from '@/ui/choice';
import { Folded } from '@/ui/folded';
import { Plate } from '@/ui/plate';
import { Words } from '@/ui/words';
import type { Worked } from './use-practice';

type Engine = Worked['of']['job']['engine'];
interface Term {
  word: string;
  means: string;
  /** Only where such an engine has it. */
  on?(engine: Engine): boolean;
}

/** Words that a bench takes for granted. */
const TERMS: readonly Term[] = [
  {
    word: 'Compression',
    means: 'How far a piston squeezes the air over it. What leaks out on the way is missing at the gauge.',
  },
  { word: 'Stroke', means: 'One way of the piston, up or down. The gauge climbs once for each stroke that squeezes.' },
  {
    word: 'Top dead centre',
    means: 'The piston at its highest. A four-stroke has two: one with both valves shut, one with both a little open.',
    on: ({ cycle }) => cycle === 'four-stroke',
  },
  {
    word: 'Leak-down',
    means:
      'Air goes in through a small hole of known size. How much the cylinder holds against it says how much leaks.',
  },
  { word: 'Blow-by', means: 'Air that passes the rings into the crankcase.' },
  {
    word: 'Breather',
    means: 'The hose by which the crankcase breathes into the intake. While it is on, blow-by is heard there too.',
    on: ({ cycle }) => cycle === 'four-stroke',
  },
  {
    word: 'Wet test',
    means: 'The same reading with a little oil over the piston. Rings seal better by it, valves and gaskets do not.',
  },
  {
    word: 'Hydraulic lock',
    means: 'More liquid over the piston than there is room. It does not give: something bends.',
  },
  { word: 'Spread', means: 'How far the cylinders of one engine stand apart, lowest against highest.' },
  {
    word: 'Case test',
    means: 'Pressure on a closed crankcase. A two-stroke draws its mixture through it: where it leaks it runs lean.',
    on: ({ cycle }) => cycle === 'two-stroke',
  },
  {
    word: 'Compression release',
    means: 'Lets some of it go while it is started, so that it turns more easily. It makes a good engine read low.',
    on: ({ compressionRelease }) => compressionRelease === 'automatic' || compressionRelease === 'lever',
  },
  {
    word: 'Check valve',
    means: 'The little valve at the engine end of the hose: it keeps what came in, stroke by stroke.',
  },
];

/** Words of the trade, explained where they are met. */
export function TradeWords({ engine }: { engine: Engine }) {
  const [chosen, setChosen] = useState<string>();
  const here = TERMS.filter(({ on }) => on?.(engine) ?? true);
  return (
    <Folded title="Words of the trade" word={`${here.length}`}>
      <Plate label="Words of the trade" style={styles.plate}>
        <Choice
          label="Word"
          hideLabel
          options={here.map(({ word }) => ({ value: word, word }))}
          chosen={chosen}
          onChoose={setChosen}
        />
        <View role="status">
          <Words>{here.find(({ word }) => word === chosen)?.means ?? 'Tap a word.'}</Words>
        </View>
      </Plate>
    </Folded>
  );
}

const styles = StyleSheet.create({ plate: { gap: 8 } });
