import type { Bench } from '@rugged/contract';
import { tellStep } from '@rugged/core';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { useVerdictSoon } from '@/data/jobs';
import { shownStates } from '@/bench/shown-state';
import { stageOf, tellStage } from '@/bench/stage';
import { MiniPlan } from '@/ui/engine-plan';
import { ago } from '@/ui/format';
import { StateMark } from '@/ui/state-mark';
import { TapLink } from '@/ui/tap-link';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS } from '@/ui/tokens';
import { Figure, Strong, Words } from '@/ui/words';

interface Props {
  bench: Bench;
  /** It stands here because somebody searched: whose it is, and what it is in, is said as well. */
  searched?: boolean;
  /** In sight from the start: it is judged before it is drawn, the others beside the screen. */
  first?: boolean;
}

/** A job in the Bay. */
export const JobCard = memo(function JobCard({ bench, searched = false, first = false }: Props) {
  const c = useColours();
  const { job, engine, machine, owner } = bench;
  const verdict = useVerdictSoon(bench, first);
  const judgement = verdict?.ok ? verdict.judgement : undefined;
  const { engine: state, cylinders } = shownStates(bench, judgement);
  const step = judgement?.next[0];
  const stage = job.status === 'open' ? stageOf(bench) : undefined;
  const next =
    job.status === 'closed'
      ? 'Closed'
      : stage
        ? tellStage(stage)
        : step
          ? tellStep(step)
          : verdict
            ? 'Something entered is not right'
            : 'Judging';
  const number = job.number === undefined ? 'New job' : `Job ${job.number}`;
  return (
    <TapLink href={`/jobs/${job.id}`} style={[styles.card, { backgroundColor: c.plate, borderColor: c.line }]}>
      <View style={styles.inside}>
        <View style={styles.plan} aria-hidden>
          <MiniPlan engine={engine} states={cylinders} />
        </View>
        <View style={styles.words}>
          <Strong lines={2} style={styles.name}>
            {engine.name}
          </Strong>
          <Words colour="dim" lines={1} style={styles.small}>{`${number} · ${job.complaint}`}</Words>
          {searched ? (
            <Words lines={2} style={styles.small}>
              {[machine.name, owner.name, engine.model].filter(Boolean).join(' · ')}
            </Words>
          ) : null}
          <Strong lines={2} style={styles.next}>
            {next}
          </Strong>
          <View style={styles.foot}>
            {verdict ? <StateMark state={state} size={15} /> : <View />}
            {job.status === 'open' && !stage && step && step.minutes > 0 ? (
              <Figure colour="dim" style={styles.minutes}>{`${step.minutes} min`}</Figure>
            ) : (
              <Words colour="dim" style={styles.small}>
                {ago(job.openedAt)}
              </Words>
            )}
          </View>
        </View>
      </View>
    </TapLink>
  );
});

const styles = StyleSheet.create({
  card: { borderWidth: LINE, borderRadius: RADIUS, flexGrow: 1 },
  inside: {
    flexDirection: 'row',
    gap: 12,
    alignItems: 'center',
    paddingVertical: 9,
    paddingHorizontal: 12,
    flexGrow: 1,
  },
  plan: { width: 108, alignItems: 'center' },
  words: { flex: 1, minWidth: 0 },
  name: { fontSize: 18, lineHeight: 21 },
  next: { lineHeight: 19 },
  small: { fontSize: 15, lineHeight: 19 },
  foot: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', marginTop: 3 },
  minutes: { fontSize: 13 },
});
