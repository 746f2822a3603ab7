import type { Bench } from '@rugged/contract';
import { usageOf } from '@rugged/contract/bench';
import { dueAfter } from '@rugged/core';
import { useRouter } from 'expo-router';
import { StyleSheet } from 'react-native';
import { dueWords } from '@/bench/due-words';
import { changeEngine } from '@/data/engines';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';

const NEVER = '0';
const MONTHS = [
  { value: NEVER, word: 'Not set' },
  { value: '3', word: '3 months' },
  { value: '6', word: '6 months' },
  { value: '12', word: 'A year' },
  { value: '24', word: '2 years' },
] as const;

/** When the engine on the bench is to be measured again: asked for before its job is closed. */
export function NextDate({ bench: { engine, job } }: { bench: Bench }) {
  const router = useRouter();
  const { dueEveryMonths, dueEveryUse, meterUnit } = engine;
  const use = usageOf(job);
  const due = dueAfter(
    {
      ...(dueEveryUse === undefined ? {} : { everyUse: dueEveryUse }),
      ...(dueEveryMonths === undefined ? {} : { everyMonths: dueEveryMonths }),
    },
    [{ at: Date.parse(job.openedAt), ...(use === undefined ? {} : { use }) }],
  );
  const words =
    due &&
    dueWords({
      by: due.by,
      ...(due.on === undefined ? {} : { on: new Date(due.on).toISOString().slice(0, 10) }),
      ...(due.atUse === undefined ? {} : { atUse: due.atUse }),
      ...(meterUnit ? { meterUnit } : {}),
    });
  const set = (months: string) =>
    void changeEngine(engine, { dueEveryMonths: months === NEVER ? null : Number(months) }, 'Next date');
  return (
    <Plate label="Next date" style={styles.plate}>
      <Label>Next date</Label>
      <Choice
        label="Measure it again after"
        options={MONTHS}
        chosen={MONTHS.find(({ value }) => value === String(dueEveryMonths ?? 0))?.value}
        onChoose={set}
      />
      <Words colour="dim">{words ? `Due ${words}. The Bay tells it when it comes near.` : 'No date is set.'}</Words>
      <Button onPress={() => router.push(`/engines/${engine.id}/sheet`)}>By use, on the engine sheet</Button>
    </Plate>
  );
}

const styles = StyleSheet.create({ plate: { gap: 10 } });
