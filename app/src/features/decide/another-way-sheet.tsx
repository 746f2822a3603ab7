import type { Engine, RepairName, RepairOption } from '@rugged/core';
import { jobsOn, repairTitle } from '@rugged/core/decide';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Sheet } from '@/ui/sheet';
import { Words } from '@/ui/words';

/** A job of the shop's list that stands nowhere yet, or something of one's own. */
export function AnotherWaySheet({
  engine,
  options,
  onJob,
  onOwn,
  onClose,
}: {
  engine: Engine;
  options: readonly RepairOption[];
  onJob(repair: RepairName): void;
  onOwn(): void;
  onClose(): void;
}) {
  const there = new Set(options.map(({ name }) => name));
  const free = jobsOn(engine).filter((repair) => repair !== 'run-on' && !there.has(repairTitle(repair, engine)));
  return (
    <Sheet title="Add a way" visible onClose={onClose} foot={<Button onPress={onClose}>Close</Button>}>
      <Words>Which job? Its usual figures come with it, or the shop’s own.</Words>
      <View style={styles.list}>
        <Button kind="main" onPress={onOwn}>
          Something else
        </Button>
        {free.map((repair) => (
          <Button key={repair} onPress={() => onJob(repair)}>
            {repairTitle(repair, engine)}
          </Button>
        ))}
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({ list: { gap: 8 } });
