import { type Bench, unseenWork } from '@rugged/contract/bench';
import { SECOND_LOOK } from '@rugged/contract/people';
import { StyleSheet } from 'react-native';
import { outbox } from '@/data/client';
import { addedEntry } from '@/data/recording';
import { useMay, useSignedIn } from '@/data/session';
import { Button } from '@/ui/button';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Title, Words } from '@/ui/words';

const counted = (count: number, one: string, many: string) =>
  count === 0 ? [] : [`${count} ${count === 1 ? one : many}`];

/** An apprentice's work that nobody signed for beside them: the job does not close before. */
export function SecondLookPlate({ bench }: { bench: Bench }) {
  const { watched } = useSignedIn();
  const judges = useMay('judge');
  const may = judges && !watched;
  const tell = useNotice();
  const unseen = unseenWork(bench);
  if (!unseen) return null;
  const { by, tests, readings, others } = unseen;
  const what = [
    ...counted(tests, 'test', 'tests'),
    ...counted(readings, 'reading', 'readings'),
    ...counted(others, 'other entry', 'other entries'),
  ].join(', ');
  const sign = () =>
    void outbox
      .keep([addedEntry(bench, 'signatures', { procedure: SECOND_LOOK }, 'Second signature')])
      .then(() => tell({ text: 'Signed beside them' }));
  return (
    <Plate label="Second signature" hand style={styles.plate}>
      <Title>Waits for a second signature</Title>
      <Words>{`${what} by ${by.join(' and ')}. The job closes once somebody looked at it and signed too.`}</Words>
      {may ? (
        <Button kind="main" tall={false} onPress={sign}>
          I looked at it: sign
        </Button>
      ) : (
        <Words colour="dim">
          {judges ? 'Somebody who signs alone signs here.' : 'A mechanic or the owner signs here.'}
        </Words>
      )}
    </Plate>
  );
}

const styles = StyleSheet.create({ plate: { gap: 10 } });
