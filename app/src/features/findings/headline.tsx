import type { Bench } from '@rugged/contract';
import { capital, CAUSE_NAME, type Engine, layoutOf, type Report } from '@rugged/core';
import { complaintOf, openedSinceRepair, readersOf } from '@rugged/contract/bench';
import { StyleSheet, View } from 'react-native';
import { oddsText } from '@/bench/causes/shown-causes';
import { shownStates } from '@/bench/shown-state';
import { useSignedIn } from '@/data/session';
import { MiniPlan } from '@/ui/engine-plan';
import { day } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { StateMark } from '@/ui/state-mark';
import { Label, Strong, Title, Words } from '@/ui/words';

/** What it is: once it was opened what was found, before that what the readings say. */
export function Headline({ bench, judgement }: { bench: Bench; judgement: Report }) {
  const { shop, person } = useSignedIn();
  const shown = shownStates(bench, judgement);
  const { job, owner, machine, engine } = bench;
  // A test that waits on this device is this person's.
  const opened = openedSinceRepair(bench);
  const complaint = complaintOf(job);
  const several = engine.cylinders.length > 1;
  const overruled = [...shown.overruled].filter(([, { state }]) => state);
  const simulated = bench.tests.some(({ conditions }) => 'tester' in conditions && conditions.tester?.simulated);
  const readers = readersOf(bench, person.name);
  return (
    <Plate label="Headline">
      <Label>
        {[shop.name, job.number === undefined ? 'new job' : `job ${job.number}`, day(job.openedAt)].join(' · ')}
      </Label>
      <View style={styles.answer}>
        <View style={styles.what}>
          {opened.length > 0 ? (
            opened.map(({ cylinder, found, predicted, probability }) => (
              <View key={cylinder}>
                <Title style={styles.headline}>
                  {`${capital(CAUSE_NAME[found])}${several ? `, cyl ${cylinder}` : ''}, found inside.`}
                </Title>
                {predicted === undefined || probability === undefined ? null : (
                  <Words>
                    {predicted === found
                      ? `Named before with ${oddsText(probability)}.`
                      : `Named before: ${CAUSE_NAME[predicted]}, ${oddsText(probability)}.`}
                  </Words>
                )}
              </View>
            ))
          ) : (
            <Title style={styles.headline}>{judgement.engine.headline}</Title>
          )}
        </View>
        <View aria-hidden>
          <MiniPlan engine={engine} states={shown.cylinders} />
        </View>
      </View>
      <View style={styles.state}>
        <StateMark state={shown.engine} size={20} />
        {overruled.length > 0 ? (
          <Words colour="dim">
            {'overruled: ' + overruled.map(([id]) => (id === '' ? 'engine' : `cyl ${id}`)).join(', ')}
          </Words>
        ) : null}
      </View>
      <Words colour="dim">
        {`${engine.name}, ${engine.cycle}, ${cylindersWords(engine)}. ` +
          `${[...(machine.name === engine.name ? [] : [machine.name]), owner.name].join(', ')}.` +
          `${complaint === undefined ? '' : ` Complaint: ${complaint}.`}${job.alreadyDone ? ` Already done: ${job.alreadyDone}.` : ''}`}
      </Words>
      {simulated ? <Strong colour="rust">Read with a simulated sensor: for training, not for an owner.</Strong> : null}
      {readers.length > 0 ? <Words colour="dim">{`Read by ${readers.join(', ')}.`}</Words> : null}
    </Plate>
  );
}

const LAYOUT_WORD = { single: '', inline: 'in line', vee: 'in a vee', flat: 'lying flat' } as const;

const cylindersWords = (engine: Engine): string =>
  engine.cylinders.length === 1
    ? 'single cylinder'
    : `${engine.cylinders.length} cylinders ${LAYOUT_WORD[layoutOf(engine)]}`;

const styles = StyleSheet.create({
  answer: { flexDirection: 'row', gap: 10, alignItems: 'center' },
  what: { flex: 1, minWidth: 0 },
  headline: { fontSize: 24, lineHeight: 29, marginVertical: 4 },
  state: { flexDirection: 'row', gap: 12, alignItems: 'center', marginBottom: 6 },
});
