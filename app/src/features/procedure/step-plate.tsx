import type { Step, Tick } from '@rugged/core/procedure';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { dayAndTime } from '@/ui/format';
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
}

/** One step: what, why, and what hurts. The big button is under the thumb. */
export function StepPlate({ step, place, of, tick, onMark, onBefore }: Props) {
  const { caution } = step;
  return (
    <>
      <Plate label={`Step ${place} of ${of}`} style={styles.plate}>
        {/* Told as it changes: the next step comes under the same button. */}
        <View aria-live="polite" style={styles.told}>
          <Label>{`Step ${place} of ${of}`}</Label>
          <Title style={styles.what}>{step.what}</Title>
          <Words style={styles.why}>{step.why}</Words>
        </View>
        {tick ? <Words colour="dim">{tickWords(tick)}</Words> : null}
      </Plate>
      {caution ? (
        <Plate hand label="Caution" style={styles.caution}>
          <HandMark hand={caution.hand} />
          <View style={styles.grow}>
            <Label>{HAND_WORD[caution.hand]}</Label>
            <Strong style={styles.why}>{caution.text}</Strong>
          </View>
        </Plate>
      ) : null}
      <View style={styles.buttons}>
        <Button kind="ground" tall onPress={() => onBefore?.()} disabled={!onBefore} style={styles.grow}>
          Step back
        </Button>
        {tick ? (
          <Button kind="ground" tall icon="undo-variant" onPress={() => onMark('open')} style={styles.grow}>
            Open again
          </Button>
        ) : caution ? null : (
          <Button kind="ground" tall onPress={() => onMark('skipped')} style={styles.grow}>
            Skip
          </Button>
        )}
        <Button kind="main" onPress={() => onMark('done')} style={styles.done}>
          {caution ? 'Read, and done' : 'Done'}
        </Button>
      </View>
    </>
  );
}

export const tickWords = ({ mark, madeAt, by }: Tick & { by?: string }): string =>
  `${mark === 'done' ? 'Done' : 'Skipped'} ${dayAndTime(madeAt)}${by ? `, ${by}` : ''}`;

const styles = StyleSheet.create({
  plate: { gap: 10, minHeight: 300 },
  told: { gap: 10 },
  what: { fontSize: 26, lineHeight: 31 },
  why: { fontSize: 18, lineHeight: 24 },
  caution: { flexDirection: 'row', gap: 12, alignItems: 'center' },
  grow: { flexGrow: 1, flexShrink: 1 },
  buttons: { flexDirection: 'row', gap: 8 },
  done: { flexGrow: 2, flexShrink: 1 },
});
