import type { Bench, BookRecord, EngineRecord } from '@rugged/contract';
import { formatPressure, fromKPa, type PressureUnit, toKPa, UNIT_SIGN } from '@rugged/core';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Line, Rect } from 'react-native-svg';
import { BookSheet } from '@/bench/books/book-sheet';
import { shownStates } from '@/bench/shown-state';
import { addBook, changeBook, useBooks } from '@/data/books';
import { changeEngine } from '@/data/engines';
import { judgeBench, judgeOnce } from '@/data/judged';
import { Button, IconButton } from '@/ui/button';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Sheet as PaperSheet } from '@/ui/sheet';
import { STATE_WORD, StateMark } from '@/ui/state-mark';
import { useColours } from '@/ui/theme';
import { Figure, Label, Strong, Words } from '@/ui/words';

interface Props {
  engine: EngineRecord;
  books: readonly BookRecord[];
  /** The job in work, to say what each book would say of its readings. */
  bench: Bench | undefined;
  unit: PressureUnit;
}

/** The books in their order, each on one scale with what was read and what it would say of it. The first one rules. */
export function BooksPlate({ engine, books, bench, unit }: Props) {
  const [open, setOpen] = useState<BookRecord | 'new' | 'library'>();
  const ids = books.map(({ id }) => id);
  const order = (bookIds: string[], what: string, brings?: BookRecord[]) =>
    void changeEngine(engine, { bookIds }, what, brings);
  const scale = useScale(books, bench);
  return (
    <Plate label="Books" style={styles.plate}>
      <View style={styles.head}>
        <Label>Books, the first one rules</Label>
        <Label>{UNIT_SIGN[unit]}</Label>
      </View>
      {books.length === 0 ? <Words colour="dim">No book: a rule of thumb stands in, and says so.</Words> : null}
      {books.map((book, i) => (
        <View key={book.id} style={styles.book}>
          <View style={styles.line}>
            <View style={styles.name}>
              <Strong lines={1}>{book.source}</Strong>
              <Words colour="dim" style={styles.small}>
                {underOf(book)}
              </Words>
            </View>
            {i > 0 ? (
              <IconButton
                icon="chevron-up"
                label={`${book.source} before ${books[i - 1]?.source ?? ''}`}
                onPress={() => order(moved(ids, i), `Order of the books`)}
              />
            ) : null}
            <Button onPress={() => setOpen(book)} label={`Mend ${book.source}`}>
              Mend
            </Button>
            <IconButton
              icon="close"
              label={`Take ${book.source} off this engine`}
              onPress={() =>
                order(
                  ids.filter((id) => id !== book.id),
                  `${book.source} off`,
                )
              }
            />
          </View>
          {scale ? <BookBar book={book} scale={scale} unit={unit} /> : null}
          {bench ? <Says bench={bench} book={book} unit={unit} /> : null}
        </View>
      ))}
      <View style={styles.buttons}>
        <Button icon="plus" onPress={() => setOpen('new')}>
          New book
        </Button>
        <Button icon="book-open-outline" onPress={() => setOpen('library')}>
          From the library
        </Button>
      </View>
      {open === 'library' ? (
        <LibrarySheet
          taken={ids}
          model={engine.model}
          onTake={(book) => {
            order([...ids, book.id], `${book.source} taken`, [book]);
            setOpen(undefined);
          }}
          onClose={() => setOpen(undefined)}
        />
      ) : open ? (
        <BookSheet
          {...(open === 'new' ? {} : { book: open })}
          {...(engine.model === undefined ? {} : { model: engine.model })}
          unit={unit}
          twoStroke={engine.cycle === 'two-stroke'}
          onKeep={(figures) => (open === 'new' ? addBook(figures, engine) : changeBook(open, figures, 'Mended'))}
          onClose={() => setOpen(undefined)}
        />
      ) : null}
    </Plate>
  );
}

const moved = (ids: readonly string[], i: number): string[] => {
  const next = [...ids];
  [next[i - 1], next[i]] = [next[i] as string, next[i - 1] as string];
  return next;
};

const underOf = ({ model, page, engineTemperature, spread, leakage, crankcase }: BookRecord) =>
  [
    ...(model ? [model] : []),
    ...(page ? [`page ${page}`] : []),
    engineTemperature ? `${engineTemperature} engine` : 'warm or cold not said',
    ...(spread?.limitPercent === undefined ? [] : [`spread ${spread.limitPercent} %`]),
    ...(leakage ? [`leakage ${leakage.maxPercent} %`] : []),
    ...(crankcase ? ['crankcase'] : []),
  ].join(' · ');

interface Scale {
  fromKPa: number;
  toKPa: number;
  read: number[];
}

/** One scale for all books and what was read. */
function useScale(books: readonly BookRecord[], bench: Bench | undefined): Scale | undefined {
  return useMemo(() => {
    const verdict = bench && judgeOnce(bench, 'kPa');
    const read = verdict?.ok
      ? verdict.judgement.cylinders.flatMap(({ compression }) => compression?.readKPa ?? [])
      : [];
    const limits = books.flatMap(({ compression }) =>
      compression
        ? [compression.min, compression.max, ...(compression.bands ?? []).map(({ from }) => from || undefined)]
            .filter((figure) => figure !== undefined)
            .map((figure) => toKPa(figure, compression.unit))
        : [],
    );
    const all = [...limits, ...read];
    if (limits.length === 0) return undefined;
    return { fromKPa: 0.7 * Math.min(...all), toKPa: 1.1 * Math.max(...all), read };
  }, [books, bench]);
}

