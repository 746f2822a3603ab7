import type { OwnerFile } from '@rugged/contract';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useEraseOwner, useOwner } from '@/data/history';
import { useMay } from '@/data/session';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { day } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { Label, Strong, Title, Words } from '@/ui/words';

/** A customer: what is theirs, all that is kept of them, and the end of that. */
export function OwnerScreen() {
  const router = useRouter();
  const { ownerId } = useLocalSearchParams<{ ownerId: string }>();
  const { data: file, isLoading, refetch } = useOwner(ownerId);
  return (
    <Screen
      title={file?.owner.name ?? 'Owner'}
      under="Owner"
      onBack={() => (router.canGoBack() ? router.back() : router.replace('/engines'))}
    >
      {isLoading ? <Waiting what="Fetching the owner" /> : null}
      {!isLoading && !file ? (
        <Empty
          icon="cloud-off-outline"
          title="Cannot be shown"
          words="There is no signal, or no such owner in this shop."
          button="Try again"
          onPress={() => void refetch()}
        />
      ) : null}
      {file ? (
        <>
          <Theirs file={file} />
          <Rights file={file} />
        </>
      ) : null}
    </Screen>
  );
}

function Theirs({ file: { owner, machines } }: { file: OwnerFile }) {
  const router = useRouter();
  return (
    <Plate label="Theirs" style={styles.plate}>
      {[owner.phone, owner.email, owner.note].flatMap((one) => (one ? [<Words key={one}>{one}</Words>] : []))}
      {machines.map(({ machine, engines }) => (
        <View key={machine.id} style={styles.machine}>
          <Label>{machine.name}</Label>
          {engines.map(({ id, name, jobs }) => (
            <Button key={id} onPress={() => router.push(`/engines/${id}`)}>
              {`${name}, ${jobs} ${jobs === 1 ? 'job' : 'jobs'}`}
            </Button>
          ))}
        </View>
      ))}
    </Plate>
  );
}

function Rights({ file: { owner, photos, erasedAt } }: { file: OwnerFile }) {
  const router = useRouter();
  const [asking, setAsking] = useState(false);
  const [tells, runs] = [useMay('tell'), useMay('run')];
  return (
    <Plate label="What is kept of them" style={styles.plate}>
      <Label>What is kept of them</Label>
      <Words>
        An owner may ask for everything that is kept of them, and that nothing is known of them any more. Which of it
        the law lets you keep, and for how long, your books and your country say.
      </Words>
      {tells ? (
        <Button icon="content-save-outline" onPress={() => window.open(`/api/owners/${owner.id}/archive.zip`, '_self')}>
          Save all of it as an archive
        </Button>
      ) : null}
      <Button onPress={() => router.push(`/history?record=${owner.id}`)}>Who changed what</Button>
      {erasedAt ? (
        <Words>{`Erased on ${day(erasedAt)}. The figures of their engines stay.`}</Words>
      ) : asking ? (
        <Erase owner={owner} photos={photos} onAway={() => setAsking(false)} />
      ) : runs ? (
        <Button onPress={() => setAsking(true)}>Erase who they are</Button>
      ) : null}
    </Plate>
  );
}

/** It cannot be taken back: the name is typed once more. */
function Erase({ owner, photos, onAway }: { owner: OwnerFile['owner']; photos: number; onAway(): void }) {
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState(false);
  const erase = useEraseOwner(owner.id);
  const tell = useNotice();
  const pictures = photos > 0 ? `, ${photos} ${photos === 1 ? 'photograph' : 'photographs'}` : '';
  const go = () => {
    if (typed.trim().toLowerCase() !== owner.name.trim().toLowerCase()) return setWrong(true);
    erase.mutate(undefined, { onSuccess: () => tell({ text: 'Erased. The figures stay' }) });
  };
  return (
    <View style={styles.plate}>
      <Title>This cannot be taken back</Title>
      <Words>
        {`Name, telephone, address${pictures} and ` +
          'their name in what was written go, and links to their pages open no more. Readings, verdicts and what was ' +
          'done stay without them. That it was erased, by whom and when is written down.'}
      </Words>
      <Strong>{owner.name}</Strong>
      <Field
        label="Type the name"
        value={typed}
        onChange={(text) => {
          setTyped(text);
          setWrong(false);
        }}
        error={wrong ? 'That is another name' : undefined}
        onSubmit={go}
      />
      {erase.error ? (
        <View role="alert">
          <Words colour="rust">{`${erase.error.message}.`}</Words>
        </View>
      ) : null}
      <View style={styles.row}>
        <Button onPress={onAway} style={styles.grow}>
          Leave it
        </Button>
        <Button kind="main" busy={erase.isPending} onPress={go} style={styles.grow}>
          Erase
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  machine: { gap: 6 },
  row: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1 },
});
