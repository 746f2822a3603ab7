import type { Step } from '@rugged/core/procedure';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { Button } from '@/ui/button';
import Icon from '@/ui/icon';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS, TOUCH } from '@/ui/tokens';
import { Strong, Words } from '@/ui/words';
import { HandMark } from './hand-mark';
import { tickWords } from './step-plate';
import type { ProcedureInHand } from '@/bench/use-procedure';

/** All steps with their ticks, for those who know the way. */
export function StepList({
  hand,
  onMark,
}: {
  hand: ProcedureInHand;
  onMark(step: Step, mark: 'done' | 'skipped' | 'open'): void;
}) {
  const c = useColours();
  return (
    <Plate label="Steps">
      <View role="list">
        {hand.procedure.steps.map((step, i) => {
          const tick = hand.marks.get(step.id);
          const done = tick?.mark === 'done';
          return (
            <View
              key={step.id}
              role="listitem"
              style={[styles.step, { borderTopColor: c.line, borderTopWidth: i === 0 ? 0 : 1 }]}
            >
              <TouchableRipple
                role="checkbox"
                aria-checked={done}
                aria-label={step.what}
                borderless
                onPress={() => onMark(step, done ? 'open' : 'done')}
                style={[styles.box, { borderColor: c.line, backgroundColor: done ? c.moss : c.plate }]}
              >
                <View>
                  {done ? <Icon name="check" size={30} color={c.plate} /> : null}
                  {tick && !done ? <Words colour="dim">–</Words> : null}
                </View>
              </TouchableRipple>
              <View style={styles.words}>
                <Strong>{step.what}</Strong>
                <Words colour="dim">{step.why}</Words>
                {step.caution ? (
                  <View style={styles.caution}>
                    <HandMark hand={step.caution.hand} size={30} />
                    <Strong style={styles.words}>{step.caution.text}</Strong>
                  </View>
                ) : null}
                {tick ? <Words colour="dim">{tickWords(tick)}</Words> : null}
              </View>
              {tick || step.caution ? null : (
                <Button onPress={() => onMark(step, 'skipped')} label={`Skip: ${step.what}`}>
                  Skip
                </Button>
              )}
            </View>
          );
        })}
      </View>
    </Plate>
  );
}

const styles = StyleSheet.create({
  step: { flexDirection: 'row', gap: 12, paddingVertical: 10, alignItems: 'flex-start' },
  box: {
    width: TOUCH.least,
    height: TOUCH.least,
    borderWidth: LINE,
    borderRadius: RADIUS,
    alignItems: 'center',
    justifyContent: 'center',
    flexShrink: 0,
  },
  words: { flex: 1 },
  caution: { flexDirection: 'row', gap: 8, alignItems: 'center', marginTop: 4 },
});
