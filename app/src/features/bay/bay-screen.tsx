import { useRouter } from 'expo-router';
import { useEffect, useEffectEvent, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Bench } from '@rugged/contract';
import { FlatList, StyleSheet, useWindowDimensions, View } from 'react-native';
import { useJobs } from '@/data/jobs';
import { useMay } from '@/data/session';
import { useOutbox } from '@/data/use-outbox';
import { KeptBadge } from '@/bench/kept-badge';
import { howMany } from '@/ui/format';
import { Button } from '@/ui/button';
import { filledRows } from '@/ui/columns';
import { Field } from '@/ui/field';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { RAIL } from '@/ui/tokens';
import { bayPlace, usePaused } from './bay-place';
import { DuePlate } from './due-plate';
import { JobCard } from './job-card';
import { useKeys } from '@/ui/use-keys';

const STATUS = [
  { value: 'open', word: 'In work' },
  { value: 'closed', word: 'Closed' },
] as const;

/** Jobs in work, each with its engine in miniature, its state and what is next. */
export function BayScreen() {
  const router = useRouter();
  const { width } = useWindowDimensions();
  const [status, setStatus] = useState(bayPlace.status);
  const [search, setSearch] = useState(bayPlace.search);
  const [searching, setSearching] = useState(false);
  const { benches, total, isLoading, isError, hasNextPage, fetchNextPage, refetch, isFetchingNextPage } = useJobs(
    status,
    usePaused(search),
  );
  const { signal } = useOutbox();
  const mayTakeIn = useMay('intake');
  useKeys({ n: () => router.push('/new-job'), '/': () => setSearching(true) });
  const chooseStatus = (next: 'open' | 'closed') => {
    Object.assign(bayPlace, { status: next, offset: 0, top: undefined });
    setStatus(next);
  };
  const searchFor = (text: string) => {
    Object.assign(bayPlace, { search: text, offset: 0, top: undefined });
    setSearch(text);
  };
  const columns = width >= RAIL ? (width >= 1200 ? 3 : 2) : 1;
  const count = howMany(total, benches.length, hasNextPage);
  const rows = useMemo(() => filledRows(benches, columns), [benches, columns]);
  const { hold, onScroll, ...place } = useKeptPlace(rows, columns);
  const more = () => {
    if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
  };
  // The list says once a length that its end is near; said while a page was on its way it would be forgotten.
  const near = useRef(false);
  const goOn = useEffectEvent(more);
  useEffect(() => {
    if (near.current && !isFetchingNextPage) goOn();
  }, [rows.length, isFetchingNextPage, hasNextPage]);
  return (
    <Screen
      title="Bay"
      fixed
      wide
      under={isLoading ? 'Looking' : `${count} ${status === 'open' ? 'in work' : 'closed'}`}
      action={
        <View style={styles.actions}>
          <KeptBadge />
          {mayTakeIn ? (
            <Button kind="main" tall={false} onPress={() => router.push('/new-job')}>
              New job
            </Button>
          ) : null}
        </View>
      }
    >
      <View style={styles.tools}>
        {searching || search !== '' ? (
          <View style={styles.search}>
            <SearchField
              value={search}
              onChange={searchFor}
              onClose={() => {
                searchFor('');
                setSearching(false);
              }}
            />
          </View>
        ) : (
          <Tools status={status} onStatus={chooseStatus} onSearch={() => setSearching(true)} />
        )}
      </View>
      <FlatList
        key={columns}
        numColumns={columns}
        data={rows}
        keyExtractor={(bench, i) => bench?.job.id ?? `filler-${i}`}
        style={styles.list}
        contentContainerStyle={styles.cards}
        {...(columns > 1 ? { columnWrapperStyle: styles.row } : {})}
        renderItem={({ item, index }) => (
          <View
            style={styles.cell}
            {...(item ? { dataSet: { job: item.job.id } } : {})}
            onLayout={({ nativeEvent }) => {
              if (index % columns === 0 && item) bayPlace.heights.set(item.job.id, nativeEvent.layout.height);
            }}
          >
            {item ? <JobCard bench={item} searched={search !== ''} first={index < FIRST} /> : null}
          </View>
        )}
        ref={hold}
        {...place}
        onScroll={(event) => {
          const { contentOffset, contentSize, layoutMeasurement } = event.nativeEvent;
          const left = contentSize.height - contentOffset.y - layoutMeasurement.height;
          near.current = left < NEAR_THE_END * layoutMeasurement.height;
          if (near.current) more();
          onScroll();
        }}
        initialNumToRender={FIRST}
        // Few at a time between two frames, and few beyond the screen: a page at once would hold a slow phone for a
        // dozen of them, and what is far from sight would be drawn before what is in it.
        maxToRenderPerBatch={2}
        updateCellsBatchingPeriod={16}
        windowSize={WINDOW}
        onEndReachedThreshold={NEAR_THE_END}
        onEndReached={more}
        ListHeaderComponent={status === 'open' && search === '' ? <DuePlate /> : null}
        ListEmptyComponent={
          isLoading ? (
            <Waiting what="Fetching the jobs" />
          ) : (
            <Nothing
              {...{ isError, search, status, signal }}
              onRetry={() => void refetch()}
              onNew={() => router.push('/new-job')}
            />
          )
        }
        ListFooterComponent={isFetchingNextPage ? <Waiting what="Fetching more" /> : null}
      />
    </Screen>
  );
}

