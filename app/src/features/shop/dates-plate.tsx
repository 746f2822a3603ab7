import { StyleSheet, View } from 'react-native';
import { useRouter } from 'expo-router';
import { dueWords } from '@/bench/due-words';
import { NoSignal } from '@/data/api';
import { useDates, useFeed } from '@/data/dates';
import { Button } from '@/ui/button';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Label, Strong, Words } from '@/ui/words';

/** Which engines are due again, as a calendar file, and as a feed whose address is the key. */
export function DatesPlate() {
  const router = useRouter();
  const tell = useNotice();
  const { data } = useDates();
  const { path, change } = useFeed();
  const address = path === undefined ? undefined : `${location.origin}${path}`;
  return (
    <Plate label="Dates" style={styles.plate}>
      <Label>Dates</Label>
      {(data ?? []).map((date) => (
        <View key={date.engineId} style={styles.row}>
          <Words style={styles.grow}>{`${date.engine} · ${date.owner} · ${dueWords(date)}`}</Words>
          <Button onPress={() => router.push(`/engines/${date.engineId}`)} label={`Open ${date.engine}`}>
            Open
          </Button>
        </View>
      ))}
      {data?.length === 0 ? <Words colour="dim">No engine has a date yet: its sheet has a place for one.</Words> : null}
      <View style={styles.row}>
        <Button icon="calendar-outline" onPress={() => location.assign('/api/dates/calendar.ics')} style={styles.grow}>
          As a calendar file
        </Button>
        <Button
          busy={change.isPending}
          onPress={() =>
            change.mutate(undefined, {
              onError: (error) =>
                tell({
                  text:
                    error instanceof NoSignal ? 'There is no signal: an address comes from the server.' : error.message,
                }),
            })
          }
          style={styles.grow}
        >
          {address ? 'Another address' : 'Address for a calendar'}
        </Button>
      </View>
      {address ? (
        <>
          <Strong>{address}</Strong>
          <Words colour="dim">
            Whoever has this address reads the dates, without signing in: engine, machine, owner. Another address ends
            it.
          </Words>
        </>
      ) : null}
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
  grow: { flexGrow: 1, flexShrink: 1 },
});
