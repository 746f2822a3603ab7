import { type Bench, countingReadings } from '@rugged/contract/bench';
import { type RepairOption, widestMm } from '@rugged/core';
import { orderList, orderText } from '@rugged/core/decide';
import { engineAndMachine } from '@rugged/pages';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { handOver } from '@/ui/hand-over';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';

/** What the chosen way takes, to be ordered: as text to send. */
export function OrderPlate({ bench, option }: { bench: Bench; option: RepairOption }) {
  const tell = useNotice();
  const lines = orderList(bench.engine, option, widestOf(bench));
  if (lines.length === 0) return null;
  const number = bench.job.number === undefined ? 'Order' : `Order for job ${bench.job.number}`;
  const text = orderText(`${number}: ${engineAndMachine(bench)}`, option.name, lines);
  return (
    <Plate label="Order list" style={styles.gap}>
      <Label>Order list</Label>
      <View>
        {lines.map(({ count, part, note }) => (
          <Words key={part}>{`${count} × ${part}${note === undefined ? '' : ` (${note})`}`}</Words>
        ))}
      </View>
      <Words colour="dim">For the whole engine. The maker’s parts list stands above it.</Words>
      <Button onPress={() => void handOver(text, 'Order list', 'text').then((how) => tell({ text: how }))}>
        Send the list
      </Button>
    </Plate>
  );
}

/** The widest bore of the engine, where any was measured. */
const widestOf = ({ readings }: Bench): number | undefined =>
  widestMm(countingReadings(readings).flatMap((reading) => (reading.kind === 'bore' ? reading.figures : [])));

const styles = StyleSheet.create({ gap: { gap: 8 } });
