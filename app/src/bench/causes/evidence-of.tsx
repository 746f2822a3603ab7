import type { Bench } from '@rugged/contract';
import { CAUSE_NAME, type CauseName, type ToldCause } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { shownStates } from '@/bench/shown-state';
import { useColours } from '@/ui/theme';
import { Figure, Strong, Words } from '@/ui/words';
import { causeTitle } from './shown-causes';

/** What a mechanic takes it to be stands beside the odds, and changes none. */
export function Opinions({ bench }: { bench: Bench }) {
  const opinions = [...shownStates(bench, undefined).overruled.values()].filter(({ cause }) => cause);
  return opinions.map(({ id, cylinder, cause, by, reason }) => (
    <Words key={id} style={styles.opinion}>
      <Strong>
        {`${by ?? 'You'}: ${CAUSE_NAME[cause as CauseName]}`}
        {cylinder === undefined ? '. ' : `, cyl ${cylinder}. `}
      </Strong>
      {reason}
    </Words>
  ));
}

const AT_MOST = 6;

export function EvidenceOf({ cause }: { cause: ToldCause }) {
  const c = useColours();
  return (
    <View role="list" aria-label={`Why ${causeTitle(cause)}`} style={styles.evidence}>
      <Words colour="dim" style={styles.small}>
        {cause.text}
      </Words>
      {cause.evidence.slice(0, AT_MOST).map(({ fact, weight, text, why }) => (
        <View key={fact} role="listitem" style={[styles.fact, { borderTopColor: c.line }]}>
          <Strong style={styles.sign}>{weight > 0 ? '+' : '−'}</Strong>
          <View style={styles.said}>
            <Words style={styles.small}>{`${text}.`}</Words>
            <Words colour="dim" style={styles.why}>
              {why}
            </Words>
          </View>
          <Figure style={styles.weight}>{`${weight > 0 ? '+' : '−'}${Math.abs(weight).toFixed(0)}`}</Figure>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  evidence: { paddingBottom: 8, gap: 2 },
  fact: { flexDirection: 'row', gap: 8, borderTopWidth: 1, paddingVertical: 5, alignItems: 'flex-start' },
  sign: { width: 14, textAlign: 'center' },
  said: { flex: 1 },
  small: { fontSize: 15, lineHeight: 19 },
  why: { fontSize: 14, lineHeight: 17 },
  weight: { width: 40, textAlign: 'right', fontSize: 15 },
  opinion: { marginTop: 8 },
});
