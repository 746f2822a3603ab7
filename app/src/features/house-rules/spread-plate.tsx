import { type HouseRules, METHOD_NAME, SPREAD_METHODS } from '@rugged/core';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { typedNumber } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Title, Words } from '@/ui/words';
import { useSettingsForm } from '@/settings/use-settings-form';

const METHODS = SPREAD_METHODS.map((value) => ({ value, word: METHOD_NAME[value] }));

/**
 * The shop's school for comparing cylinders. The same four readings pass one method and fail another, so it is always
 * named.
 */
export function SpreadPlate({
  rules,
  onSave,
  children,
}: {
  rules: Partial<HouseRules>;
  onSave(rules: Partial<HouseRules>): Promise<Readonly<Record<string, string>>>;
  children: ReactNode;
}) {
  const { form, errors, set, submit, saving, changed } = useSettingsForm(
    {
      spreadMethod: rules.spreadMethod ?? 'lowest-vs-highest',
      spreadWatchPercent: text(rules.spreadWatchPercent),
      spreadLimitPercent: text(rules.spreadLimitPercent),
    },
    ({ houseRulesSchema }) => houseRulesSchema,
    ({ spreadMethod, ...figures }) => {
      const { spreadWatchPercent, spreadLimitPercent, ...others } = rules;
      return {
        ...others,
        spreadMethod,
        ...Object.fromEntries(
          Object.entries(figures).flatMap(([field, value]) =>
            value.trim() === '' ? [] : [[field, typedNumber(value)]],
          ),
        ),
      };
    },
    onSave,
  );
  return (
    <Plate label="Spread" style={styles.plate}>
      <Title>Spread</Title>
      <Choice label="Method" options={METHODS} chosen={form.spreadMethod} onChoose={set('spreadMethod')} />
      <View style={styles.row}>
        <Field
          label="Watch from, %"
          value={form.spreadWatchPercent}
          onChange={set('spreadWatchPercent')}
          error={errors['spreadWatchPercent']}
          figures
          keyboard="decimal-pad"
        />
        <Field
          label="Fault from, %"
          value={form.spreadLimitPercent}
          onChange={set('spreadLimitPercent')}
          error={errors['spreadLimitPercent']}
          figures
          keyboard="decimal-pad"
        />
      </View>
      <Words colour="dim">
        Empty: by the kind of engine, 7 and 10 % for two-stroke outboards and powersports, 10 and 20 % for the others. A
        book that gives a limit wins over it.
      </Words>
      {children}
      {changed ? (
        <Button kind="main" tall={false} busy={saving} onPress={submit}>
          Save the rule
        </Button>
      ) : null}
    </Plate>
  );
}

const text = (figure: number | undefined) => (figure === undefined ? '' : String(figure));

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
});
