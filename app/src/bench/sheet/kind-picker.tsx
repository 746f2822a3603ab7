import {
  builtLike,
  FAMILIES,
  type Family,
  KIND_NAMES,
  KIND_OF_ENGINE,
  type KindName,
  KINDS_OF_ENGINE,
} from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { FAMILY_WORD } from '@/bench/family-words';
import { useSignedIn } from '@/data/session';
import { Choice } from '@/ui/choice';
import { MiniPlan } from '@/ui/engine-plan';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS } from '@/ui/tokens';
import { Strong } from '@/ui/words';

/** Those that come into the shop first. */
const optionsOf = (first: readonly Family[]) =>
  [...new Set([...first, ...FAMILIES])].map((value) => ({ value, word: FAMILY_WORD[value] }));

/** What it is like: where it works, then how it is built. */
export function KindPicker({ chosen, onChoose }: { chosen: KindName | undefined; onChoose(kind: KindName): void }) {
  const c = useColours();
  const { shop } = useSignedIn();
  const [family, setFamily] = useState<Family | undefined>(chosen && KINDS_OF_ENGINE[chosen].family);
  const kinds = KIND_NAMES.filter((kind) => KINDS_OF_ENGINE[kind].family === family);
  return (
    <View style={styles.all}>
      <Choice<Family> label="Works in" options={optionsOf(shop.families ?? [])} chosen={family} onChoose={setFamily} />
      <View role="group" aria-label="Kind of engine" style={styles.kinds}>
        {kinds.map((kind) => (
          <TouchableRipple
            key={kind}
            role="button"
            borderless
            aria-pressed={kind === chosen}
            aria-label={`Kind: ${KIND_OF_ENGINE[kind]}`}
            onPress={() => onChoose(kind)}
            style={[
              styles.kind,
              { borderColor: kind === chosen ? c.amber : c.line, borderWidth: kind === chosen ? 4 : LINE },
            ]}
          >
            <View style={styles.inside}>
              <View style={styles.plan} aria-hidden>
                <MiniPlan engine={builtLike(kind)} />
              </View>
              <Strong style={styles.word}>{KIND_OF_ENGINE[kind]}</Strong>
            </View>
          </TouchableRipple>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 8 },
  kinds: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  kind: { borderRadius: RADIUS, minHeight: 64, width: '48%', flexGrow: 1, justifyContent: 'center', padding: 6 },
  inside: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  plan: { width: 58, alignItems: 'center', transform: [{ scale: 0.5 }], marginVertical: -18 },
  word: { flex: 1, fontSize: 15, lineHeight: 18 },
});
