import type { Bench } from '@rugged/contract';
import { PURPOSE_NAME } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';
import { RepairSheet } from './repair-sheet';

/** What stands beside the figures: notes, plugs, leads, quick checks, and the engine once it is open. */
export function Beside({ bench }: { bench: Bench }) {
  const router = useRouter();
  const [repairing, setRepairing] = useState(false);
  const { job, engine, notes, signatures, repairs } = bench;
  const go = (place: string) => () => router.push(`/jobs/${job.id}/${place}`);
  const withdrawn = new Set(notes.flatMap(({ supersedes }) => supersedes ?? []));
  const kept = notes.filter(({ id, withdrawn: gone }) => !gone && !withdrawn.has(id));
  const signed = new Set(signatures.map(({ procedure }) => procedure)).size;
  return (
    <Plate label="Beside the figures">
      <Label>Beside the figures</Label>
      <Words colour="dim">
        {[
          kept.length === 0 ? 'No note yet' : `${kept.length} ${kept.length === 1 ? 'note' : 'notes'}`,
          signed === 0 ? 'nothing signed' : `${signed} signed`,
          ...repairs.map(({ what }) => `repaired: ${what}`),
        ].join(', ') + '.'}
      </Words>
      {job.purpose ? <Words>{`Why: ${PURPOSE_NAME[job.purpose].toLowerCase()}`}</Words> : null}
      {job.otherSaid ? <Words>{`The other shop said: ${job.otherSaid}`}</Words> : null}
      <View style={styles.row}>
        <Button icon="note-text-outline" onPress={go('notes')} style={styles.grow}>
          {engine.fuel === 'diesel' ? 'Notes' : 'Notes and plugs'}
        </Button>
        <Button onPress={go('steps?of=quick-checks')} style={styles.grow}>
          Quick checks
        </Button>
        {engine.fuel === 'petrol' && engine.cylinders.length > 1 ? (
          <Button icon="tag-outline" onPress={go('leads')} style={styles.grow}>
            Leads
          </Button>
        ) : null}
        <Button onPress={go('teardown')} style={styles.grow}>
          Teardown
        </Button>
        <Button icon="wrench-outline" onPress={() => setRepairing(true)} style={styles.grow}>
          Repaired
        </Button>
        <Button icon="engine-outline" onPress={() => router.push(`/engines/${engine.id}/sheet`)} style={styles.grow}>
          Engine sheet
        </Button>
        <Button icon="clipboard-check-outline" onPress={go('steps')} style={styles.grow}>
          All steps
        </Button>
      </View>
      {repairing ? <RepairSheet bench={bench} onClose={() => setRepairing(false)} /> : null}
    </Plate>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, marginTop: 8 },
  grow: { flexGrow: 1 },
});
