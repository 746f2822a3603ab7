import { FAMILIES, type Family, SCHOOLS } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { FAMILY_WORD } from '@/bench/family-words';
import { TesterForm } from '@/bench/testers/tester-form';
import { useSignedIn } from '@/data/session';
import { MATTERS } from '@/settings/matters';
import { useSaveShop } from '@/settings/use-save-shop';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Columns } from '@/ui/columns';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Title, Words } from '@/ui/words';

/** What moves most verdicts; the others stand in House rules. */
const ASKED = ['temperatureSchool', 'throttleSchool', 'firstTestSchool'] as const;

/** A new shop in three minutes: what comes in, three questions, the first gauge. All of it can wait. */
export function FirstStepsScreen() {
  const router = useRouter();
  const { shop, testers } = useSignedIn();
  const save = useSaveShop();
  const [adding, setAdding] = useState(false);
  const { families = [], houseRules } = shop;
  const toggle = (family: Family) =>
    void save({
      families: families.includes(family) ? families.filter((one) => one !== family) : [...families, family],
    });
  const questions = MATTERS.filter(({ matter }) => (ASKED as readonly string[]).includes(matter));
  return (
    <Screen
      title="First steps"
      under={shop.name}
      wide
      foot={
        <Button kind="main" onPress={() => router.replace('/')}>
          To the Bay
        </Button>
      }
    >
      <Columns>
        <>
          <Plate label="What comes in here" style={styles.plate}>
            <Title>What comes in here</Title>
            <View role="group" aria-label="What comes in here" style={styles.chips}>
              {FAMILIES.map((family) => (
                <Button
                  key={family}
                  kind={families.includes(family) ? 'chosen' : 'plain'}
                  tall={false}
                  pressed={families.includes(family)}
                  onPress={() => toggle(family)}
                >
                  {FAMILY_WORD[family]}
                </Button>
              ))}
            </View>
            <Words colour="dim">These stand first when an engine is taken in. The others stay in reach.</Words>
          </Plate>
          {questions.map(({ matter, title, why, words }) => (
            <Plate key={matter} label={title} style={styles.plate}>
              <Title>{title}</Title>
              <Words colour="dim">{why}</Words>
              <Choice
                label={title}
                hideLabel
                options={SCHOOLS[matter].map((value) => ({ value, word: words[value] ?? value }))}
                chosen={houseRules[matter] ?? SCHOOLS[matter][0]}
                onChoose={(value) => void save({ houseRules: { ...houseRules, [matter]: value } })}
              />
            </Plate>
          ))}
        </>
        <>
          <Plate label="Your gauge" style={styles.plate}>
            <Title>Your gauge</Title>
            {testers.length > 0 ? (
              <Words>{`In the register: ${testers.map(({ name }) => name).join(', ')}.`}</Words>
            ) : (
              <Words colour="dim">
                Its class and its marks are the doubt of every reading. Until one is here, a class of 2 % is supposed.
              </Words>
            )}
            {adding ? (
              <TesterForm record={undefined} onDone={() => setAdding(false)} />
            ) : (
              <Button icon="plus" onPress={() => setAdding(true)}>
                {testers.length > 0 ? 'Another one' : 'Put it in the register'}
              </Button>
            )}
          </Plate>
          <Plate label="The others" style={styles.plate}>
            <Title>The others</Title>
            <Words colour="dim">Everybody comes in by a link of their own, as what they are.</Words>
            <Button icon="account-outline" onPress={() => router.push('/people')}>
              People
            </Button>
          </Plate>
        </>
      </Columns>
    </Screen>
  );
}

const styles = StyleSheet.create({ plate: { gap: 10 }, chips: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 } });
