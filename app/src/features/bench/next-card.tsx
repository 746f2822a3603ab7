import type { Bench } from '@rugged/contract';
import { KINDS, type NextTest, TEST_KINDS, TEST_NAME, type TestKind, tellStep, type ToldStep } from '@rugged/core';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { stageOf } from '@/bench/stage';
import { ON_SCREEN } from '@/bench/test-kinds';
import type { Verdict } from '@/data/judged';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { TOUCH } from '@/ui/tokens';
import { Label, Strong, Title, Words } from '@/ui/words';
import { StageCard } from './stage-card';

/** Which test a step enters. The others are advice: done at the engine, not entered here. */
const ENTERS: Readonly<Partial<Record<NextTest, TestKind>>> = {
  compression: 'compression',
  retest: 'compression',
  wet: 'compression',
  leakdown: 'leakdown',
  crankcase: 'crankcase',
  'valve-clearance': 'valve-clearance',
  'manifold-vacuum': 'manifold-vacuum',
  'battery-cranking': 'battery-cranking',
  'inspect-valve-train': 'valve-train',
};
/** Which test a step enters: a reading taken again is one of the test that was doubted. */
const enters = ({ test, of }: ToldStep): TestKind | undefined => of ?? ENTERS[test];

/** One thing next: what, why, how long, and one big button. */
export function NextCard({
  bench,
  verdict,
  short = false,
}: {
  bench: Bench;
  verdict: Verdict;
  /** The other ways on stand elsewhere on the screen. */
  short?: boolean;
}) {
  const router = useRouter();
  const { job } = bench;
  const findings = () => router.push(`/jobs/${job.id}/findings`);
  const pad = (kind: TestKind, cylinder: string | null, wet = false) => {
    const asked = [
      ...(cylinder === null ? [] : [`cylinder=${encodeURIComponent(cylinder)}`]),
      ...(wet ? ['wet=yes'] : []),
    ].join('&');
    const { place } = ON_SCREEN[kind];
    router.push(`/jobs/${job.id}/${place}${asked === '' ? '' : `${place.includes('?') ? '&' : '?'}${asked}`}`);
  };

  if (!verdict.ok) {
    return (
      <Plate hand label="Next">
        <Title>Something entered is not right</Title>
        <Words>{`${verdict.error.field}: ${verdict.error.reason}.`}</Words>
      </Plate>
    );
  }
  const stage = job.status === 'open' ? stageOf(bench) : undefined;
  if (stage && stage.is !== 'test-after') return <StageCard bench={bench} stage={stage} />;
  const [first, ...rest] = verdict.judgement.next;
  if (!first) return null;
  const proven = verdict.judgement.before !== undefined;
  const measured = verdict.judgement.cylinders.some((cylinder) => cylinder.compression ?? cylinder.leakage);
  const entered = enters(first) ? first : rest.find((step) => enters(step));
  const advice = first === entered ? undefined : first;
  const lead = advice ?? first;
  const wakes = lead.reason.because === 'wake-first';
  const go = (step: ToldStep) => pad(enters(step) ?? 'compression', step.cylinder, step.test === 'wet');
  return (
    <Plate label="Next">
      <Label>{job.status === 'closed' ? 'Closed. Next would be' : 'Next'}</Label>
      <Title style={styles.title}>{tellStep(lead)}</Title>
      <Words colour="dim">{`${lead.reason.text}${lead.minutes > 0 ? ` About ${lead.minutes} min.` : ''}`}</Words>
      <Outcomes step={lead} />
      {rest
        .filter((step) => step !== entered && step !== lead)
        .slice(0, MOST_WAYS)
        .map((step) => (
          <Also key={step.rank} step={step} onPress={enters(step) ? () => go(step) : undefined} />
        ))}
      <View style={styles.buttons}>
        {wakes ? (
          <Button kind="main" onPress={() => router.push(`/jobs/${job.id}/steps?of=waking`)}>
            Wake it, step by step
          </Button>
        ) : entered ? (
          <Button kind="main" onPress={() => go(entered)}>
            {startWords(entered, measured)}
          </Button>
        ) : (
          <>
            <Button kind="main" onPress={() => router.push(`/jobs/${job.id}/${proven ? 'pages' : 'decide'}`)}>
              {proven ? 'Write the proof' : 'Decide'}
            </Button>
            <Button onPress={findings}>Findings</Button>
          </>
        )}
        <View style={styles.row}>
          <Button
            icon="clipboard-text-outline"
            onPress={() => router.push(`/jobs/${job.id}/steps${stepsOf(lead)}`)}
            style={styles.grow}
          >
            Step by step
          </Button>
          {short
            ? null
            : TEST_KINDS.filter((kind) => PADS.has(kind) && KINDS[kind].suits(bench.engine)).map((kind) => (
                <Button key={kind} onPress={() => pad(kind, null)} style={styles.grow}>
                  {TEST_NAME[kind]}
                </Button>
              ))}
          {short ? null : (
            <Button onPress={() => router.push(`/jobs/${job.id}/other-gauges`)} style={styles.grow}>
              Other gauges
            </Button>
          )}
          {entered && !short ? (
            <Button onPress={findings} disabled={!measured} style={styles.grow}>
              Findings
            </Button>
          ) : null}
        </View>
      </View>
    </Plate>
  );
}

