import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Words } from '@/ui/words';
import { CrankTurn } from './crank-turn';
import type { LeakdownPad as Pad } from './use-leakdown-pad';

/** `Cyl 1 up now. Next 3: turn 180°, clockwise` */
export const turnWords = ({ turn, cylinder, rotation }: Pad): string =>
  turn
    ? `Cyl ${cylinder} up now. Next ${turn.cylinder}: turn ${turn.degrees}°` +
      `${turn.ifEven ? ' if it fires evenly' : ''}, ${rotation ?? 'its own way round'}`
    : 'Zero it with the hose blocked';

/** How far the crank is turned to the next cylinder, and the zero. */
export function TurnRow({ pad }: { pad: Pad }) {
  const { turn } = pad;
  return (
    <View style={styles.row}>
      {turn ? <CrankTurn degrees={turn.degrees} rotation={pad.rotation} cylinder={turn.cylinder} /> : null}
      <Words colour="onGroundDim" style={styles.words}>
        {turnWords(pad)}
      </Words>
      <ZeroKey pad={pad} ground />
    </View>
  );
}

/** Ticked once the hose was blocked and the needle came back to zero. */
export function ZeroKey({ pad, ground = false }: { pad: Pad; ground?: boolean }) {
  return (
    <Button
      kind={pad.draft.zeroed ? 'main' : ground ? 'ground' : 'plain'}
      tall={false}
      pressed={pad.draft.zeroed === true}
      onPress={() => {
        if (!pad.draft.zeroed) pad.zero();
      }}
      label="Zeroed with the hose blocked"
    >
      Zeroed
    </Button>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 10, alignItems: 'center' },
  words: { flexGrow: 1, flexShrink: 1, flexBasis: 0, fontSize: 14.5, lineHeight: 17 },
});
