import { type Bench, OPENED_AGAIN_MS, toJobFile } from '@rugged/contract/bench';
import { judge, report } from '@rugged/core';
import { useRouter } from 'expo-router';
import equal from 'fast-deep-equal';
import { StyleSheet, View } from 'react-native';
import { changeJob } from '@/data/jobs';
import { useMay, useSignedIn } from '@/data/session';
import { Button } from '@/ui/button';
import { downloadJson } from '@/ui/download';
import { day } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Words } from '@/ui/words';

const clock = () => Date.now();
/** For an hour the wrong button is mended; without signal nobody knows when it will have been closed. */
const opensAgain = (closedAt: string | undefined, now: number) =>
  closedAt === undefined || now - Date.parse(closedAt) < OPENED_AGAIN_MS;

/** What is done with a finished verdict: saved, judged by today's rules, closed. */
export function Actions({ bench }: { bench: Bench }) {
  const tell = useNotice();
  const may = useMay('judge');
  const { job } = bench;
  const name = `job-${job.number ?? job.id}`;
  const router = useRouter();
  const change = (status: 'open' | 'closed') =>
    void changeJob(bench, { status }, `${status === 'closed' ? 'Close' : 'Open again'}: job ${job.number ?? ''}`).then(
      () => tell({ text: status === 'closed' ? 'Job closed' : 'Job open again' }),
    );
  // What was taken off or shut is put back before a job is closed.
  const changedNothing = bench.tests.length === 0 && bench.ticks.length === 0;
  const close = () =>
    changedNothing ? change('closed') : router.push(`/jobs/${job.id}/steps?of=leave-as-found&closing=yes`);
  return (
    <View style={styles.actions} dataSet={{ print: 'hide' }}>
      {job.status === 'open' ? <RulesOfThisJob bench={bench} /> : null}
      <View style={styles.row}>
        <Button
          kind="ground"
          icon="content-save-outline"
          style={styles.grow}
          onPress={() => downloadJson(`${name}.job.json`, toJobFile(bench))}
        >
          Save job file
        </Button>
        <Button
          kind="ground"
          icon="content-save-outline"
          style={styles.grow}
          onPress={() => downloadJson(`${name}.verdict.json`, report(judge(toJobFile(bench))))}
        >
          Save verdict
        </Button>
      </View>
      <Button kind="ground" onPress={() => router.push(`/jobs/${job.id}/history`)}>
        Who changed what
      </Button>
      {!may ? null : job.status === 'open' ? (
        <Button kind="ground" onPress={close}>
          Close the job
        </Button>
      ) : opensAgain(job.closedAt, clock()) ? (
        <Button kind="ground" onPress={() => change('open')}>
          Open it again
        </Button>
      ) : (
        <Words colour="onGroundDim">
          {`Closed on ${day(job.closedAt ?? job.openedAt)}. What is added now is an amendment and looks so.`}
        </Words>
      )}
    </View>
  );
}

/**
 * A job is judged by the house rules of the day it was opened; what the shop settled since is applied only when
 * somebody says so.
 */
function RulesOfThisJob({ bench }: { bench: Bench }) {
  const tell = useNotice();
  const { shop } = useSignedIn();
  if (equal(bench.job.houseRules, shop.houseRules)) return null;
  const apply = () =>
    void changeJob(bench, { houseRules: shop.houseRules }, 'House rules of today').then(() =>
      tell({ text: 'Judged by today’s house rules' }),
    );
  return (
    <Plate label="House rules">
      <Words>{`Judged by the house rules of ${day(bench.job.openedAt)}. The shop has changed them since.`}</Words>
      <Button onPress={apply} style={styles.gap}>
        Apply today’s rules
      </Button>
    </Plate>
  );
}

const styles = StyleSheet.create({
  gap: { marginTop: 8 },
  actions: { gap: 8 },
  row: { flexDirection: 'row', gap: 8, flexWrap: 'wrap' },
  grow: { flexGrow: 1 },
});
