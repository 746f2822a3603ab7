import type { Bench } from '@rugged/contract';
import { formatPressure, UNIT_SIGN } from '@rugged/core';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { useHistory } from '@/data/engines';
import { useSignedIn } from '@/data/session';
import { shownStates } from '@/bench/shown-state';
import { KeptBadge } from '@/bench/kept-badge';
import { dueWords } from '@/bench/due-words';
import { ReadHerePlate } from '@/bench/read-here-plate';
import { useDates } from '@/data/dates';
import { Button } from '@/ui/button';
import { Columns } from '@/ui/columns';
import { meterInWords } from '@/bench/meter-words';
import { day, LOCALE } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { StateMark } from '@/ui/state-mark';
import { useColours } from '@/ui/theme';
import { Figure, Label, Strong, Words } from '@/ui/words';
import { HistoryChart } from '@/bench/history-chart';
import { type Visit, visitOf } from '@/bench/visit';
import { tellWear, wearOf } from './wear';

/** One engine: what it is, what its book says, and what it read each time it was here. */
export function EngineScreen() {
  const router = useRouter();
  const { engineId } = useLocalSearchParams<{ engineId: string }>();
  const { data, isLoading, refetch } = useHistory(engineId);
  const {
    shop: { unit },
  } = useSignedIn();
  const visits = useMemo(() => (data?.items ?? []).map((bench) => visitOf(bench, unit)), [data, unit]);
  const latest = visits[0]?.bench;
  const back = () => router.navigate('/engines');
  if (!latest) {
    return (
      <Screen title="Engine" onBack={back} action={<KeptBadge />}>
        {isLoading ? (
          <Waiting what="Fetching its history" />
        ) : data ? (
          <Empty
            icon="engine-outline"
            title="No job yet"
            words="This engine has no job in this shop."
            button="All engines"
            onPress={back}
          />
        ) : (
          <Empty
            icon="cloud-off-outline"
            title="No signal"
            words="This engine was not opened on this device before."
            button="Try again"
            onPress={() => void refetch()}
          />
        )}
      </Screen>
    );
  }
  return (
    <Screen
      title={latest.engine.name}
      under={`${latest.machine.name} · ${latest.owner.name}`}
      onBack={back}
      action={<KeptBadge />}
      wide
    >
      <Columns>
        <>
          <Plate label="Dry readings over time">
            <Label>Dry readings over time</Label>
            <HistoryChart visits={visits} />
          </Plate>
          <Wear visits={visits} />
        </>
        <>
          <Life latest={latest} visits={visits} />
          <Plate label="Jobs">
            <Label>Jobs</Label>
            {visits.map((visit) => (
              <VisitRow key={visit.bench.job.id} visit={visit} />
            ))}
          </Plate>
          <Books bench={latest} />
        </>
      </Columns>
    </Screen>
  );
}

/** Dates, repairs and what others of its model read here, with the doors to its sheet and its label. */
function Life({ latest, visits }: { latest: Bench; visits: readonly Visit[] }) {
  const router = useRouter();
  const { engine } = latest;
  const due = useDates().data?.find(({ engineId }) => engineId === engine.id);
  const repairs = visits
    .flatMap(({ bench }) => bench.repairs)
    .sort((a, b) => Date.parse(b.madeAt) - Date.parse(a.madeAt));
  const read = visits[0]?.judgement?.cylinders.flatMap(({ compression }) => compression?.readKPa ?? []) ?? [];
  return (
    <>
      <Plate label="Its life" style={styles.life}>
        <Label>Its life</Label>
        <Words>{due ? `Due again ${dueWords(due)}.` : 'No date settled: the sheet has a place for one.'}</Words>
        {repairs.map(({ id, what, madeAt, meter, cylinders, cost }) => (
          <Words key={id}>
            {[
              day(madeAt),
              what,
              ...(cylinders ? [`cyl ${cylinders.join(', ')}`] : []),
              ...(meter === undefined ? [] : [`at ${meterInWords(meter, engine.meterUnit)}`]),
              ...(cost === undefined ? [] : [`cost ${cost.toLocaleString(LOCALE)}`]),
            ].join(' · ')}
          </Words>
        ))}
        <View style={styles.doors}>
          <Button icon="pencil-outline" onPress={() => router.push(`/engines/${engine.id}/sheet`)} style={styles.grow}>
            Engine sheet and books
          </Button>
          <Button icon="qrcode" onPress={() => router.push(`/engines/${engine.id}/label`)} style={styles.grow}>
            Label
          </Button>
          <Button onPress={() => router.push(`/owners/${latest.owner.id}`)} style={styles.grow}>
            Owner
          </Button>
          <Button onPress={() => router.push(`/engines/${engine.id}/history`)} style={styles.grow}>
            Who changed what
          </Button>
        </View>
      </Plate>
      <ReadHerePlate engineId={engine.id} readKPa={read} />
    </>
  );
}

