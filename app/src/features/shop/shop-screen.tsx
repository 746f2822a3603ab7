import { PRESSURE_UNITS, UNIT_SIGN } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useSignedIn, useSignOut } from '@/data/session';
import { useOutbox } from '@/data/use-outbox';
import { KeptBadge } from '@/bench/kept-badge';
import { Button } from '@/ui/button';
import { buzzes, chooseBuzz } from '@/ui/buzz';
import { Choice } from '@/ui/choice';
import { Columns } from '@/ui/columns';
import { ago } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { chooseMainHand, useMainHand } from '@/ui/pad/main-hand';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { useTheme } from '@/ui/theme';
import { Label, Strong, Title, Words } from '@/ui/words';
import { DatesPlate } from './dates-plate';
import { OwnPassword } from './own-password';
import { SitePlate } from './site-plate';
import { TrackPlate } from './track-plate';
import { useSaveShop } from '@/settings/use-save-shop';

const THEMES = [
  { value: 'day', word: 'Day' },
  { value: 'night', word: 'Night' },
  { value: 'system', word: 'As the device' },
] as const;
const BUZZ = [
  { value: 'on', word: 'On' },
  { value: 'off', word: 'Off' },
] as const;
const THUMBS = [
  { value: 'right', word: 'Right' },
  { value: 'left', word: 'Left' },
] as const;
const UNITS = PRESSURE_UNITS.map((value) => ({ value, word: UNIT_SIGN[value] }));

/** The shop's settings and this device's. */
export function ShopScreen() {
  const { person, shop, testers, lastBackupAt } = useSignedIn();
  const router = useRouter();
  const theme = useTheme();
  const thumb = useMainHand();
  const [buzz, setBuzz] = useState(buzzes);
  const save = useSaveShop();
  return (
    <Screen title="Shop" under={shop.name} action={<KeptBadge />} wide>
      <Columns>
        <>
          <Plate label="Units and theme" style={styles.plate}>
            <Choice
              label="Unit of pressure"
              options={UNITS}
              chosen={shop.unit}
              onChoose={(unit) => void save({ unit }, `Everything is shown in ${UNIT_SIGN[unit]}`)}
            />
            <Words colour="dim">
              For the whole shop. Figures are kept as they were read and only shown in this unit.
            </Words>
            <Choice label="Theme, this device" options={THEMES} chosen={theme.choice} onChoose={theme.choose} />
            <Choice
              label="Keys under the thumb, this device"
              options={THUMBS}
              chosen={thumb}
              onChoose={chooseMainHand}
            />
            <Choice
              label="Buzz when a reading is kept, this device"
              options={BUZZ}
              chosen={buzz ? 'on' : 'off'}
              onChoose={(value) => {
                chooseBuzz(value === 'on');
                setBuzz(value === 'on');
              }}
            />
            {globalThis.isSecureContext === false ? <NotSecure /> : null}
          </Plate>
          <SitePlate
            key={`site-${shop.version}`}
            site={shop.site}
            onSave={(site) => save({ site }, 'New jobs are judged for this place')}
          />
        </>
        <>
          <Plate label="Testers" style={styles.plate}>
            <Label>Testers</Label>
            <Words colour="dim">
              {`${testers.filter(({ retired }) => !retired).length} in use, with adapters, O-ring and comparison.`}
            </Words>
            <Button onPress={() => router.push('/testers')}>Register of testers</Button>
          </Plate>
          <Plate label="House rules" style={styles.plate}>
            <Label>House rules</Label>
            <Words colour="dim">
              {"The shop's school on each matter practitioners disagree about, with what it changes."}
            </Words>
            <Button onPress={() => router.push('/house-rules')}>House rules</Button>
          </Plate>
          <Plate label="Books" style={styles.plate}>
            <Label>Books</Label>
            <Words colour="dim">Manuals&apos; figures by model, entered once; carried in and out as a table.</Words>
            <Button icon="book-open-outline" onPress={() => router.push('/library')}>
              Library
            </Button>
          </Plate>
          <Plate label="Prices" style={styles.plate}>
            <Label>Prices</Label>
            <Words colour="dim">What an hour and each job cost here, and what jobs came to.</Words>
            <Button onPress={() => router.push('/prices')}>Prices</Button>
          </Plate>
          <DatesPlate />
        </>
        <>
          <TrackPlate />
          <Plate label="Who changed what" style={styles.plate}>
            <Label>Who changed what</Label>
            <Words colour="dim">
              Every change of every record, written down by the database; nobody can take it out.
            </Words>
            <Button onPress={() => router.push('/history')}>Who changed what</Button>
          </Plate>
          <Plate label="Backup" style={styles.plate}>
            <Label>Backup</Label>
            <Words>
              {lastBackupAt
                ? `Kept last ${ago(lastBackupAt)}, restored once and found the same.`
                : 'None was made yet. Whoever runs the server makes one with npm run backup.'}
            </Words>
          </Plate>
          <Plate label="Signed in" style={styles.plate}>
            <Label>Signed in</Label>
            <Title>{person.name}</Title>
            <Words colour="dim">{person.email}</Words>
            <OwnPassword />
            <SignOut />
          </Plate>
        </>
      </Columns>
    </Screen>
  );
}

/** A page that is not secure works, and these things do not. */
const NotSecure = () => (
  <Words>
    <Strong colour="rust">This page is not secure. </Strong>
    On this device nothing opens without signal, the screen goes dark on a pad, and it cannot be put on the home screen.
    Where the server is started with --lan there is a secure page.
  </Words>
);

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

const styles = StyleSheet.create({ plate: { gap: 10 } });
