import type { Bench } from '@rugged/contract';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { type ReactNode, useEffect } from 'react';
import { View } from 'react-native';
import { useBench } from '@/data/jobs';
import { keepLastJob } from './last-job';
import { Empty, Waiting } from '@/ui/screen';

/** Loads the job of the address and says so when it cannot: every screen of a job stands behind it. */
export function BenchGate({ children }: { children(bench: Bench): ReactNode }) {
  const router = useRouter();
  const { jobId } = useLocalSearchParams<{ jobId: string }>();
  const { bench, missing, isLoading, error, refetch } = useBench(jobId);
  const known = bench !== undefined;
  useEffect(() => {
    if (known) keepLastJob(jobId);
  }, [known, jobId]);
  if (bench) return children(bench);
  return (
    <View style={{ flex: 1, padding: 12, justifyContent: 'center' }} role="main">
      {missing ? (
        <Empty
          icon="help-circle-outline"
          title="No such job"
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
          words="This job was not opened on this device before, so it is not kept here."
          button="Try again"
          onPress={() => void refetch()}
        />
      )}
    </View>
  );
}