function Wear({ visits }: { visits: readonly Visit[] }) {
  const {
    shop: { unit },
  } = useSignedIn();
  const wear = useMemo(() => wearOf(visits), [visits]);
  return (
    <Plate label="Wear over its use">
      <Label>Wear over its use</Label>
      {wear.map((one) => (
        <Words key={one.cylinder}>{tellWear(one, unit, visits[0]?.bench.engine.meterUnit ?? 'h')}</Words>
      ))}
      <Words colour="dim" style={styles.small}>
        Readings brought to sea level and a warm engine. The line is the median of all slopes, so that one stray reading
        does not bend it.
      </Words>
    </Plate>
  );
}

function VisitRow({ visit: { bench, judgement } }: { visit: Visit }) {
  const c = useColours();
  const router = useRouter();
  const {
    shop: { unit },
  } = useSignedIn();
  const { job } = bench;
  return (
    <View style={[styles.visit, { borderTopColor: c.line }]}>
      <View style={styles.names}>
        <Strong>{`${job.number ?? 'New'} · ${job.complaint}`}</Strong>
        <Words colour="dim" style={styles.small}>
          {[
            day(job.openedAt),
            ...(job.meter === undefined ? [] : [meterInWords(job.meter, bench.engine.meterUnit)]),
          ].join(' · ')}
        </Words>
        <View style={styles.figures}>
          <StateMark state={shownStates(bench, judgement).engine} size={14} />
          <Figure>
            {judgement?.cylinders
              .map(({ compression }) => (compression ? formatPressure(compression.readKPa, unit) : '·'))
              .join('  ')}
          </Figure>
        </View>
      </View>
      <Button onPress={() => router.push(`/jobs/${job.id}`)} label={`Open job ${job.number ?? ''}`}>
        Open
      </Button>
    </View>
  );
}

function Books({ bench: { books } }: { bench: Bench }) {
  return (
    <Plate label="Books">
      <Label>Books</Label>
      {books.length === 0 ? (
        <Words colour="dim">No book for this engine: a rule of thumb stands in, and says so.</Words>
      ) : (
        books.map((book) => (
          <View key={book.id} style={styles.book}>
            <Strong>{book.source}</Strong>
            <Words>
              {[
                ...(book.compression?.min === undefined ? [] : [`minimum ${book.compression.min}`]),
                ...(book.compression?.max === undefined ? [] : [`maximum ${book.compression.max}`]),
                ...(book.compression?.bands?.map((band) => `${band.name} from ${band.from}`) ?? []),
                ...(book.compression ? [UNIT_SIGN[book.compression.unit]] : []),
                ...(book.spread?.limitPercent === undefined ? [] : [`spread ${book.spread.limitPercent} %`]),
                ...(book.engineTemperature ? [`${book.engineTemperature} engine`] : []),
              ].join(', ')}
            </Words>
          </View>
        ))
      )}
    </Plate>
  );
}

const styles = StyleSheet.create({
  visit: { flexDirection: 'row', alignItems: 'center', gap: 10, borderTopWidth: 1, paddingVertical: 8, marginTop: 6 },
  names: { flex: 1, minWidth: 0 },
  small: { fontSize: 15, lineHeight: 19 },
  figures: { flexDirection: 'row', alignItems: 'center', gap: 14, marginTop: 3 },
  book: { marginTop: 6 },
  life: { gap: 6 },
  doors: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, marginTop: 4 },
  grow: { flexGrow: 1 },
});
