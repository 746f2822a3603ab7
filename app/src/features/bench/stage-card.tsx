import type { Bench } from '@rugged/contract';
import { exactMoney } from '@rugged/pages';
import { latestOf } from '@rugged/contract/bench';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Stage, tellStage } from '@/bench/stage';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Label, Title, Words } from '@/ui/words';
import { RepairSheet } from './repair-sheet';

/** Once it is told, the owner's answer and the work come next, not another test. */
export function StageCard({ bench, stage }: { bench: Bench; stage: Exclude<Stage, { is: 'test-after' }> }) {
  const router = useRouter();
  const [repairing, setRepairing] = useState(false);
  const at = (place: string) => () => router.push(`/jobs/${bench.job.id}/${place}`);
  const repaired = () => setRepairing(true);
  return (
    <Plate label="Next">
      <Label>Next</Label>
      <Title style={styles.title}>{tellStage(stage)}</Title>
      <Words colour="dim">{told(stage, bench)}</Words>
      <View style={styles.buttons}>
        {stage.is === 'waiting' || stage.is === 'call' ? (
          <>
            <Button kind="main" onPress={at('pages')}>
              Note the answer
            </Button>
            <Button onPress={at('decide')}>Decide anew</Button>
          </>
        ) : stage.is === 'declined' ? (
          <>
            <Button kind="main" onPress={at('steps?of=leave-as-found&closing=yes')}>
              Put back, and close
            </Button>
            <Button onPress={at('decide')}>Decide anew</Button>
          </>
        ) : (
          <>
            <Button kind="main" onPress={repaired}>
              It is repaired
            </Button>
            <Button onPress={at('teardown')}>What was found inside</Button>
            <Button onPress={at('decide')}>Decide anew</Button>
          </>
        )}
      </View>
      {repairing ? <RepairSheet bench={bench} onClose={() => setRepairing(false)} /> : null}
    </Plate>
  );
}

function told(stage: Exclude<Stage, { is: 'test-after' }>, bench: Bench): string {
  const currency = latestOf(bench.decisions)?.input.currency;
  switch (stage.is) {
    case 'waiting':
      return 'The page is written. The answer comes through its link, or is noted here after a call.';
    case 'call':
      return `${[bench.owner.name, bench.owner.phone].filter(Boolean).join(', ')}: wants to talk first.`;
    case 'declined':
      return 'Nothing is mended. What was taken off is put back.';
    case 'agreed':
      return stage.stopAt === undefined
        ? 'The work can begin.'
        : `The work can begin. Stop and call at ${exactMoney(stage.stopAt, currency)}.`;
    case 'in-repair':
      return 'It is open. What is found is kept beside the odds; if it costs more, decide anew and call.';
  }
}

const styles = StyleSheet.create({ title: { marginTop: 2, marginBottom: 4 }, buttons: { gap: 8, marginTop: 10 } });
