import type { EngineListItem } from '@rugged/contract';
import { useDeferredValue, useState } from 'react';
import { FlatList, StyleSheet, useWindowDimensions, View } from 'react-native';
import { useEngines } from '@/data/engines';
import { KeptBadge } from '@/bench/kept-badge';
import { MiniPlan } from '@/ui/engine-plan';
import { filledRows } from '@/ui/columns';
import { Field } from '@/ui/field';
import { ago, howMany } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { TapLink } from '@/ui/tap-link';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS } from '@/ui/tokens';
import { Strong, Words } from '@/ui/words';

/** So many lines are there at once. */
const FIRST = 20;

/** Every engine the shop has seen. */
export function EnginesScreen() {
  const [search, setSearch] = useState('');
  const { data, isLoading, isError, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useEngines(
    useDeferredValue(search),
  );
  const { width } = useWindowDimensions();
  const columns = width >= 1500 ? 3 : width >= 1080 ? 2 : 1;
  const items = (data?.pages ?? []).flatMap((page) => page.items);
  return (
    <Screen
      title="Engines"
      under={data ? `${howMany(data.pages[0]?.total, items.length, hasNextPage)} known here` : 'Looking'}
      fixed
      wide
      action={<KeptBadge />}
    >
      <Plate style={styles.search}>
        <Field
          label="Search engine, machine or owner"
          hideLabel
          hint="Search engine, machine or owner"
          value={search}
          onChange={setSearch}
        />
      </Plate>
      <FlatList
        initialNumToRender={FIRST}
        key={columns}
        numColumns={columns}
        {...(columns > 1 ? { columnWrapperStyle: styles.beside } : {})}
        data={filledRows(items, columns)}
        keyExtractor={(item, i) => item?.engine.id ?? `filler-${i}`}
        style={styles.list}
        contentContainerStyle={styles.rows}
        renderItem={({ item }) => <View style={styles.cell}>{item ? <EngineRow item={item} /> : null}</View>}
        onEndReachedThreshold={0.6}
        onEndReached={() => {
          if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
        }}
        ListEmptyComponent={
          isLoading ? (
            <Waiting what="Fetching the engines" />
          ) : isError ? (
            <Empty
              icon="cloud-off-outline"
              title="No signal"
              words="The engines were not opened on this device before."
              button="Try again"
              onPress={() => void refetch()}
            />
          ) : (
            <Empty
              icon="engine-outline"
              title={search === '' ? 'No engine yet' : 'Nothing found'}
              words={
                search === ''
                  ? 'An engine is known once its first job is opened.'
                  : `Nothing here is called "${search}".`
              }
            />
          )
        }
      />
    </Screen>
  );
}

function EngineRow({ item: { engine, machine, owner, jobs, lastJobAt } }: { item: EngineListItem }) {
  const c = useColours();
  return (
    <TapLink href={`/engines/${engine.id}`} style={[styles.row, { backgroundColor: c.plate, borderColor: c.line }]}>
      <View style={styles.inside}>
        <View style={styles.plan} aria-hidden>
          <MiniPlan engine={engine} />
        </View>
        <View style={styles.names}>
          <Strong lines={1} style={styles.name}>
            {engine.name}
          </Strong>
          <Words colour="dim" lines={1} style={styles.small}>{`${machine.name} · ${owner.name}`}</Words>
          <Words
            colour="dim"
            style={styles.small}
          >{`${jobs} ${jobs === 1 ? 'job' : 'jobs'}${lastJobAt ? `, the last ${ago(lastJobAt)}` : ''}`}</Words>
        </View>
      </View>
    </TapLink>
  );
}

const styles = StyleSheet.create({
  search: { paddingVertical: 8, width: '100%', maxWidth: 640 },
  list: { flex: 1 },
  beside: { gap: 8 },
  cell: { flex: 1, minWidth: 0 },
  rows: { gap: 8, paddingBottom: 16 },
  row: { flexGrow: 1, borderWidth: LINE, borderRadius: RADIUS },
  inside: { flexDirection: 'row', alignItems: 'center', gap: 12, padding: 10 },
  plan: { width: 108, alignItems: 'center' },
  names: { flex: 1, minWidth: 0 },
  name: { fontSize: 18 },
  small: { fontSize: 15, lineHeight: 19 },
});
