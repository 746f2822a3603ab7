import type { ReactNode } from 'react';
import type { Step, Tick } from '@rugged/core/procedure';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { dayAndTime } from '@/ui/format';
import { PadButtons, padButton } from '@/ui/pad/pad-buttons';
import { PadFrame } from '@/ui/pad/pad-frame';
import { useRoom } from '@/ui/pad/room';
import { Plate } from '@/ui/plate';
import { Label, Strong, Title, Words } from '@/ui/words';
import { HAND_WORD, HandMark } from './hand-mark';

interface Props {
  step: Step;
  place: number;
  of: number;
  tick: (Tick & { by?: string }) | undefined;
  onMark(mark: 'done' | 'skipped' | 'open'): void;
  onBefore?(): void;
  /** The whole way, over the step. */
  road: ReactNode;
  /** Over the buttons: one at a time or all, and the way to the reading. */
  besides: ReactNode;
}

/** One step: what, why, and what hurts. The big button is under the thumb. */
export function StepPlate({ step, place, of, tick, onMark, onBefore, road, besides }: Props) {
  const { caution } = step;
  const { tight } = useRoom();
  return (
    <PadFrame
      face={
        <>
          {road}
          <ScrollView style={styles.scroll} contentContainerStyle={styles.body}>
            <Plate label={`Step ${place} of ${of}`} style={tight ? styles.lowPlate : styles.plate}>
              {/* Told as it changes: the next step comes under the same button. */}
              <View aria-live="polite" style={tight ? styles.lowTold : styles.told}>
                <Label>{`Step ${place} of ${of}`}</Label>
                <Title style={tight ? styles.lesser : styles.what}>{step.what}</Title>
                <Words style={tight ? styles.lowWhy : styles.why}>{step.why}</Words>
              </View>
              {tick ? <Words colour="dim">{tickWords(tick)}</Words> : null}
            </Plate>
            {caution ? (
              <Plate hand label="Caution" style={styles.caution}>
                <HandMark hand={caution.hand} />
                <View style={styles.grow}>
                  <Label>{HAND_WORD[caution.hand]}</Label>
                  <Strong style={tight ? styles.lowWhy : styles.why}>{caution.text}</Strong>
                </View>
              </Plate>
            ) : null}
          </ScrollView>
        </>
      }
      hand={
        <>
          {besides}
          <PadButtons>
            <Button kind="ground" tall onPress={() => onBefore?.()} disabled={!onBefore} style={padButton.lesser}>
              Step back
            </Button>
            {tick ? (
              <Button kind="ground" tall icon="undo-variant" onPress={() => onMark('open')} style={padButton.lesser}>
                Open again
              </Button>
            ) : caution ? null : (
              <Button kind="ground" tall onPress={() => onMark('skipped')} style={padButton.lesser}>
                Skip
              </Button>
            )}
            <Button kind="main" onPress={() => onMark('done')} style={padButton.main}>
              {caution ? 'Read, and done' : 'Done'}
            </Button>
          </PadButtons>
        </>
      }
    />
  );
}

export const tickWords = ({ mark, madeAt, by }: Tick & { by?: string }): string =>
  `${mark === 'done' ? 'Done' : 'Skipped'} ${dayAndTime(madeAt)}${by ? `, ${by}` : ''}`;

const styles = StyleSheet.create({
  scroll: { flex: 1 },
  body: { gap: 8, flexGrow: 1 },
  plate: { gap: 10, flexGrow: 1 },
  lowPlate: { gap: 4, flexGrow: 1, paddingVertical: 6 },
  told: { gap: 10 },
  lowTold: { gap: 4 },
  what: { fontSize: 26, lineHeight: 31 },
  lesser: { fontSize: 20, lineHeight: 23 },
  why: { fontSize: 18, lineHeight: 24 },
  lowWhy: { fontSize: 15.5, lineHeight: 19 },
  caution: { flexDirection: 'row', gap: 12, alignItems: 'center' },
  grow: { flexGrow: 1, flexShrink: 1 },
});
