import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { handOver } from '@/ui/hand-over';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Title, Words } from '@/ui/words';

export interface GivenLink {
  name: string;
  path: string;
  /** What it does, in a sentence. */
  does: string;
}

/** A link, told once: it is kept nowhere. */
export function LinkPlate({ link: { name, path, does }, onDone }: { link: GivenLink; onDone(): void }) {
  const tell = useNotice();
  const url = `${location.origin}${path}`;
  return (
    <Plate label="The link" hand style={styles.plate}>
      <Title>{`A link for ${name}`}</Title>
      <Words>{`${does} It is shown here once: hand it over now.`}</Words>
      <Words style={styles.address}>{url}</Words>
      <View style={styles.row}>
        <Button
          kind="main"
          tall={false}
          onPress={() => void handOver(url, 'Rugged Gauge').then((text) => tell({ text }))}
        >
          Hand it over
        </Button>
        <Button onPress={onDone}>Done</Button>
      </View>
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  address: { userSelect: 'text' },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
