import type { Bench, Doing } from '@rugged/contract';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { type ReactNode, useDeferredValue, useEffect, useMemo, useSyncExternalStore } from 'react';
import { View } from 'react-native';
import { amending } from '@/data/client';
import { useBench } from '@/data/jobs';
import { useBeingThere } from '@/data/presence';
import { day } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { AmendForm } from './amend-form';
import { benchLine } from './bench-line';
import { keepLastJob } from './last-job';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { Title } from '@/ui/words';

/**
 * Loads the job of the address and says so when it cannot: every screen of a job stands behind it.
 *
 * @param records a place for nothing but new entries, and for which: on a closed job it opens once somebody said why,
 *   and the others are told that somebody is there
 */
export function BenchGate({ records, children }: { records?: Doing; children(bench: Bench): ReactNode }) {
  const router = useRouter();
  const { jobId, cylinder } = useLocalSearchParams<{ jobId: string; cylinder?: string }>();
  const { bench, missing, isLoading, error, refetch } = useBench(jobId);
  const known = bench !== undefined;
  useEffect(() => {
    if (known) keepLastJob(jobId);
  }, [known, jobId]);
  const reason = useSyncExternalStore(amending.subscribe, () => amending.reasonOf(jobId));
  useBeingThere(jobId, records, cylinder);
  // A place to read is drawn in pieces when its bench changes: while a day's rows leave that is every half second, and
  // beneath a pad it would hold up the keys.
  const later = useDeferredValue(bench);
  const shown = records || later?.job.id !== bench?.job.id ? bench : later;
  const drawn = useMemo(() => shown && children(shown), [children, shown]);
  if (bench) return records && bench.job.status === 'closed' && !reason ? <Closed bench={bench} /> : drawn;
  return (
    <View style={{ flex: 1, padding: 12, justifyContent: 'center' }} role="main">
      {missing ? (
        <Empty
          icon="help-circle-outline"
          title="No such job"
          alone
          words="It is not in this shop."
          button="To the Bay"
          onPress={() => router.replace('/')}
        />
      ) : isLoading || !error ? (
        <Waiting what="Fetching the job" />
      ) : (
        <Empty
          icon="cloud-off-outline"
          title="No signal"
          alone
          words="This job was not opened on this device before, so it is not kept here."
          button="Try again"
          onPress={() => void refetch()}
        />
      )}
    </View>
  );
}

/** A job that was closed: what comes now is an amendment. */
function Closed({ bench }: { bench: Bench }) {
  const router = useRouter();
  const { job, engine } = bench;
  return (
    <Screen title={engine.name} under={benchLine(bench)} onBack={() => router.navigate(`/jobs/${job.id}`)}>
      <Plate label="Closed">
        <Title>{job.closedAt ? `Closed on ${day(job.closedAt)}` : 'This job is closed'}</Title>
        <AmendForm jobId={job.id} />
      </Plate>
    </Screen>
  );
}
