import type { BookRecord } from '@rugged/contract';
import { formatPressure, toKPa, UNIT_SIGN } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useDeferredValue, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { KeptBadge } from '@/bench/kept-badge';
import { BookSheet } from '@/bench/books/book-sheet';
import { addBook, changeBook, useBooks } from '@/data/books';
import { useSignedIn } from '@/data/session';
import { howMany } from '@/ui/format';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { download, downloadJson } from '@/ui/download';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Tiles } from '@/ui/columns';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { Strong, Words } from '@/ui/words';
import { toCsv } from './book-table';
import { ImportPlate } from './import-plate';

const SHOWN = [
  { value: 'used', word: 'In use' },
  { value: 'all', word: 'Retired too' },
] as const;

/** The shop's books: added, mended, retired, and carried in and out. */
export function LibraryScreen() {
  const router = useRouter();
  const {
    shop: { unit },
  } = useSignedIn();
  const [search, setSearch] = useState('');
  const [shown, setShown] = useState<(typeof SHOWN)[number]['value']>('used');
  const [open, setOpen] = useState<BookRecord | 'new'>();
  const books = useBooks(useDeferredValue(search), shown === 'all');
  const items = (books.data?.pages ?? []).flatMap((page) => page.items);
  const figures = items.map(({ book: { id, version, ...rest } }) => rest);
  return (
    <Screen
      title="Books"
      under={
        books.data
          ? `${howMany(books.data.pages[0]?.total, items.length, books.hasNextPage)} in the library`
          : 'The shop’s library'
      }
      onBack={() => (router.canGoBack() ? router.back() : router.replace('/shop'))}
      action={<KeptBadge />}
      wide
    >
      <Plate label="Find" style={styles.plate}>
        <Field label="Book or model" value={search} onChange={setSearch} />
        <Choice<(typeof SHOWN)[number]['value']>
          label="Shown"
          hideLabel
          options={SHOWN}
          chosen={shown}
          onChoose={setShown}
        />
        <Button icon="plus" onPress={() => setOpen('new')}>
          New book
        </Button>
      </Plate>
      {books.isLoading ? <Waiting what="Fetching the books" /> : null}
      {books.isError && items.length === 0 ? (
        <Empty
          icon="cloud-off-outline"
          title="No signal"
          words="The library was not opened on this device before."
          button="Try again"
          onPress={() => void books.refetch()}
        />
      ) : null}
      {books.data && items.length === 0 ? (
        <Empty
          icon="book-open-outline"
          title={search === '' ? 'No book yet' : 'Nothing found'}
          words={
            search === ''
              ? 'A manual’s figures, entered once, serve every engine of its model.'
              : `No book is called "${search}".`
          }
        />
      ) : null}
      <Tiles>
        {items.map(({ book, engines }) => (
          <Plate key={book.id} label={book.source} style={styles.book}>
            <View style={styles.names}>
              <Strong>{book.source}</Strong>
              <Words colour="dim">
                {[
                  ...(book.model ? [book.model] : []),
                  limitOf(book, unit),
                  `${engines} ${engines === 1 ? 'engine' : 'engines'}`,
                  ...(book.retired ? ['retired'] : []),
                ].join(' · ')}
              </Words>
            </View>
            <Button
              onPress={() => router.push(`/history?record=${book.id}`)}
              label={`Who changed what of ${book.source}`}
            >
              Who
            </Button>
            <Button onPress={() => setOpen(book)} label={`Mend ${book.source}`}>
              Mend
            </Button>
            <Button onPress={() => void retire(book)} label={`${book.retired ? 'Take up' : 'Retire'} ${book.source}`}>
              {book.retired ? 'Take up' : 'Retire'}
            </Button>
          </Plate>
        ))}
      </Tiles>
      {books.hasNextPage ? (
        <Button kind="ground" busy={books.isFetchingNextPage} onPress={() => void books.fetchNextPage()}>
          More books
        </Button>
      ) : null}
      <Plate label="Out" style={styles.plate}>
        <Words>Out: the books shown above, as a table or as an open file.</Words>
        <View style={styles.row}>
          <Button
            icon="download-outline"
            disabled={items.length === 0}
            onPress={() => download('books.csv', 'text/csv', toCsv(figures, unit))}
          >
            As CSV
          </Button>
          <Button
            icon="download-outline"
            disabled={items.length === 0}
            onPress={() => downloadJson('books.json', figures)}
          >
            As JSON
          </Button>
        </View>
      </Plate>
      <ImportPlate unit={unit} />
      {open ? (
        <BookSheet
          {...(open === 'new' ? {} : { book: open })}
          unit={unit}
          onKeep={(kept) => (open === 'new' ? addBook(kept) : changeBook(open, kept, 'Mended'))}
          onClose={() => setOpen(undefined)}
        />
      ) : null}
    </Screen>
  );
}

function retire({ retired, ...book }: BookRecord): Promise<void> {
  const { id: _id, version: _version, ...figures } = book;
  return changeBook(book, retired ? figures : { ...figures, retired: true }, retired ? 'Taken up' : 'Retired');
}

/** Its compression limit in the shop's unit, in a few words. */
function limitOf({ compression }: BookRecord, unit: Parameters<typeof formatPressure>[1]): string {
  if (!compression) return 'nothing of compression';
  const { min, max, unit: own } = compression;
  const p = (figure: number) => formatPressure(toKPa(figure, own), unit);
  if (min === undefined && max === undefined) return compression.bands ? 'bands' : 'nothing of compression';
  return `${[min, max].flatMap((figure) => (figure === undefined ? [] : p(figure))).join(' to ')} ${UNIT_SIGN[unit]}`;
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  book: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
  names: { flexGrow: 1, flexBasis: 160, minWidth: 0 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
