import type { DueDate } from '@rugged/contract';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useDates } from '@/data/dates';
import { dueWords } from '@/bench/due-words';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';

const DAY_MS = 24 * 3600 * 1000;
const NEAR_DAYS = 30;
const SHOWN = 3;

/** Engines that are due soon or were due: nothing while none is. */
export function DuePlate() {
  const router = useRouter();
  const [now] = useState(() => Date.now());
  const { data } = useDates();
  const near = (data ?? []).filter(({ on }) => on !== undefined && Date.parse(on) - now < NEAR_DAYS * DAY_MS);
  if (near.length === 0) return null;
  return (
    <Plate hand label="Due" style={styles.plate}>
      <Label>Due to be tested again</Label>
      {near.slice(0, SHOWN).map((date: DueDate) => (
        <View key={date.engineId} style={styles.row}>
          <Words style={styles.grow}>{`${date.engine} · ${date.owner} · ${dueWords(date)}`}</Words>
          <Button onPress={() => router.push(`/engines/${date.engineId}`)} label={`Open ${date.engine}`}>
            Open
          </Button>
        </View>
      ))}
      {near.length > SHOWN ? <Words colour="dim">{`and ${near.length - SHOWN} more, under Shop, Dates.`}</Words> : null}
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 6, marginBottom: 10 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
});
