import type { SheetField } from '@rugged/contract';
import { StyleSheet, View } from 'react-native';
import { outbox } from '@/data/client';
import type { Entry } from '@/data/outbox/entry';
import { useOutbox } from '@/data/use-outbox';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Label, Strong, Title, Words } from '@/ui/words';
import { inWords, SHEET_WORD } from './field-words';

/** Changes of this engine that the server refused: both sides, field by field, and the person decides. */
export function SheetConflicts({ engineId }: { engineId: string }) {
  const { entries } = useOutbox();
  const refused = entries.filter(({ path, problem }) => problem && path === `/engines/${engineId}`);
  return refused.map((entry) => <Refused key={entry.seq} entry={entry} />);
}

function Refused({ entry }: { entry: Entry }) {
  const { problem, body, seq } = entry;
  const theirs = problem?.current as Record<string, unknown> | undefined;
  return (
    <Plate hand label="Changed by somebody else" style={styles.plate}>
      <Title>{theirs ? 'Somebody else changed this sheet' : 'The server would not take this'}</Title>
      {theirs ? null : <Words colour="rust">{`${problem?.title ?? ''}.`}</Words>}
      {problem?.errors?.map(({ field, reason }) => (
        <Words key={field} colour="rust">{`${SHEET_WORD[field as SheetField] ?? field} ${reason}`}</Words>
      ))}
      <SidesOf body={body} theirs={theirs} />
      <View style={styles.row}>
        {theirs ? (
          <Button onPress={() => void outbox.mend(seq, { version: Number(theirs['version']) })} style={styles.half}>
            Use mine
          </Button>
        ) : (
          <Button onPress={() => void outbox.retry([seq])} style={styles.half}>
            Try again
          </Button>
        )}
        <Button onPress={() => void outbox.discard([seq])} style={styles.half}>
          {theirs ? 'Keep theirs' : 'Give it up'}
        </Button>
      </View>
    </Plate>
  );
}

/** What was written here and what stands there, field by field. */
export function SidesOf({
  body,
  theirs,
}: {
  body: Record<string, unknown>;
  theirs: Record<string, unknown> | undefined;
}) {
  return Object.keys(body)
    .filter((field) => field !== 'version')
    .map((field) => (
      <View key={field} style={styles.row}>
        <View style={styles.half}>
          <Label>{`${SHEET_WORD[field as SheetField] ?? field}, yours`}</Label>
          <Strong>{inWords(body[field])}</Strong>
        </View>
        {theirs ? (
          <View style={styles.half}>
            <Label>theirs</Label>
            <Strong>{inWords(theirs[field])}</Strong>
          </View>
        ) : null}
      </View>
    ));
}

const styles = StyleSheet.create({ plate: { gap: 8 }, row: { flexDirection: 'row', gap: 10 }, half: { flex: 1 } });
