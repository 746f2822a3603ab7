import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { outbox } from '@/data/client';
import type { Entry } from '@/data/outbox/entry';
import { useSignedIn } from '@/data/session';
import { useOutbox } from '@/data/use-outbox';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Empty, Screen } from '@/ui/screen';
import { Strong, Title, Words } from '@/ui/words';
import { SidesOf } from '@/bench/sheet/conflict';
import { correctable, corrected, fieldWord } from './corrections';

const SIGNAL_WORDS = {
  on: 'Everything is sent as soon as it is entered.',
  off: 'There is no signal. What you enter is kept here and sent by itself later.',
  'signed-out': 'The server has signed you out. Sign in again and what waits is sent.',
} as const;

/** What is kept on this device: waiting, refused, or somebody else's. */
export function OutboxScreen() {
  const router = useRouter();
  const { entries, signal, sending } = useOutbox();
  const { person } = useSignedIn();
  const refused = entries.filter((entry) => entry.problem);
  const waiting = entries.filter((entry) => !entry.problem && entry.personId === person.id);
  const others = entries.filter((entry) => entry.personId !== person.id);
  return (
    <Screen
      title="Kept on this device"
      under={SIGNAL_WORDS[signal]}
      onBack={() => (router.canGoBack() ? router.back() : router.replace('/'))}
    >
      {entries.length === 0 ? <Empty icon="check" title="All sent" words={SIGNAL_WORDS[signal]} /> : null}
      {refused.length > 0 ? (
        <Plate hand label="Refused by the server">
          <Title>{`${refused.length} refused`}</Title>
          <Words colour="dim">The server would not take these. Nothing is thrown away until you say so.</Words>
          <View style={styles.list}>
            {refused.map((entry) => (
              <RefusedEntry key={entry.seq} entry={entry} />
            ))}
          </View>
        </Plate>
      ) : null}
      {waiting.length > 0 ? (
        <Plate label="Waiting to be sent">
          <Title>{`${waiting.length} waiting`}</Title>
          <View style={styles.list}>
            {waiting.map((entry) => (
              <Words key={entry.seq}>{entry.what}</Words>
            ))}
          </View>
          <Button icon="sync" busy={sending} onPress={() => void outbox.flush()} style={styles.button}>
            Send now
          </Button>
        </Plate>
      ) : null}
      {others.length > 0 ? (
        <Plate label="Somebody else's">
          <Title>{`${others.length} of somebody else`}</Title>
          <Words colour="dim">Kept until that person signs in on this device again.</Words>
        </Plate>
      ) : null}
    </Screen>
  );
}

function RefusedEntry({ entry }: { entry: Entry }) {
  const { problem } = entry;
  const conflict = problem?.current as Record<string, unknown> | undefined;
  const { mine, theirs, onTop } = sidesOf(entry.body, conflict);
  const takeOver = () => void outbox.mend(entry.seq, onTop);
  const [reason, setReason] = useState('');
  // Refused for want of a reason, or for one that says too little: it is asked for here.
  const closed = entry.method === 'POST' && (problem?.errors ?? []).some(({ field }) => field === 'amends');
  const fields = closed || conflict ? [] : correctable(entry.body, problem?.errors ?? []);
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>({});
  const mended = corrected(entry.body, fields, texts);
  return (
    <View style={styles.refused}>
      <Strong>{entry.what}</Strong>
      <Words colour="rust">{`${problem?.title ?? ''}.`}</Words>
      {(closed ? [] : problem?.errors)?.map((error) => (
        <Words key={error.field} colour="rust">{`${fieldWord(error.field)} ${error.reason}`}</Words>
      ))}
      {fields.map(({ field, value }) => (
        <Field
          key={field}
          label={fieldWord(field)}
          value={texts[field] ?? String(value)}
          onChange={(text) => setTexts({ ...texts, [field]: text })}
          {...(typeof value === 'number' ? { figures: true, keyboard: 'decimal-pad' as const } : {})}
        />
      ))}
      {conflict ? <SidesOf body={mine} theirs={theirs} /> : null}
      {closed ? <Field label="Why is it added?" value={reason} onChange={setReason} /> : null}
      <View style={styles.buttons}>
        {conflict ? (
          <Button onPress={takeOver} style={styles.grow}>
            Use mine
          </Button>
        ) : closed ? (
          <Button
            disabled={reason.trim().length < SHORTEST_REASON}
            onPress={() => void outbox.mend(entry.seq, { amends: reason.trim() })}
            style={styles.grow}
          >
            Add as an amendment
          </Button>
        ) : fields.length > 0 ? (
          <Button
            disabled={mended === undefined}
            onPress={() => void outbox.mend(entry.seq, mended ?? {})}
            style={styles.grow}
          >
            Send it so
          </Button>
        ) : (
          <Button onPress={() => void outbox.retry([entry.seq])} style={styles.grow}>
            Try again
          </Button>
        )}
        <Button onPress={() => void outbox.discard([entry.seq])} style={styles.grow}>
          {conflict ? 'Keep theirs' : 'Give it up'}
        </Button>
      </View>
    </View>
  );
}

/** As the server asks for it. */
const SHORTEST_REASON = 3;

type Fields = Record<string, unknown>;

/**
 * What was written here beside what stands there. A correction of what somebody else corrected goes on top of theirs;
 * a change goes on from their version.
 */
function sidesOf(body: Fields, theirs: Fields = {}): { mine: Fields; theirs: Fields; onTop: Fields } {
  if (!('supersedes' in body)) return { mine: body, theirs, onTop: { version: Number(theirs['version']) } };
  const said = ({ figures, text, withdrawn }: Fields): Fields =>
    withdrawn ? { withdrawn: true } : { ...(figures as Fields | undefined), ...(text === undefined ? {} : { text }) };
  return { mine: said(body), theirs: said(theirs), onTop: { supersedes: theirs['id'] } };
}

const styles = StyleSheet.create({
  list: { gap: 8, marginTop: 8 },
  button: { marginTop: 12 },
  refused: { gap: 4, paddingVertical: 8 },
  buttons: { flexDirection: 'row', gap: 8, marginTop: 6 },
  grow: { flex: 1 },
});
