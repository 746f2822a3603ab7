import type { Bench } from '@rugged/contract';
import { capital, formatPressure, METHOD_NAME, type Report, schoolOf, tellStep, UNIT_SIGN } from '@rugged/core';
import { untested } from '@rugged/pages';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AmendedPlate } from '@/bench/amended-plate';
import { BenchGate } from '@/bench/bench-gate';
import { benchLine } from '@/bench/bench-line';
import { MayBe } from '@/bench/causes/may-be';
import { CylinderTable } from '@/bench/cylinder-table';
import { Cautions, Evidence } from '@/bench/evidence';
import { KeptBadge } from '@/bench/kept-badge';
import { NotedPlate } from '@/bench/notes/noted-plate';
import { OtherTables } from '@/bench/other-tables';
import { ReadHerePlate } from '@/bench/read-here-plate';
import { Runs } from '@/bench/runs';
import { useVerdict } from '@/data/jobs';
import { useMay } from '@/data/session';
import { Button } from '@/ui/button';
import { Columns } from '@/ui/columns';
import { Folded } from '@/ui/folded';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label, Strong, Title, Words } from '@/ui/words';
import { Actions } from './actions';
import { Headline } from './headline';
import { OddTimesPlate } from './odd-times-plate';
import { OverruleSheet } from './overrule-sheet';
import { SecondLookPlate } from './second-look-plate';

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
  const router = useRouter();
  const [overruling, setOverruling] = useState<string>();
  const may = useMay('judge');
  const decided = bench.decisions.length > 0;
  const to = (place: string) => () => router.push(`/jobs/${bench.job.id}/${place}`);
  return (
    <>
      <Columns>
        <>
          <Headline bench={bench} judgement={judgement} />
          <SecondLookPlate bench={bench} />
          <AmendedPlate bench={bench} />
          <MayBe bench={bench} judgement={judgement} />
          <NextAndUntested bench={bench} judgement={judgement} />
          <View style={styles.doors} dataSet={{ print: 'hide' }}>
            <Button kind="main" onPress={to(decided ? 'pages' : 'decide')}>
              {decided ? 'Write the page' : 'Decide'}
            </Button>
            <Button kind="ground" onPress={to(decided ? 'decide' : 'pages')}>
              {decided ? 'Decide anew' : 'Write the page'}
            </Button>
          </View>
        </>
        <Folded title="Readings and reasons" word={readWord(judgement)}>
          <Plate label="Readings">
            {judgement.cylinders.some(({ compression }) => compression) ? (
              <CylinderTable bench={bench} judgement={judgement} />
            ) : null}
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
            actions={(cylinder) =>
              !may ? null : (
                <View dataSet={{ print: 'hide' }}>
                  <Button
                    icon="pencil-outline"
                    onPress={() => setOverruling(cylinder)}
                  >{`Overrule cyl ${cylinder}`}</Button>
                </View>
              )
            }
          />
          <Cautions judgement={judgement} />
        </Folded>
        <>
          <NotedPlate bench={bench} />
          <Runs bench={bench} />
          <OddTimesPlate bench={bench} />
          <Actions bench={bench} />
        </>
      </Columns>
      {overruling === undefined ? null : (
        <OverruleSheet bench={bench} cylinder={overruling} onClose={() => setOverruling(undefined)} />
      )}
    </>
  );
}

/** What is behind the fold, in a word. */
function readWord({ cylinders, crankcase, inspections }: Report): string {
  const read = cylinders.filter(({ compression, leakage }) => compression ?? leakage).length;
  const others = (crankcase ? 1 : 0) + inspections.length;
  return `${read} of ${cylinders.length} read${others === 0 ? '' : `, ${others} more`}`;
}

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
  const [next] = judgement.next;
  return (
    <Plate label="Not tested, and what is next">
      <Label>Not tested</Label>
      <Words>{`${capital(inOneSentence(untested(bench, judgement)))}.`}</Words>
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

/** `a`, `a, and b`, `a, b, and c` */
const inOneSentence = (things: readonly string[]): string =>
  things.length > 1 ? `${things.slice(0, -1).join(', ')}, and ${things[things.length - 1]}` : things.join('');

const styles = StyleSheet.create({ comparison: { marginTop: 8, gap: 4 }, gap: { marginTop: 8 }, doors: { gap: 8 } });
