import { LEVEL_ROLES, type LevelRole, type SignsAlone } from '@rugged/contract/people';
import { StyleSheet, View } from 'react-native';
import { ROLE_WORD } from '@/bench/role-words';
import { useChangeShop, useSignedIn } from '@/data/session';
import { Choice } from '@/ui/choice';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';

/** Levels that make sense to ask for: air, the tester that lies, two faults, all of them. */
const ASKED = [5, 8, 10, 12];
const WITHOUT_LEVEL = 'without';
const WITHOUT: Readonly<Record<LevelRole, { word: string; means: string }>> = {
  apprentice: { word: 'Never', means: 'Somebody always signs beside an apprentice.' },
  mechanic: { word: 'Always', means: 'A mechanic signs alone from the first day.' },
};

/** From which level of the practice on somebody signs alone. */
export function SigningPlate() {
  const { shop } = useSignedIn();
  const change = useChangeShop();
  const tell = useNotice();
  const { signsAlone = {} } = shop;
  const set = (role: LevelRole, level: number | undefined) => {
    const { [role]: _, ...others } = signsAlone;
    const next: SignsAlone = level === undefined ? others : { ...others, [role]: level };
    const put = (wanted: SignsAlone, undo?: SignsAlone) =>
      change.mutate(
        { signsAlone: wanted },
        {
          onSuccess: () => tell({ text: 'Kept', ...(undo ? { undo: () => put(undo) } : {}) }),
          onError: (error) => tell({ text: `${error.message}.` }),
        },
      );
    put(next, signsAlone);
  };
  return (
    <Plate label="Signing alone" style={styles.plate}>
      <Label>Signing alone</Label>
      {LEVEL_ROLES.map((role) => {
        const level = signsAlone[role];
        return (
          <View key={role} style={styles.role}>
            <Choice
              label={`${ROLE_WORD[role]} signs alone`}
              options={[
                { value: WITHOUT_LEVEL, word: WITHOUT[role].word },
                ...[...new Set([...ASKED, ...(level === undefined ? [] : [level])])]
                  .sort((a, b) => a - b)
                  .map((one) => ({ value: String(one), word: `After level ${one}` })),
              ]}
              chosen={level === undefined ? WITHOUT_LEVEL : String(level)}
              onChoose={(next) => set(role, next === WITHOUT_LEVEL ? undefined : Number(next))}
            />
            <Words colour="dim">
              {level === undefined
                ? WITHOUT[role].means
                : `Until level ${level} of the practice is passed somebody signs beside them: no job closes before.`}
            </Words>
          </View>
        );
      })}
    </Plate>
  );
}

const styles = StyleSheet.create({ plate: { gap: 12 }, role: { gap: 6 } });
