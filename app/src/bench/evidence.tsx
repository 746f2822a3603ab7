import type { Bench } from '@rugged/contract';
import { type Report, type ToldCylinder, worstOf } from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import Icon from '@/ui/icon';
import { Plate } from '@/ui/plate';
import { StateMark, STATE_WORD } from '@/ui/state-mark';
import { useColours } from '@/ui/theme';
import { TOUCH } from '@/ui/tokens';
import { Label, Strong, Words } from '@/ui/words';
import { shownStates } from './shown-state';

interface Props {
  bench: Bench;
  judgement: Report;
  open?: boolean;
  actions?(cylinder: string): React.ReactNode;
}

/** Why each cylinder has its state. Opens by a tap; the worst one is open by itself. */
export function Evidence({ bench, judgement, open = false, actions }: Props) {
  const measured = judgement.cylinders.filter((cylinder) => cylinder.compression ?? cylinder.leakage);
  const shown = shownStates(bench, judgement);
  if (measured.length === 0) return null;
  const state = worstOf(measured.map((cylinder) => cylinder.state));
  const worst = measured.find((cylinder) => cylinder.state === state);
  return (
    <Plate label="Why">
      <Label>Why</Label>
      {measured.map((cylinder) => (
        <CylinderReasons
          key={cylinder.id}
          cylinder={cylinder}
          shown={shown}
          open={open || cylinder === worst}
          actions={actions?.(cylinder.id)}
        />
      ))}
    </Plate>
  );
}

function CylinderReasons({
  cylinder,
  shown,
  open,
  actions,
}: {
  cylinder: ToldCylinder;
  shown: ReturnType<typeof shownStates>;
  open: boolean;
  actions: React.ReactNode;
}) {
  const c = useColours();
  const [opened, setOpened] = useState(open);
  const overrule = shown.overruled.get(cylinder.id);
  const state = shown.cylinders.get(cylinder.id) ?? cylinder.state;
  return (
    <View style={[styles.cylinder, { borderTopColor: c.line }]}>
      <TouchableRipple role="button" aria-expanded={opened} onPress={() => setOpened(!opened)} style={styles.head}>
        <View style={styles.headInside}>
          <Strong style={styles.name}>{`Cyl ${cylinder.id}`}</Strong>
          <StateMark state={state} />
          <Icon name={opened ? 'chevron-up' : 'chevron-down'} color={c.ink} />
        </View>
      </TouchableRipple>
      {opened ? (
        <View style={styles.reasons}>
          {overrule?.state ? (
            <Words>
              <Strong>{`Overruled by ${overrule.by ?? 'you'}: `}</Strong>
              {`${sentence(overrule.reason)} Computed: ${STATE_WORD[cylinder.state].toLowerCase()}.`}
            </Words>
          ) : null}
          {cylinder.reasons.map((reason, i) => (
            <Words key={`${reason.rule}${i}`}>{reason.text}</Words>
          ))}
          {actions}
        </View>
      ) : null}
    </View>
  );
}

/** A person's words as a sentence, whether they set the full stop or not. */
const sentence = (words: string) => (/[.!?]$/.test(words) ? words : `${words}.`);

/** What is to be said about the tests themselves. @param folded the first, the others behind a tap */
export function Cautions({ judgement, folded = false }: { judgement: Report; folded?: boolean }) {
  const [open, setOpen] = useState(!folded);
  const said = judgement.cautions.filter((caution) => caution.caution !== 'spread-single-cylinder');
  if (said.length === 0) return null;
  const shown = open ? said : said.slice(0, 1);
  return (
    <Plate hand label="Cautions">
      <Label>Mind</Label>
      <View style={styles.cautions}>
        {shown.map((caution) => (
          <Words key={caution.text}>{caution.text}</Words>
        ))}
      </View>
      {folded && said.length > 1 ? (
        <TouchableRipple role="button" aria-expanded={open} onPress={() => setOpen(!open)} style={styles.more}>
          <Words style={styles.link}>{open ? 'Only the first' : `${said.length - 1} more`}</Words>
        </TouchableRipple>
      ) : null}
    </Plate>
  );
}

const styles = StyleSheet.create({
  cylinder: { borderTopWidth: 1, marginTop: 4 },
  head: { minHeight: TOUCH.least, justifyContent: 'center' },
  headInside: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  name: { flex: 1, fontSize: 18 },
  reasons: { gap: 6, paddingBottom: 10 },
  cautions: { gap: 6, marginTop: 4 },
  more: { minHeight: TOUCH.least, justifyContent: 'center' },
  link: { fontSize: 15, textDecorationLine: 'underline' },
});
