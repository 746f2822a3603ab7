import { type Bench, toJobFile } from '@rugged/contract/bench';
import {
  capital,
  type Engine,
  formatPressure,
  judge,
  layoutOf,
  METHOD_NAME,
  type Report,
  report,
  schoolOf,
  tellStep,
  UNIT_SIGN,
} from '@rugged/core';
import { useRouter } from 'expo-router';
import equal from 'fast-deep-equal';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { changeJob, useVerdict } from '@/data/jobs';
import { useSignedIn } from '@/data/session';
import { BenchGate } from '@/bench/bench-gate';
import { benchLine } from '@/bench/bench-line';
import { Cautions, Evidence } from '@/bench/evidence';
import { Runs } from '@/bench/runs';
import { shownStates } from '@/bench/shown-state';
import { CausesPlate } from '@/bench/causes/causes-plate';
import { NotedPlate } from '@/bench/notes/noted-plate';
import { KeptBadge } from '@/bench/kept-badge';
import { ReadHerePlate } from '@/bench/read-here-plate';
import { Button } from '@/ui/button';
import { day } from '@/ui/format';
import { Columns } from '@/ui/columns';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { StateMark } from '@/ui/state-mark';
import { Label, Strong, Title, Words } from '@/ui/words';
import { CylinderTable } from '@/bench/cylinder-table';
import { downloadJson } from '@/ui/download';
import { OtherTables } from '@/bench/other-tables';
import { OverruleSheet } from './overrule-sheet';

export const FindingsScreen = () => <BenchGate>{(bench) => <FindingsOf bench={bench} />}</BenchGate>;

function FindingsOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const verdict = useVerdict(bench);
  const back = () => router.navigate(`/jobs/${bench.job.id}`);
  return (
    <Screen
      title="Findings"
      under={`${bench.engine.name} · ${benchLine(bench)}`}
      onBack={back}
      action={<KeptBadge />}
      wide
    >
      {verdict.ok ? (
        <Page bench={bench} judgement={verdict.judgement} />
      ) : (
        <Plate hand>
          <Title>Something entered is not right</Title>
          <Words>{`${verdict.error.field}: ${verdict.error.reason}.`}</Words>
        </Plate>
      )}
    </Screen>
  );
}

function Page({ bench, judgement }: { bench: Bench; judgement: Report }) {
  const [overruling, setOverruling] = useState<string>();
  return (
    <>
      <Columns>
        <>
          <Headline bench={bench} judgement={judgement} />
          <CausesPlate bench={bench} judgement={judgement} open />
          <NextAndUntested bench={bench} judgement={judgement} />
        </>
        <>
          <Plate label="Readings">
            <CylinderTable bench={bench} judgement={judgement} />
            <Comparison bench={bench} judgement={judgement} />
          </Plate>
          <ReadHerePlate
            bench={bench}
            engineId={bench.engine.id}
            readKPa={judgement.cylinders.flatMap(({ compression }) => compression?.readKPa ?? [])}
          />
          <BeforeAndAfter judgement={judgement} />
          <OtherTables judgement={judgement} />
          <Evidence
            bench={bench}
            judgement={judgement}
            open
            actions={(cylinder) => (
              <View dataSet={{ print: 'hide' }}>
                <Button
                  icon="pencil-outline"
                  onPress={() => setOverruling(cylinder)}
                >{`Overrule cyl ${cylinder}`}</Button>
              </View>
            )}
          />
          <Cautions judgement={judgement} />
        </>
        <>
          <NotedPlate bench={bench} />
          <Runs bench={bench} />
          <Actions bench={bench} />
        </>
      </Columns>
      {overruling === undefined ? null : (
        <OverruleSheet bench={bench} cylinder={overruling} onClose={() => setOverruling(undefined)} />
      )}
    </>
  );
}

