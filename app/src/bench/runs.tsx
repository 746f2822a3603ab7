import { type Bench, countingReadings, readingsOfKind, toTest } from '@rugged/contract/bench';
import { formatPressure, type PressureUnit, TEST_NAME, toKPa, UNIT_SIGN } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { useSignedIn } from '@/data/session';
import { conditionWords, leakConditionWords } from './condition-words';
import { dayAndTime, day } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { Figure, Label, Strong, Words } from '@/ui/words';
import { type RunFigure, runFigures } from './test-kinds';

/** The run of tests over time: this job's, and what the engine read the last time it was here. */
export function Runs({ bench }: { bench: Bench }) {
  const c = useColours();
  const {
    shop: { unit },
  } = useSignedIn();
  const counting = countingReadings(bench.readings);
  const tests = [...bench.tests].sort((a, b) => Date.parse(b.startedAt) - Date.parse(a.startedAt));
  const { lastTime } = bench;
  return (
    <Plate label="Tests so far" style={styles.plate}>
      <View style={styles.head}>
        <Label>Tests so far</Label>
        <Label>{UNIT_SIGN[unit]}</Label>
      </View>
      {tests.length === 0 && !lastTime ? <Words colour="dim">None yet.</Words> : null}
      {tests.map((test) => (
        <View key={test.id} style={[styles.test, { borderTopColor: c.line }]}>
          <Strong>{`${TEST_NAME[test.kind]}, ${dayAndTime(test.startedAt)}`}</Strong>
          {test.kind === 'compression' ? (
            <>
              <Words colour="dim" style={styles.small}>
                {conditionWords(test.conditions)}
              </Words>
              <Readings
                rows={readingsOfKind(counting, 'compression')
                  .filter((reading) => reading.testId === test.id)
                  .map(({ figures }) => figures)}
                unit={unit}
                cylinders={bench.engine.cylinders}
              />
            </>
          ) : (
            <>
              {test.kind === 'leakdown' ? (
                <Words colour="dim" style={styles.small}>
                  {leakConditionWords(toTest(test, counting))}
                </Words>
              ) : null}
              <OtherReadings figures={runFigures(test.kind, toTest(test, counting))} />
            </>
          )}
        </View>
      ))}
      {lastTime ? (
        <View style={[styles.test, { borderTopColor: c.line }]}>
          <Strong>{`Last time, ${day(lastTime.openedAt)}`}</Strong>
          <Words colour="dim" style={styles.small}>{`Job ${lastTime.number}`}</Words>
          <Readings rows={lastTime.readings} unit={unit} cylinders={bench.engine.cylinders} />
        </View>
      ) : null}
    </Plate>
  );
}

function OtherReadings({ figures }: { figures: readonly RunFigure[] }) {
  if (figures.length === 0) return <Words colour="dim">No reading kept.</Words>;
  return (
    <View style={styles.readings}>
      {figures.map(({ label, figure }, i) => (
        <View key={`${label}${i}`} style={styles.reading}>
          <Label>{label}</Label>
          <Figure style={styles.figure}>{figure}</Figure>
        </View>
      ))}
    </View>
  );
}

interface Row {
  cylinder: string;
  unit: PressureUnit;
  peak: number;
  wet?: boolean;
}

function Readings({
  rows,
  unit,
  cylinders,
}: {
  rows: readonly Row[];
  unit: Row['unit'];
  cylinders: readonly string[];
}) {
  const by = cylinders
    .map((id) => ({ id, peaks: rows.filter((row) => row.cylinder === id) }))
    .filter(({ peaks }) => peaks.length > 0);
  if (by.length === 0) return <Words colour="dim">No reading kept.</Words>;
  return (
    <View style={styles.readings}>
      {by.map(({ id, peaks }) => (
        <View key={id} style={styles.reading}>
          <Label>{`Cyl ${id}`}</Label>
          <Figure style={styles.figure}>
            {peaks
              .map((row) => `${row.wet ? 'wet ' : ''}${formatPressure(toKPa(row.peak, row.unit), unit)}`)
              .join(' · ')}
          </Figure>
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { flexGrow: 1 },
  head: { flexDirection: 'row', justifyContent: 'space-between' },
  test: { borderTopWidth: 1, marginTop: 8, paddingTop: 8 },
  small: { fontSize: 15, lineHeight: 19 },
  readings: { flexDirection: 'row', flexWrap: 'wrap', gap: 16, rowGap: 6, marginTop: 4 },
  reading: { minWidth: 60 },
  figure: { fontSize: 18, lineHeight: 24 },
});
