import {
  type HouseRules,
  LEAK_SCHOOLS,
  type PressureUnit,
  SCHOOLS,
  fromKPa,
  toKPa,
  UNIT_SIGN,
  type Matter,
} from '@rugged/core';
import { useRouter } from 'expo-router';
import { Fragment } from 'react';
import { StyleSheet, View } from 'react-native';
import { useSignedIn } from '@/data/session';
import { useSaveShop } from '@/settings/use-save-shop';
import { KeptBadge } from '@/bench/kept-badge';
import { Choice } from '@/ui/choice';
import { Columns } from '@/ui/columns';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label, Strong, Title, Words } from '@/ui/words';
import { type SampleMatter, sampleSays, sampleWords } from './samples';
import { SpreadPlate } from './spread-plate';

/** Each matter on which practitioners disagree, its schools, and what the choice comes to on a sample. */
const MATTERS: readonly {
  matter: Matter;
  sample: SampleMatter;
  title: string;
  why: string;
  words: Readonly<Record<string, string>>;
}[] = [
  {
    matter: 'temperatureSchool',
    sample: 'temperature',
    title: 'Warm or cold',
    why: 'What a book means that does not say how warm the engine is.',
    words: { warm: 'Warm', cold: 'Cold' },
  },
  {
    matter: 'throttleSchool',
    sample: 'throttle',
    title: 'Throttle',
    why: 'Whether a shut throttle explains readings that are low all round.',
    words: { 'wide-open': 'Wide open, always', 'no-difference': 'Makes no difference' },
  },
  {
    matter: 'plugSchool',
    sample: 'plug',
    title: 'Plugs',
    why: 'All out spins faster; one at a time saves work. Alike on every cylinder.',
    words: { 'all-out': 'All out', 'one-at-a-time': 'One at a time' },
  },
  {
    matter: 'strokeSchool',
    sample: 'stroke',
    title: 'Strokes',
    why: 'Until two strokes add less than a division, or five and done.',
    words: { 'until-it-stops': 'Until it stops rising', 'five-strokes': 'Five strokes' },
  },
  {
    matter: 'firstTestSchool',
    sample: 'firstTest',
    title: 'First test',
    why: 'What the next card proposes before anything is measured.',
    words: {
      planner: 'What tells most a minute',
      compression: 'Compression',
      'leak-down': 'Leak-down',
      'valve-clearance': 'Valve clearances',
      vacuum: 'Vacuum',
    },
  },
  {
    matter: 'wetRiseSchool',
    sample: 'wetRise',
    title: 'Wet rise that means rings',
    why: 'Oil takes up room and lifts a reading by itself.',
    words: {
      sealing: 'Sealing alone',
      'any-clear-rise': 'Any clear rise',
      'others-level': 'Back to the others',
      'ten-percent': 'Ten percent',
    },
  },
  {
    matter: 'compressionSchool',
    sample: 'compression',
    title: 'Without a book',
    why: "Which of the trade's two rules of thumb stands in for a book.",
    words: { a: 'School A', b: 'School B' },
  },
  {
    matter: 'rebuildSchool',
    sample: 'rebuild',
    title: 'Rings alone, or the bore too',
    why: 'What a worn top end gets.',
    words: { 'hone-and-ring': 'Hone and ring', 'bore-or-replace': 'Bore or replace' },
  },
  {
    matter: 'learningSchool',
    sample: 'learning',
    title: 'Learn from engines opened here',
    why:
      'What the teardown sheets say moves the odds before anything is measured: never under a tenth of what the ' +
      'trade says, never over ten times.',
    words: { 'opened-here': 'Opened here', 'trade-alone': 'The trade alone' },
  },
];

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