/** So many cards are there at once; the others come while somebody scrolls. */
const FIRST = 20;
/** So many screens are drawn: the one in sight, and some before and after it. */
const WINDOW = 9;
/** So many screens before its end the next page is asked for. */
const NEAR_THE_END = 0.6;
/** About so high is a card before any was drawn, px. */
const CARD = 115;
const GAP = 9;
/** A list that stood so long at its place is calm, and it is held there for no longer than the second, ms. */
const CALM_MS = 400;
const LONGEST_HELD_MS = 8000;
/** Whoever does this wants to go on: nothing is held any more. */
const HANDS_ON = ['wheel', 'touchstart', 'pointerdown', 'keydown'] as const;

type List = FlatList<Bench | undefined>;
const nodeOf = (list: List | null) => list?.getScrollableNode() as HTMLElement | undefined;

/** Where a list stands: its offset, and its uppermost card to the pixel. */
function keepPlace(list: List | null): void {
  const scrolled = nodeOf(list);
  if (!scrolled) return;
  bayPlace.offset = scrolled.scrollTop;
  const edge = scrolled.getBoundingClientRect().top;
  const top = cardsIn(scrolled).find((card) => card.getBoundingClientRect().bottom > edge);
  bayPlace.top = top && { jobId: top.dataset['job'] ?? '', under: top.getBoundingClientRect().top - edge };
}

/** Cards that are drawn, each with its job. */
const cardsIn = (list: HTMLElement) => [...list.querySelectorAll<HTMLElement>('[data-job]')];

/**
 * The list goes on where it was left: about by what was drawn before, so that nothing above is drawn, and then to the
 * pixel by the job that stood uppermost.
 */
