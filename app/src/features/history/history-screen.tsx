import type { HistoryItem } from '@rugged/contract';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useChangesOf } from '@/data/history';
import { Button } from '@/ui/button';
import { dayAndTime } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { useColours } from '@/ui/theme';
import { Label, Strong, Words } from '@/ui/words';
import { tellFields, tellWhat } from './words';

/** Who changed what, when, and from what device: of a job, of an engine, or of the whole shop. */
export function HistoryScreen() {
  const router = useRouter();
  const { jobId, engineId, record } = useLocalSearchParams<{ jobId?: string; engineId?: string; record?: string }>();
  const recordId = engineId ?? record;
  const of = jobId ? { jobId } : recordId ? { recordId } : {};
  const { data, isLoading, isError, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useChangesOf(of);
  const items = (data?.pages ?? []).flatMap((page) => page.items);
  const back = jobId ? `/jobs/${jobId}` : engineId ? `/engines/${engineId}` : '/shop';
  return (
    <Screen
      title="Who changed what"
      under={jobId ? 'Of this job' : engineId ? 'Of this engine' : record ? 'Of this record' : 'Of the whole shop'}
      onBack={() => (router.canGoBack() ? router.back() : router.replace(back))}
    >
      {isLoading ? <Waiting what="Fetching what was changed" /> : null}
      {isError && items.length === 0 ? (
        <Empty
          icon="cloud-off-outline"
          title="No signal"
          words="What was changed is written down at the server, by the database itself."
          button="Try again"
          onPress={() => void refetch()}
        />
      ) : null}
      {data && items.length === 0 ? (
        <Empty
          icon="check"
          title="Nothing yet"
          words="Whatever is added or changed here stands here, with who it was."
        />
      ) : null}
      {items.length > 0 ? (
        <Plate label="Changes">
          {items.map((item, i) => (
            <One key={item.id} item={item} withJob={!jobId} first={i === 0} />
          ))}
        </Plate>
      ) : null}
      {hasNextPage ? (
        <Button kind="ground" busy={isFetchingNextPage} onPress={() => void fetchNextPage()}>
          Earlier
        </Button>
      ) : null}
      <Button kind="ground" icon="content-save-outline" onPress={() => window.open(tableOf(of), '_self')}>
        Save all of it as a table
      </Button>
    </Screen>
  );
}

/** The same as a table, from the first change to the last. */
const tableOf = (of: { jobId?: string; recordId?: string }) =>
  `/api/history/table.csv?${new URLSearchParams(of).toString()}`;

function One({ item, withJob, first }: { item: HistoryItem; withJob: boolean; first: boolean }) {
  const c = useColours();
  const router = useRouter();
  const fields = tellFields(item);
  const { by, at, device, jobId, job, record, action } = item;
  return (
    <View style={first ? undefined : [styles.one, { borderTopColor: c.line }]}>
      <View style={styles.head}>
        <Strong style={styles.grow}>{tellWhat(item)}</Strong>
        {withJob && jobId && record !== 'jobs' ? (
          <Button tall={false} onPress={() => router.push(`/jobs/${jobId}`)} label={`Open job ${job ?? ''}`}>
            {`Job ${job ?? ''}`}
          </Button>
        ) : null}
      </View>
      <Words colour="dim" style={styles.small}>
        {[by ?? 'nobody signed in', dayAndTime(at), ...(device ? [device] : [])].join(' · ')}
      </Words>
      {action === 'changed' ? (
        fields.map(({ field, was, now }) => (
          <View key={field} style={styles.field}>
            <Label>{field}</Label>
            <Words style={styles.small}>{`${was ?? 'nothing'} → ${now ?? 'nothing'}`}</Words>
          </View>
        ))
      ) : (
        <Words style={styles.small}>
          {fields.map(({ field, was, now }) => `${field}: ${now ?? was ?? ''}`).join(' · ')}
        </Words>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  one: { borderTopWidth: 1, marginTop: 8, paddingTop: 8, gap: 2 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
  field: { marginTop: 2 },
  small: { fontSize: 15, lineHeight: 19 },
});