function Headline({ bench, judgement }: { bench: Bench; judgement: Report }) {
  const { shop, person } = useSignedIn();
  const shown = shownStates(bench, judgement);
  const { job, owner, machine, engine } = bench;
  // A test that waits on this device is this person's.
  const overruled = [...shown.overruled].filter(([, { state }]) => state);
  const simulated = bench.tests.some(({ conditions }) => 'tester' in conditions && conditions.tester?.simulated);
  const readers = [...new Set(bench.tests.map((test) => test.by ?? person.name))];
  return (
    <Plate label="Headline">
      <Label>
        {[shop.name, job.number === undefined ? 'new job' : `job ${job.number}`, day(job.openedAt)].join(' · ')}
      </Label>
      <Title style={styles.headline}>{judgement.engine.headline}</Title>
      <View style={styles.state}>
        <StateMark state={shown.engine} size={20} />
        {overruled.length > 0 ? (
          <Words colour="dim">
            {'overruled: ' + overruled.map(([id]) => (id === '' ? 'engine' : `cyl ${id}`)).join(', ')}
          </Words>
        ) : null}
      </View>
      <Words colour="dim">
        {`${engine.name}, ${engine.cycle}, ${cylindersWords(engine)}. ${machine.name}, ${owner.name}. Complaint: ` +
          `${job.complaint}.${job.alreadyDone ? ` Already done: ${job.alreadyDone}.` : ''}`}
      </Words>
      {simulated ? <Strong colour="rust">Read with a simulated sensor: for training, not for an owner.</Strong> : null}
      {readers.length > 0 ? <Words colour="dim">{`Read by ${readers.join(', ')}.`}</Words> : null}
    </Plate>
  );
}

const LAYOUT_WORD = { single: '', inline: 'in line', vee: 'in a vee', flat: 'lying flat' } as const;

function Comparison({ bench, judgement }: { bench: Bench; judgement: Report }) {
  const { spread } = judgement;
  const { job } = bench;
  const air =
    job.site.barometerKPa !== undefined
      ? `${job.site.barometerKPa} kPa by barometer`
      : `${job.site.altitudeM ?? 0} m above the sea`;
  return (
    <View style={styles.comparison}>
      {spread ? (
        <Words>
          {`Spread ${spread.worstPercent.toFixed(spread.unit === 'percent' ? 0 : 1)} ` +
            `${spread.unit === 'percent' ? '%' : spread.unit}, ${METHOD_NAME[spread.method]}; limit ` +
            `${spread.limit.toFixed(0)} (${schoolOf(spread.source)}).`}
        </Words>
      ) : null}
      <Words colour="dim">{`Tested at ${air}.`}</Words>
    </View>
  );
}

/** What was read before the last repair, beside what is read now. */
function BeforeAndAfter({ judgement }: { judgement: Report }) {
  const { before, cylinders, unit } = judgement;
  if (!before) return null;
  const read = (kPa: number | undefined, lost: number | undefined) =>
    [
      ...(kPa === undefined ? [] : [`${formatPressure(kPa, unit)} ${UNIT_SIGN[unit]}`]),
      ...(lost === undefined ? [] : [`${lost.toFixed(0)} % lost`]),
    ].join(', ') || 'not measured';
  return (
    <Plate label="Before and after the repair">
      <Label>{`Before and after${before.repair ? `: ${before.repair}` : ' the repair'}`}</Label>
      {cylinders.map((now) => {
        const then = before.cylinders.find(({ id }) => id === now.id);
        return (
          <Words key={now.id}>
            <Strong>{`Cyl ${now.id}: `}</Strong>
            {`${read(then?.readKPa, then?.leakPercent)} before, ` +
              `${read(now.compression?.readKPa, now.leakage?.percent)} now.`}
          </Words>
        );
      })}
    </Plate>
  );
}

