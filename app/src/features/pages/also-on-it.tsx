import type { Bench } from '@rugged/contract/bench';
import { engineAndMachine } from '@rugged/pages';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Label } from '@/ui/words';

/** A page has room for so many more. */
const MOST = 3;

interface Props {
  benches: readonly Bench[];
  /** Their jobs that stand on the page. */
  on: readonly string[];
  onChange(ids: string[]): void;
}

/** Other engines of the visit, each on the page or not. */
export function AlsoOnIt({ benches, on, onChange }: Props) {
  return (
    <View role="group" aria-label="Also on this page" style={styles.gap}>
      <Label>Also on this page</Label>
      {benches.map((bench) => {
        const { id } = bench.job;
        const chosen = on.includes(id);
        return (
          <Button
            key={id}
            kind={chosen ? 'chosen' : 'plain'}
            pressed={chosen}
            disabled={!chosen && on.length >= MOST}
            onPress={() => onChange(chosen ? on.filter((one) => one !== id) : [...on, id])}
          >
            {engineAndMachine(bench)}
          </Button>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({ gap: { gap: 8 } });
