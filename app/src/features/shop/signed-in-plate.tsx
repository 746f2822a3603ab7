import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { ROLE_WORD } from '@/bench/role-words';
import { useEndOwnDevices, useOwnDevices } from '@/data/people';
import { useOtherShop, useSignedIn, useSignOut } from '@/data/session';
import { useOutbox } from '@/data/use-outbox';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { day } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Label, Strong, Title, Words } from '@/ui/words';
import { OwnPassword } from './own-password';

/** Who one is here, in which shop, and where else one is signed in. */
export function SignedInPlate() {
  const { person, shop, shops } = useSignedIn();
  const router = useRouter();
  const other = useOtherShop();
  const tell = useNotice();
  return (
    <Plate label="Signed in" style={styles.plate}>
      <Label>Signed in</Label>
      <Title>{person.name}</Title>
      <Words colour="dim">{`${ROLE_WORD[person.role]}. ${person.email}`}</Words>
      {shops ? (
        <Choice
          label="Shop"
          options={shops.map(({ id, name }) => ({ value: id, word: name }))}
          chosen={shop.id}
          onChoose={(id) =>
            id !== shop.id &&
            other.mutate(id, {
              onSuccess: () => router.replace('/'),
              onError: () => tell({ text: 'There is no signal. Another shop needs the server.' }),
            })
          }
        />
      ) : null}
      <Devices />
      <OwnPassword />
      <SignOut />
    </Plate>
  );
}

/** Folded away until it is wanted: it is asked of the server. */
function Devices() {
  const [open, setOpen] = useState(false);
  if (!open) return <Button onPress={() => setOpen(true)}>Where I am signed in</Button>;
  return <DeviceList onAway={() => setOpen(false)} />;
}

function DeviceList({ onAway }: { onAway(): void }) {
  const { data, isError } = useOwnDevices();
  const end = useEndOwnDevices();
  const tell = useNotice();
  const others = data?.items.filter(({ here }) => !here) ?? [];
  const signOut = (device?: string) =>
    end.mutate(device, {
      onSuccess: () => tell({ text: 'Signed out there' }),
      onError: (error) => tell({ text: `${error.message}. It is still signed in.` }),
    });
  return (
    <View style={styles.plate}>
      {isError ? <Words>There is no signal. The server knows where you are signed in.</Words> : null}
      {data?.items.map(({ id, device, since, here }) => (
        <View key={id} style={styles.row}>
          <Words style={styles.grow}>
            <Strong>{here ? 'Here. ' : ''}</Strong>
            {`${device ?? 'A device'}${since ? `, since ${day(since)}` : ''}.`}
          </Words>
          {here ? null : (
            <Button label={`Sign out ${device ?? 'a device'}`} onPress={() => signOut(id)}>
              Sign out
            </Button>
          )}
        </View>
      ))}
      {others.length > 1 ? <Button onPress={() => signOut()}>Sign out everywhere else</Button> : null}
      <Button onPress={onAway}>Fold</Button>
    </View>
  );
}

function SignOut() {
  const router = useRouter();
  const signOut = useSignOut();
  const { entries } = useOutbox();
  const tell = useNotice();
  return (
    <View style={styles.plate}>
      {entries.length > 0 ? (
        <Words>
          <Strong>{`${entries.length} kept on this device. `}</Strong>They stay here and are sent when you sign in
          again.
        </Words>
      ) : null}
      <Button
        icon="logout"
        busy={signOut.isPending}
        onPress={() =>
          signOut.mutate(undefined, {
            onSuccess: () => router.replace('/'),
            onError: () => tell({ text: 'There is no signal. Signing out needs the server.' }),
          })
        }
      >
        Sign out
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flex: 1 },
});