function useKeptPlace(rows: readonly (Bench | undefined)[], columns: number) {
  const [start] = useState(() => ({ offset: bayPlace.offset, top: bayPlace.top }));
  const list = useRef<List>(null);
  const placed = useRef(start.offset === 0);
  const begun = useRef(false);
  const offsets = useMemo(() => {
    const drawn = [...bayPlace.heights.values()];
    const usual = drawn.length === 0 ? CARD : drawn.reduce((sum, height) => sum + height, 0) / drawn.length;
    const all = [0];
    for (let row = 0; row * columns < rows.length; row += 1) {
      const height = bayPlace.heights.get(rows[row * columns]?.job.id ?? '') ?? usual;
      all.push((all[row] ?? 0) + height + GAP);
    }
    return all;
  }, [rows, columns]);
  const node = () => nodeOf(list.current);
  // What is drawn late moves the cards without a scroll: it counts where they stood when one went.
  useLayoutEffect(() => () => keepPlace(placed.current ? list.current : null), []);
  const kept = {
    hold: list,
    scrollEventThrottle: 100,
    onScroll: () => keepPlace(placed.current ? list.current : null),
  };
  if (start.offset === 0 || rows.length === 0) return kept;
  const at = rows.findIndex((bench) => bench?.job.id === start.top?.jobId);
  const first = at < 0 ? offsets.findIndex((offset) => offset > start.offset) - 1 : Math.floor(at / columns);
  return {
    ...kept,
    getItemLayout: (_: unknown, row: number) => {
      const offset = offsets[row] ?? 0;
      return { index: row, offset, length: (offsets[row + 1] ?? offset + CARD) - offset };
    },
    initialScrollIndex: Math.max(0, first),
    onContentSizeChange: () => {
      if (begun.current) return;
      begun.current = true;
      const held = performance.now();
      let calmSince: number | undefined;
      let handsOn = false;
      const letGo = () => (handsOn = true);
      for (const sign of HANDS_ON) addEventListener(sign, letGo, { once: true, passive: true });
      // On a slow phone the list goes on drawing and shifts, or is still too short: it is held there until it is calm.
      const settle = (now: number) => {
        const scrolled = node();
        const calm = calmSince !== undefined && now - calmSince >= CALM_MS;
        if (!scrolled || !start.top || handsOn || calm || now - held > LONGEST_HELD_MS) {
          for (const sign of HANDS_ON) removeEventListener(sign, letGo);
          placed.current = true;
          return;
        }
        const card = cardsIn(scrolled).find((one) => one.dataset['job'] === start.top?.jobId);
        const off = card
          ? card.getBoundingClientRect().top - scrolled.getBoundingClientRect().top - start.top.under
          : (offsets[Math.max(0, first)] ?? 0) - scrolled.scrollTop;
        calmSince = card && Math.abs(off) < 1 ? (calmSince ?? now) : undefined;
        if (Math.abs(off) >= 1) scrolled.scrollTop += off;
        requestAnimationFrame(settle);
      };
      requestAnimationFrame(settle);
    },
  };
}

function Tools({
  status,
  onStatus,
  onSearch,
}: {
  status: 'open' | 'closed';
  onStatus(status: 'open' | 'closed'): void;
  onSearch(): void;
}) {
  return (
    <View style={styles.toolRow}>
      {STATUS.map(({ value, word }) => (
        <Button
          key={value}
          kind="ground"
          pressed={status === value}
          onPress={() => onStatus(value)}
          style={[styles.grow, status === value ? styles.on : styles.off]}
        >
          {word}
        </Button>
      ))}
      <Button kind="ground" icon="magnify" onPress={onSearch} style={styles.grow}>
        Search
      </Button>
    </View>
  );
}

function SearchField({ value, onChange, onClose }: { value: string; onChange(text: string): void; onClose(): void }) {
  return (
    <View style={styles.toolRow}>
      <Field label="Search machine, owner, complaint or number" hideLabel value={value} onChange={onChange} autoFocus />
      <Button kind="ground" onPress={onClose}>
        Close
      </Button>
    </View>
  );
}

interface NothingProps {
  isError: boolean;
  search: string;
  status: string;
  signal: string;
  onRetry(): void;
  onNew(): void;
}

function Nothing({ isError, search, status, signal, onRetry, onNew }: NothingProps) {
  if (isError)
    return (
      <Empty
        icon="cloud-off-outline"
        title="No signal"
        words="The jobs could not be fetched, and none were kept on this device yet."
        button="Try again"
        onPress={onRetry}
      />
    );
  if (search !== '')
    return (
      <Empty
        icon="magnify"
        title="Nothing found"
        words={
          `No job ${status === 'open' ? 'in work' : 'closed'} has "${search}" in its machine, owner, complaint or ` +
          `number.${signal === 'off' ? ' Without signal only what this device knows is searched.' : ''}`
        }
      />
    );
  if (status === 'closed')
    return (
      <Empty
        icon="clipboard-text-outline"
        title="Nothing closed yet"
        words="A job that is done is closed on its findings page and stands here."
      />
    );
  return (
    <Empty
      icon="engine-outline"
      title="The bay is empty"
      words="Take an engine in: owner, machine, complaint. Then put the gauge on."
      button="New job"
      onPress={onNew}
    />
  );
}

const styles = StyleSheet.create({
  actions: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  tools: { minHeight: 48 },
  toolRow: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start', width: '100%', maxWidth: 640 },
  search: { flex: 1 },
  grow: { flexGrow: 1 },
  on: { borderBottomWidth: 5 },
  off: { opacity: 0.85, borderColor: 'transparent' },
  list: { flex: 1 },
  cards: { gap: 9, paddingBottom: 16 },
  row: { gap: 9, alignItems: 'stretch' },
  cell: { flex: 1, minWidth: 0 },
});
