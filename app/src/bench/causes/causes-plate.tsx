import type { Bench } from '@rugged/contract';
import { CAUSE_NAME, type CauseName, type Report, type ToldCause } from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { shownStates } from '@/bench/shown-state';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { TOUCH } from '@/ui/tokens';
import { Figure, Label, Strong, Words } from '@/ui/words';
import { causeTitle, leastSound, oddsText, shownCauses } from './shown-causes';

const AT_FIRST = 3;

/** What it may be, with its odds; a cause opens to what speaks for and against it. @param open all of it, for paper */
export function CausesPlate({ bench, judgement, open = false }: { bench: Bench; judgement: Report; open?: boolean }) {
  const causes = shownCauses(judgement);
  const [all, setAll] = useState(open);
  const [opened, setOpened] = useState<string>();
  const sound = leastSound(judgement);
  if (causes.length === 0) {
    if (!sound) return null;
    return (
      <Plate label="What it may be">
        <Label>What it may be</Label>
        <Words>
          {`Nothing points at a fault. Sound, ${oddsText(sound.probability)} on ` +
            `${judgement.cylinders.length > 1 ? 'the least sure cylinder' : 'this reading'}.`}
        </Words>
        <Opinions bench={bench} />
      </Plate>
    );
  }
  const shown = all ? causes : causes.slice(0, AT_FIRST);
  // The likeliest one tells its reasons by itself; the others when they are asked.
  const openOne = opened ?? keyOf(causes[0] as ToldCause);
  return (
    <Plate label="What it may be">
      <Label>What it may be</Label>
      <View style={styles.rows}>
        {shown.map((cause) => {
          const key = keyOf(cause);
          return (
            <CauseRow
              key={key}
              cause={cause}
              open={open || key === openOne}
              onPress={() => setOpened(key === openOne ? '' : key)}
            />
          );
        })}
      </View>
      {causes.length > AT_FIRST && !open ? (
        <TouchableRipple role="button" aria-expanded={all} onPress={() => setAll(!all)} style={styles.more}>
          <Words style={styles.link}>{all ? 'Only the likeliest' : `${causes.length - AT_FIRST} more`}</Words>
        </TouchableRipple>
      ) : null}
      <Opinions bench={bench} />
    </Plate>
  );
}

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

const keyOf = ({ cause, which, cylinder }: ToldCause) => `${which ?? cause} ${cylinder ?? ''}`;

function CauseRow({ cause, open, onPress }: { cause: ToldCause; open: boolean; onPress(): void }) {
  const c = useColours();
  return (
    <View>
      <TouchableRipple role="button" aria-expanded={open} onPress={onPress} style={styles.row}>
        <View style={styles.rowInside}>
          <Strong style={styles.name} lines={2}>
            {causeTitle(cause)}
          </Strong>
          <View style={[styles.bar, { borderColor: c.line }]}>
            <View style={[styles.fill, { width: `${100 * cause.probability}%`, backgroundColor: c.ink }]} />
          </View>
          <Figure style={styles.odds}>{oddsText(cause.probability)}</Figure>
        </View>
      </TouchableRipple>
      {open ? <EvidenceOf cause={cause} /> : null}
    </View>
  );
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
  rows: { marginTop: 2 },
  row: { minHeight: TOUCH.least, justifyContent: 'center' },
  rowInside: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  name: { flexGrow: 1, flexShrink: 1, flexBasis: 0, fontSize: 16 },
  bar: { width: 92, height: 14, borderWidth: 2 },
  fill: { height: '100%' },
  odds: { width: 48, textAlign: 'right', fontSize: 16 },
  evidence: { paddingBottom: 8, gap: 2 },
  fact: { flexDirection: 'row', gap: 8, borderTopWidth: 1, paddingVertical: 5, alignItems: 'flex-start' },
  sign: { width: 14, textAlign: 'center' },
  said: { flex: 1 },
  small: { fontSize: 15, lineHeight: 19 },
  why: { fontSize: 14, lineHeight: 17 },
  weight: { width: 40, textAlign: 'right', fontSize: 15 },
  opinion: { marginTop: 8 },
  more: { minHeight: TOUCH.least, justifyContent: 'center' },
  link: { fontSize: 15, textDecorationLine: 'underline' },
});
