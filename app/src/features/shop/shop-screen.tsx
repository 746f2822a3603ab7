import { PRESSURE_UNITS, UNIT_SIGN } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet } from 'react-native';
import { useMay, useSignedIn } from '@/data/session';
import { KeptBadge } from '@/bench/kept-badge';
import { Button } from '@/ui/button';
import { buzzes, chooseBuzz } from '@/ui/buzz';
import { Choice } from '@/ui/choice';
import { Columns } from '@/ui/columns';
import { ago } from '@/ui/format';
import { chooseMainHand, useMainHand } from '@/ui/pad/main-hand';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { useTheme } from '@/ui/theme';
import { Label, Strong, Words } from '@/ui/words';
import { DatesPlate } from './dates-plate';
import { SignedInPlate } from './signed-in-plate';
import { ReachPlate } from './reach-plate';
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
  const { shop, testers, lastBackupAt } = useSignedIn();
  const run = useMay('run');
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
            {run ? (
              <Choice
                label="Unit of pressure"
                options={UNITS}
                chosen={shop.unit}
                onChoose={(unit) => void save({ unit }, `Everything is shown in ${UNIT_SIGN[unit]}`)}
              />
            ) : (
              <Words>{`Everything is shown in ${UNIT_SIGN[shop.unit]}.`}</Words>
            )}
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
          {run ? (
            <ReachPlate
              key={`reach-${shop.version}`}
              reach={shop.reach}
              onSave={(reach) => save({ reach }, 'It stands on new pages')}
            />
          ) : null}
          {run ? (
            <SitePlate
              key={`site-${shop.version}`}
              site={shop.site}
              onSave={(site) => save({ site }, 'New jobs are judged for this place')}
            />
          ) : null}
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
            {run ? <Button onPress={() => router.push('/first-steps')}>First steps</Button> : null}
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
          {run ? (
            <Plate label="People" style={styles.plate}>
              <Label>People</Label>
              <Words colour="dim">Who is in the shop, what each may do, links that let somebody in.</Words>
              <Button icon="account-outline" onPress={() => router.push('/people')}>
                People
              </Button>
            </Plate>
          ) : null}
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
            {run ? (
              <>
                <Words colour="dim">
                  Everything of this shop in open formats, photographs beside it, to keep or to move elsewhere.
                </Words>
                <Button icon="content-save-outline" onPress={() => window.open('/api/shop/archive.zip', '_self')}>
                  Save the whole shop as an archive
                </Button>
              </>
            ) : null}
          </Plate>
          <SignedInPlate />
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

const styles = StyleSheet.create({ plate: { gap: 10 } });
