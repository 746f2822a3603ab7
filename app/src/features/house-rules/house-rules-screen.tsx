import { type HouseRules, LEAK_SCHOOLS, type PressureUnit, SCHOOLS, fromKPa, toKPa, UNIT_SIGN } from '@rugged/core';
import { useRouter } from 'expo-router';
import { Fragment } from 'react';
import { StyleSheet, View } from 'react-native';
import { useSignedIn } from '@/data/session';
import { MATTERS } from '@/settings/matters';
import { useSaveShop } from '@/settings/use-save-shop';
import { KeptBadge } from '@/bench/kept-badge';
import { Choice } from '@/ui/choice';
import { Columns } from '@/ui/columns';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label, Strong, Title, Words } from '@/ui/words';
import { type SampleMatter, sampleSays, sampleWords } from './samples';
import { SpreadPlate } from './spread-plate';

const SUPPLIES = ['60', '70', '80', '100'] as const;

export function HouseRulesScreen() {
  const router = useRouter();
  const { shop } = useSignedIn();
  const { unit, houseRules } = shop;
  const save = useSaveShop();
  const keep = (change: Partial<HouseRules>) =>
    save({ houseRules: { ...houseRules, ...change } }, 'House rule changed');
  const leak = LEAK_SCHOOLS.findIndex(
    ({ sound, watch, fault }) =>
      sound === (houseRules.leakSoundPercent ?? 10) &&
      watch === (houseRules.leakWatchPercent ?? 20) &&
      fault === (houseRules.leakFaultPercent ?? 30),
  );
  return (
    <Screen
      title="House rules"
      wide
      under="The book wins over all of them"
      onBack={() => router.navigate('/shop')}
      action={<KeptBadge />}
    >
      <Columns>
        <>
          <SpreadPlate
            key={`rules-${shop.version}`}
            rules={houseRules}
            onSave={(rules) => save({ houseRules: rules }, 'House rule changed')}
          >
            <Sample matter="spread" rules={houseRules} unit={unit} />
          </SpreadPlate>
          <Plate label="Leak limit" style={styles.plate}>
            <Title>Leak limit</Title>
            <Choice
              label="Bands"
              options={LEAK_SCHOOLS.map(({ sound, watch, fault }, i) => ({
                value: String(i),
                word: `${sound} / ${watch} / ${fault} %`,
              }))}
              chosen={leak < 0 ? undefined : String(leak)}
              onChoose={(value) => {
                const school = LEAK_SCHOOLS[Number(value)];
                if (school)
                  void keep({
                    leakSoundPercent: school.sound,
                    leakWatchPercent: school.watch,
                    leakFaultPercent: school.fault,
                  });
              }}
            />
            <Words colour="dim">Sound up to, watched from, a fault from.</Words>
            <Choice
              label={`Air fed in, ${UNIT_SIGN[unit]}`}
              options={SUPPLIES.map((value) => ({
                value,
                word: fromKPa(toKPa(Number(value), 'psi'), unit).toFixed(unit === 'psi' || unit === 'kPa' ? 0 : 1),
              }))}
              chosen={SUPPLIES.find(
                (value) => Math.abs(toKPa(Number(value), 'psi') - (houseRules.leakSupplyKPa ?? toKPa(80, 'psi'))) < 1,
              )}
              onChoose={(value) => void keep({ leakSupplyKPa: toKPa(Number(value), 'psi') })}
            />
            <Words colour="dim">It fills the leak-down pad in. The percent is computed from what was used.</Words>
            <Sample matter="leak" rules={houseRules} unit={unit} />
          </Plate>
        </>
        {[MATTERS.slice(0, 5), MATTERS.slice(5)].map((some, i) => (
          <Fragment key={i}>
            {some.map(({ matter, sample, title, why, words }) => (
              <Plate key={matter} label={title} style={styles.plate}>
                <Title>{title}</Title>
                <Words colour="dim">{why}</Words>
                <Choice
                  label={title}
                  hideLabel
                  options={SCHOOLS[matter].map((value) => ({ value, word: words[value] ?? value }))}
                  chosen={houseRules[matter] ?? SCHOOLS[matter][0]}
                  onChoose={(value) => void keep({ [matter]: value })}
                />
                <Sample matter={sample} rules={houseRules} unit={unit} />
              </Plate>
            ))}
          </Fragment>
        ))}
      </Columns>
    </Screen>
  );
}

/** The sample under the rules as they stand. */
function Sample({ matter, rules, unit }: { matter: SampleMatter; rules: Partial<HouseRules>; unit: PressureUnit }) {
  return (
    <View style={styles.sample}>
      <Label>On a sample</Label>
      <Words>{sampleWords(matter, unit)}</Words>
      <Strong>{sampleSays(matter, rules, unit)}</Strong>
    </View>
  );
}

const styles = StyleSheet.create({ plate: { gap: 8 }, sample: { gap: 2, marginTop: 4 } });