function NextAndUntested({ bench, judgement }: { bench: Bench; judgement: Report }) {
  const missing = judgement.cylinders.filter((cylinder) => !cylinder.compression).map((cylinder) => cylinder.id);
  const air = judgement.cylinders.filter((cylinder) => !cylinder.leakage).map((cylinder) => cylinder.id);
  const untested = [
    ...(missing.length > 0 ? [`compression on cyl ${missing.join(', ')}`] : []),
    ...(air.length === judgement.cylinders.length
      ? ['leak-down']
      : air.length > 0
        ? [`leak-down on cyl ${air.join(', ')}`]
        : []),
    ...(bench.engine.cycle === 'two-stroke' && !judgement.crankcase ? ['the crankcase'] : []),
    'spark and fuel',
  ];
  const [next] = judgement.next;
  return (
    <Plate label="Not tested, and what is next">
      <Label>Not tested</Label>
      <Words>{`${capital(inOneSentence(untested))}.`}</Words>
      {next ? (
        <>
          <Label style={styles.gap}>Next</Label>
          <Words>
            <Strong>{`${tellStep(next)}. `}</Strong>
            {next.reason.text}
          </Words>
        </>
      ) : null}
      <Words colour="dim" style={styles.gap}>
        {"The maker's manual, local codes and licensed practice stand above this page."}
      </Words>
    </Plate>
  );
}

function Actions({ bench }: { bench: Bench }) {
  const tell = useNotice();
  const { job } = bench;
  const name = `job-${job.number ?? job.id}`;
  const router = useRouter();
  const change = (status: 'open' | 'closed') =>
    void changeJob(bench, { status }, `${status === 'closed' ? 'Close' : 'Open again'}: job ${job.number ?? ''}`).then(
      () => tell({ text: status === 'closed' ? 'Job closed' : 'Job open again' }),
    );
  // What was taken off or shut is put back before a job is closed.
  const changedNothing = bench.tests.length === 0 && bench.ticks.length === 0;
  const close = () =>
    changedNothing ? change('closed') : router.push(`/jobs/${job.id}/steps?of=leave-as-found&closing=yes`);
  return (
    <View style={styles.actions} dataSet={{ print: 'hide' }}>
      <RulesOfThisJob bench={bench} />
      <Button kind="main" icon="printer-outline" onPress={() => window.print()}>
        Print for the owner
      </Button>
      <View style={styles.row}>
        <Button
          kind="ground"
          icon="content-save-outline"
          style={styles.grow}
          onPress={() => downloadJson(`${name}.job.json`, toJobFile(bench))}
        >
          Save job file
        </Button>
        <Button
          kind="ground"
          icon="content-save-outline"
          style={styles.grow}
          onPress={() => downloadJson(`${name}.verdict.json`, report(judge(toJobFile(bench))))}
        >
          Save verdict
        </Button>
      </View>
      <Button kind="ground" onPress={() => (job.status === 'open' ? close() : change('open'))}>
        {job.status === 'open' ? 'Close the job' : 'Open it again'}
      </Button>
    </View>
  );
}

/**
 * A job is judged by the house rules of the day it was opened; what the shop settled since is applied only when
 * somebody says so.
 */
function RulesOfThisJob({ bench }: { bench: Bench }) {
  const tell = useNotice();
  const { shop } = useSignedIn();
  if (equal(bench.job.houseRules, shop.houseRules)) return null;
  const apply = () =>
    void changeJob(bench, { houseRules: shop.houseRules }, 'House rules of today').then(() =>
      tell({ text: 'Judged by today’s house rules' }),
    );
  return (
    <Plate label="House rules">
      <Words>{`Judged by the house rules of ${day(bench.job.openedAt)}. The shop has changed them since.`}</Words>
      <Button onPress={apply} style={styles.gap}>
        Apply today’s rules
      </Button>
    </Plate>
  );
}

const cylindersWords = (engine: Engine): string =>
  engine.cylinders.length === 1
    ? 'single cylinder'
    : `${engine.cylinders.length} cylinders ${LAYOUT_WORD[layoutOf(engine)]}`;

/** `a`, `a, and b`, `a, b, and c` */
const inOneSentence = (things: readonly string[]): string =>
  things.length > 1 ? `${things.slice(0, -1).join(', ')}, and ${things[things.length - 1]}` : things.join('');

const styles = StyleSheet.create({
  headline: { fontSize: 24, lineHeight: 29, marginVertical: 4 },
  state: { flexDirection: 'row', gap: 12, alignItems: 'center', marginBottom: 6 },
  comparison: { marginTop: 8, gap: 4 },
  gap: { marginTop: 8 },
  actions: { gap: 8 },
  row: { flexDirection: 'row', gap: 8, flexWrap: 'wrap' },
  grow: { flexGrow: 1 },
});