const BAR = { width: 340, height: 18 };

function BookBar({ book: { compression }, scale, unit }: { book: BookRecord; scale: Scale; unit: PressureUnit }) {
  const c = useColours();
  if (!compression) return <Words colour="dim">Says nothing of compression.</Words>;
  const { min, max, bands } = compression;
  const kPa = (figure: number | undefined) => (figure === undefined ? undefined : toKPa(figure, compression.unit));
  const x = (pressure: number) => (BAR.width * (pressure - scale.fromKPa)) / (scale.toKPa - scale.fromKPa);
  const least = kPa(min ?? bands?.map(({ from }) => from).sort((a, b) => a - b)[0]) ?? scale.fromKPa;
  const most = kPa(max) ?? scale.toKPa;
  const good = bands && bands.length > 1 ? kPa(Math.max(...bands.map(({ from }) => from))) : undefined;
  const figures = [min, good === undefined ? undefined : fromKPa(good, compression.unit), max].filter(
    (one) => one !== undefined,
  );
  const told = figures.map((figure) => formatPressure(toKPa(figure, compression.unit), unit)).join(' to ');
  return (
    <View role="img" aria-label={`${told} ${UNIT_SIGN[unit]}`}>
      <Svg
        width="100%"
        height={BAR.height}
        viewBox={`0 0 ${BAR.width} ${BAR.height}`}
        preserveAspectRatio="none"
        aria-hidden
      >
        <Rect x={0} y={3} width={BAR.width} height={12} fill={c.plateSunk} />
        <Rect
          x={x(Math.max(least, scale.fromKPa))}
          y={3}
          width={Math.max(2, x(most) - x(Math.max(least, scale.fromKPa)))}
          height={12}
          fill={good === undefined ? c.moss : c.ochre}
        />
        {good === undefined ? null : (
          <Rect x={x(good)} y={3} width={Math.max(2, x(most) - x(good))} height={12} fill={c.moss} />
        )}
        {scale.read.map((pressure, i) => (
          <Line key={i} x1={x(pressure)} x2={x(pressure)} y1={0} y2={BAR.height} stroke={c.ink} strokeWidth={3} />
        ))}
      </Svg>
      <View style={styles.head}>
        <Figure>{told}</Figure>
        {compression.unit === unit ? null : (
          <Words colour="dim" style={styles.small}>{`printed in ${UNIT_SIGN[compression.unit]}`}</Words>
        )}
      </View>
    </View>
  );
}

/** What this book alone would say of the readings there are. */
function Says({ bench, book, unit }: { bench: Bench; book: BookRecord; unit: PressureUnit }) {
  const verdict = useMemo(() => judgeBench({ ...bench, books: [book] }, unit), [bench, book, unit]);
  if (bench.readings.length === 0 || !verdict.ok) return null;
  const states = shownStates({ ...bench, overrules: [] }, verdict.judgement);
  return (
    <View style={styles.says}>
      <StateMark state={states.engine} size={14} />
      <Words
        colour="dim"
        style={styles.small}
      >{`By it alone this job is ${STATE_WORD[states.engine].toLowerCase()}.`}</Words>
    </View>
  );
}

function LibrarySheet({
  taken,
  model,
  onTake,
  onClose,
}: {
  taken: readonly string[];
  model: string | undefined;
  onTake(book: BookRecord): void;
  onClose(): void;
}) {
  const [search, setSearch] = useState('');
  const books = useBooks(search, false);
  const items = (books.data?.pages ?? []).flatMap((page) => page.items).filter(({ book }) => !taken.includes(book.id));
  const sorted = [...items].sort((a, b) => Number(b.book.model === model) - Number(a.book.model === model));
  return (
    <PaperSheet title="From the library" visible onClose={onClose}>
      <Field label="Book or model" value={search} onChange={setSearch} />
      {sorted.map(({ book, engines }) => (
        <Button key={book.id} onPress={() => onTake(book)} label={`Take ${book.source}`}>
          {[book.source, book.model, `${engines} ${engines === 1 ? 'engine' : 'engines'}`].filter(Boolean).join(' · ')}
        </Button>
      ))}
      {sorted.length === 0 ? (
        <Words colour="dim">
          {books.isError
            ? 'No signal: the library was not opened on this device before.'
            : books.isLoading
              ? 'Looking.'
              : 'No other book.'}
        </Words>
      ) : null}
    </PaperSheet>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  head: { flexDirection: 'row', justifyContent: 'space-between', gap: 8 },
  book: { gap: 4 },
  line: { flexDirection: 'row', alignItems: 'center', gap: 4 },
  name: { flex: 1, minWidth: 0 },
  small: { fontSize: 15, lineHeight: 19 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  says: { flexDirection: 'row', gap: 6, alignItems: 'center' },
});
