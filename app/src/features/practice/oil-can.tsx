import { DROPS_PER_ML } from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Range } from '@/ui/range';
import { Label, Words } from '@/ui/words';
import type { PracticeCase, Worked } from './use-practice';

/** Oil by the drop. How much is too much the engine says. */
export function OilCan({ of, worked, cylinder }: { of: PracticeCase; worked: Worked; cylinder: string }) {
  const [drops, setDrops] = useState(6);
  const inside = worked.work.hands.oil[cylinder] ?? 0;
  return (
    <Plate label="Oil can" style={styles.plate}>
      <View style={styles.row}>
        <Label style={styles.grow}>{`Oil can: ${drops} drops, ${(drops / DROPS_PER_ML).toFixed(1)} ml`}</Label>
        {inside > 0 ? <Words colour="dim">{`${inside.toFixed(1)} ml in`}</Words> : null}
      </View>
      <View style={styles.row}>
        <View style={styles.grow}>
          <Range
            label="Drops of oil"
            value={drops}
            from={2}
            to={200}
            step={2}
            says={`${drops} drops`}
            onChange={setDrops}
          />
        </View>
        <Button
          onPress={() => void of.perform({ do: 'oil', cylinder, ml: drops / DROPS_PER_ML })}
          disabled={of.busy}
          label={`Pour into cyl ${cylinder}`}
        >
          Pour
        </Button>
      </View>
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 2 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  grow: { flex: 1 },
});
