import type { EngineRecord } from '@rugged/contract';
import { StyleSheet, View } from 'react-native';
import { Refused } from '@/data/api';
import { useChangeEngine } from '@/data/engines';
import { useSettingsForm } from '@/settings/use-settings-form';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { typedNumber } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';

/** Thread and reach of the plug hole: with it a tester's adapter is held against the engine before anybody cranks. */
export function PlugPlate({ engine }: { engine: EngineRecord }) {
  const tell = useNotice();
  const change = useChangeEngine(engine);
  const { plug } = engine;
  const { form, errors, set, submit, saving, changed } = useSettingsForm(
    { threadMm: text(plug?.threadMm), pitchMm: text(plug?.pitchMm), reachMm: text(plug?.reachMm) },
    ({ engineChangeSchema }) => engineChangeSchema,
    (fields) => ({
      version: engine.version,
      plug: Object.fromEntries(Object.entries(fields).map(([field, value]) => [field, typedNumber(value)])),
    }),
    ({ plug: typed }) =>
      new Promise((resolve) => {
        change.mutate(
          { ...(typed ? { plug: typed } : {}) },
          {
            onSuccess: () => {
              tell({ text: 'Plug hole noted' });
              resolve({});
            },
            onError: (error) => {
              tell({
                text:
                  error instanceof Refused
                    ? `${error.message}.`
                    : 'There is no signal. What is known of an engine is changed at the server.',
              });
              resolve(
                error instanceof Refused
                  ? Object.fromEntries(error.fields.map(({ field, reason }) => [field, reason]))
                  : {},
              );
            },
          },
        );
      }),
  );
  const field = (name: 'threadMm' | 'pitchMm' | 'reachMm', label: string) => (
    <Field
      label={label}
      value={form[name]}
      onChange={set(name)}
      error={errors[`plug.${name}`]}
      figures
      keyboard="decimal-pad"
    />
  );
  return (
    <Plate label="Plug hole" style={styles.plate}>
      <Label>Plug hole</Label>
      <View style={styles.row}>
        {field('threadMm', 'Thread, mm')}
        {field('pitchMm', 'Pitch, mm')}
        {field('reachMm', 'Reach, mm')}
      </View>
      <Words colour="dim">
        {plug
          ? 'A tester whose adapter does not fit is said before it is used.'
          : 'Not known: no adapter can be held against it.'}
      </Words>
      {changed ? (
        <Button kind="main" tall={false} busy={saving} onPress={submit}>
          Save the plug hole
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
