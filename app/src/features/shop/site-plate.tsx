import { type Site, siteAtmosphere } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { type Signs, typedNumber } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';
import { useSettingsForm } from '@/settings/use-settings-form';

const SIGNS = { altitudeM: 'grouped', barometerKPa: 'asked' } as const satisfies Record<keyof Site, Signs>;

/** Where the shop stands: thin air lowers every limit. */
export function SitePlate({
  site,
  onSave,
}: {
  site: Site;
  onSave(site: Site): Promise<Readonly<Record<string, string>>>;
}) {
  const { form, errors, set, submit, saving, changed } = useSettingsForm(
    { altitudeM: text(site.altitudeM), barometerKPa: text(site.barometerKPa) },
    ({ siteSchema }) => siteSchema,
    (typed) =>
      Object.fromEntries(
        Object.entries(typed).flatMap(([field, value]) =>
          value.trim() === '' ? [] : [[field, typedNumber(value, SIGNS[field as keyof Site])]],
        ),
      ),
    onSave,
  );
  return (
    <Plate label="Place" style={styles.plate}>
      <Label>Altitude or barometer</Label>
      <View style={styles.row}>
        <Field
          label="Altitude, m"
          value={form.altitudeM}
          onChange={set('altitudeM')}
          error={errors['altitudeM']}
          figures
          signs={SIGNS.altitudeM}
          keyboard="decimal-pad"
        />
        <Field
          label="Barometer, kPa"
          value={form.barometerKPa}
          onChange={set('barometerKPa')}
          error={errors['barometerKPa']}
          figures
          signs={SIGNS.barometerKPa}
          keyboard="decimal-pad"
        />
      </View>
      <Words colour="dim">
        {`Air here ${siteAtmosphere(site).toFixed(1)} kPa; the sea has 101.3. A barometer is read on the spot and ` +
          'wins over the altitude. Each job keeps the place it was opened at.'}
      </Words>
      {changed ? (
        <Button kind="main" tall={false} busy={saving} onPress={submit}>
          Save the place
        </Button>
      ) : null}
    </Plate>
  );
}

const text = (figure: number | undefined) => (figure === undefined ? '' : String(figure));

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', gap: 8, alignItems: 'flex-start' },
});
