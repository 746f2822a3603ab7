import type { ReadingRecordOf } from '@rugged/contract';
import type { Bench } from '@rugged/contract/bench';
import { moveReading } from '@/data/recording';
import { Button } from '@/ui/button';
import { useNotice } from '@/ui/notice';
import { Sheet } from '@/ui/sheet';
import { Words } from '@/ui/words';
import { StyleSheet, View } from 'react-native';

type Read = ReadingRecordOf<'compression'> | ReadingRecordOf<'leakdown'>;

/** A reading kept on the wrong cylinder: one tap takes it back there and keeps it where it was read. */
export function MoveSheet({
  bench,
  reading,
  onMoved,
  onClose,
}: {
  bench: Bench;
  reading: Read;
  onMoved(cylinder: string): void;
  onClose(): void;
}) {
  const tell = useNotice();
  const from = reading.figures.cylinder;
  const move = (to: string) => {
    void moveReading(bench, reading, to).then(() => {
      tell({ text: `Moved from cyl ${from} to cyl ${to}` });
      onMoved(to);
    });
    onClose();
  };
  return (
    <Sheet title={`Not read on cyl ${from}`} visible onClose={onClose}>
      <Words colour="dim">Where was it read? It is taken back there and kept here; both stay in the record.</Words>
      <View style={styles.row}>
        {bench.engine.cylinders
          .filter((id) => id !== from)
          .map((id) => (
            <Button key={id} onPress={() => move(id)} label={`Read on cyl ${id}`}>{`Cyl ${id}`}</Button>
          ))}
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 } });
