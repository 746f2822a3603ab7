import {
  formatPressure,
  fromKPa,
  type Report,
  sourceName,
  type ToldCrankcase,
  UNIT_SIGN,
  WET_SCHOOL,
} from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { useSignedIn } from '@/data/session';
import { FigureTable } from '@/ui/figure-table';
import { Plate } from '@/ui/plate';
import { StateMark } from '@/ui/state-mark';
import { Figure, Label, Words } from '@/ui/words';

/**
 * What was found besides the dry readings: oil, air, crankcase and the other gauges. Nothing where nothing was tested.
 */
export function OtherTables({ judgement }: { judgement: Report }) {
  return (
    <>
      <WetPlate judgement={judgement} />
      <LeakPlate judgement={judgement} />
      <CrankcasePlate crankcase={judgement.crankcase} />
      <InspectionsPlate judgement={judgement} />
    </>
  );
}

const percent = (share: number) => `${(100 * share).toFixed(0)} %`;
const RINGS = { shown: 'rings answer', absent: 'no answer', undecided: 'undecided' } as const;

/** The rise, and the interval in which the sealing itself lies once the oil's own volume is taken off. */
function WetPlate({ judgement: { cylinders } }: { judgement: Report }) {
  const {
    shop: { unit },
  } = useSignedIn();
  const oiled = cylinders.flatMap(({ id, wet }) => (wet ? [{ id, wet }] : []));
  const school = oiled[0]?.wet.school;
  if (school === undefined) return null;
  return (
    <Plate label="With oil">
      <Label style={styles.label}>With oil</Label>
      <FigureTable
        label="Wet readings by cylinder"
        columns={[
          { name: 'Cyl', width: 0.6 },
          { name: 'Wet', width: 0.7 },
          { name: 'Rise', width: 0.8 },
          { name: 'Sealing', width: 1.6 },
          { name: 'Says', width: 1.5 },
        ]}
        rows={oiled.map(({ id, wet }) => ({
          key: id,
          cells: [
            id,
            formatPressure(wet.wetKPa, unit),
            percent(wet.rise),
            wet.from === undefined ? `up to ${percent(wet.to)}` : `${(100 * wet.from).toFixed(0)}-${percent(wet.to)}`,
            <Words key="says">{RINGS[wet.response]}</Words>,
          ],
        }))}
      />
      <Words
        colour="dim"
        style={styles.under}
      >{`Sealing is the rise without what the oil's own volume can do. School: ${WET_SCHOOL[school]}.`}</Words>
    </Plate>
  );
}

/** Percent with its doubt, and beside it the hole that two testers would agree on. */
function LeakPlate({ judgement: { cylinders } }: { judgement: Report }) {
  const leaking = cylinders.flatMap(({ id, leakage }) => (leakage ? [{ id, leakage }] : []));
  const limits = leaking[0]?.leakage.limits;
  if (!limits) return null;
  return (
    <Plate label="Leak-down">
      <Label style={styles.label}>Leak-down</Label>
      <FigureTable
        label="Leakage by cylinder"
        columns={[
          { name: 'Cyl', width: 0.7 },
          { name: 'Lost', width: 0.9 },
          { name: '±', width: 0.6 },
          { name: 'Hole, mm', width: 2.3 },
          { name: 'State', width: 1.6 },
        ]}
        rows={leaking.map(({ id, leakage }) => ({
          key: id,
          cells: [
            id,
            <Figure key="lost" style={styles.large}>{`${leakage.percent.toFixed(0)} %`}</Figure>,
            <Figure key="doubt" colour="dim">
              {leakage.plusMinusPercent.toFixed(0)}
            </Figure>,
            leakage.holeMm === undefined
              ? '·'
              : `${leakage.holeMm.toFixed(2)} ± ${Math.max(0.01, leakage.plusMinusHoleMm ?? 0).toFixed(2)}`,
            <StateMark key="state" state={leakage.state} size={15} />,
          ],
        }))}
      />
      <Words
        colour="dim"
        style={styles.under}
      >{`Sound to ${limits.sound} %, a fault from ${limits.fault} %: ${sourceName(limits.source)}.`}</Words>
    </Plate>
  );
}

function CrankcasePlate({ crankcase }: { crankcase: ToldCrankcase | null }) {
  const {
    shop: { unit },
  } = useSignedIn();
  if (!crankcase) return null;
  return (
    <Plate label="Crankcase">
      <View style={styles.head}>
        <Label>Crankcase</Label>
        <StateMark state={crankcase.state} size={15} />
      </View>
      {crankcase.tests.map((test) => (
        <View key={`${test.mode}${test.case ?? ''}`} style={styles.hold}>
          {test.reasons.map((reason) => (
            <Words key={reason.rule}>{reason.text}</Words>
          ))}
          {test.drop === null || test.unit === unit ? null : (
            <Words colour="dim">
              {`Limit ${fromKPa(1, unit) > 1 ? test.limit.toFixed(2) : test.limit.toFixed(1)} ` +
                `${UNIT_SIGN[test.unit]} in ${test.holdSeconds} s.`}
            </Words>
          )}
        </View>
      ))}
    </Plate>
  );
}

function InspectionsPlate({ judgement: { inspections } }: { judgement: Report }) {
  if (inspections.length === 0) return null;
  return (
    <Plate label="Other gauges">
      <Label>Other gauges</Label>
      {inspections.map((one) => (
        <View key={one.text} style={styles.inspection}>
          <StateMark state={one.state} size={15} />
          <Words style={styles.text}>{one.text}</Words>
        </View>
      ))}
    </Plate>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', justifyContent: 'space-between' },
  label: { marginBottom: 6 },
  large: { fontSize: 18 },
  under: { marginTop: 6, fontSize: 15, lineHeight: 19 },
  hold: { marginTop: 6, gap: 4 },
  inspection: { marginTop: 8, gap: 2 },
  text: { flexShrink: 1 },
});