/** The tests with a pad of their own. */
const PADS: ReadonlySet<TestKind> = new Set(['compression', 'leakdown', 'crankcase']);

/** The steps that belong to what is next; where it has none of its own, all there are. */
function stepsOf({ test, cylinder, reason }: ToldStep): string {
  if (reason.because === 'wake-first') return '?of=waking';
  const of = (
    {
      compression: 'compression',
      retest: 'compression',
      wet: 'wet',
      leakdown: 'leakdown',
      crankcase: 'crankcase-pressure',
      'quick-checks': 'quick-checks',
      'inspect-valve-train': 'valve-train',
      'battery-cranking': 'battery-cranking',
      'valve-clearance': 'valve-clearance',
      'manifold-vacuum': 'manifold-vacuum',
    } as Partial<Record<NextTest, string>>
  )[test];
  return of === undefined ? '' : `?of=${of}${cylinder === null ? '' : `&cylinder=${encodeURIComponent(cylinder)}`}`;
}

function startWords({ test, cylinder, of }: ToldStep, measured: boolean): string {
  if (test === 'wet') return 'Start wet test';
  if (test === 'leakdown') return 'Start leak-down';
  if (test === 'crankcase') return 'Start crankcase test';
  if (test === 'inspect-valve-train') return 'Say what was seen';
  if (test === 'valve-clearance' || test === 'manifold-vacuum' || test === 'battery-cranking')
    return `Start ${tellStep({ test, cylinder: null }).toLowerCase()}`;
  if (test === 'retest') return `${of === 'leakdown' ? 'Feed' : 'Test'} cyl ${cylinder} again`;
  return measured ? `Go on with cyl ${cylinder}` : 'Start compression';
}

/** What it may show, before anybody does it: so that the result is not a surprise. */
function Outcomes({ step }: { step: ToldStep }) {
  const c = useColours();
  if (step.outcomes.length === 0) return null;
  return (
    <View role="list" aria-label="What it may show" style={styles.outcomes}>
      {step.outcomes.slice(0, MOST_OUTCOMES).map(({ outcome, then }) => (
        <View key={outcome} role="listitem" style={[styles.outcome, { borderTopColor: c.line }]}>
          <Words style={styles.half}>{outcome}</Words>
          <Words colour="dim" style={styles.half}>
            {then}
          </Words>
        </View>
      ))}
    </View>
  );
}
const MOST_OUTCOMES = 4;

/** Another way to go on: a tap opens it where it is entered. */
function Also({ step, onPress }: { step: ToldStep; onPress: (() => void) | undefined }) {
  const c = useColours();
  const minutes = step.minutes > 0 ? ` ${step.minutes} min.` : '';
  const words = (
    <Words>
      <Strong>{`Or: ${tellStep(step)}. `}</Strong>
      {`${step.reason.text}${minutes}`}
    </Words>
  );
  if (!onPress) return <View style={styles.also}>{words}</View>;
  return (
    <TouchableRipple
      role="button"
      onPress={onPress}
      style={[styles.way, { borderTopColor: c.line }]}
      aria-label={`Or: ${tellStep(step)}`}
    >
      {words}
    </TouchableRipple>
  );
}
/** So many other ways are listed; more would be a wall. */
const MOST_WAYS = 2;

const styles = StyleSheet.create({
  title: { marginTop: 2, marginBottom: 4 },
  outcomes: { marginTop: 8 },
  outcome: { flexDirection: 'row', gap: 10, borderTopWidth: 1, paddingVertical: 4 },
  half: { flex: 1, fontSize: 15, lineHeight: 19 },
  also: { marginTop: 8 },
  way: { borderTopWidth: 1, paddingVertical: 4, minHeight: TOUCH.least, justifyContent: 'center' },
  buttons: { gap: 8, marginTop: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  grow: { flexGrow: 1 },
});
