import type { PressureUnit } from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { addBooks } from '@/data/books';
import { newId } from '@/data/new-id';
import { validate } from '@/data/validating';
import { Button } from '@/ui/button';
import { useNotice } from '@/ui/notice';
import { FileField } from '@/ui/file-field';
import { Plate } from '@/ui/plate';
import { Label, Strong, Words } from '@/ui/words';
import { type Import, readBooks } from './book-table';

const SHOWN = 20;

/** Books from a file: row by row what it would do and what is wrong; the good ones only if asked to. */
export function ImportPlate({ unit }: { unit: PressureUnit }) {
  const tell = useNotice();
  const [found, setFound] = useState<Import & { name: string }>();
  const [busy, setBusy] = useState(false);
  const read = async (file: File) => {
    setBusy(true);
    const result = await readBooks(file, unit, async (book) => {
      const checked = await validate(({ newBookSchema }) => newBookSchema, { id: newId(), ...book });
      return checked.ok ? [] : checked.errors.map(({ field, reason }) => `${field} ${reason}`);
    });
    setFound({ ...result, name: file.name });
    setBusy(false);
  };
  const good = (found?.rows ?? []).flatMap(({ book }) => book ?? []);
  const wrong = (found?.rows ?? []).filter((row) => row.wrong.length > 0);
  const take = async () => {
    await addBooks(good);
    tell({ text: `${good.length} ${good.length === 1 ? 'book' : 'books'} taken` });
    setFound(undefined);
  };
  return (
    <Plate label="In" style={styles.plate}>
      <Words>In: a table as CSV, with the columns it goes out with, or an open file as JSON.</Words>
      <FileField
        label="File of books"
        accept=".csv,.json,text/csv,application/json"
        onFile={(file) => void read(file)}
      />
      {busy ? <Words colour="dim">Reading it.</Words> : null}
      {found?.refused ? (
        <View role="alert">
          <Words colour="rust">{`${found.name} ${found.refused}. Nothing was taken.`}</Words>
        </View>
      ) : null}
      {found && !found.refused ? (
        <View role="status" style={styles.plate}>
          <Strong>{`${good.length} of ${found.rows.length} rows can be taken.`}</Strong>
          {wrong.length > 0 ? <Label>What is wrong</Label> : null}
          {wrong.slice(0, SHOWN).map(({ line, source, wrong: reasons }) => (
            <Words key={line} colour="rust">{`Row ${line}${source ? `, ${source}` : ''}: ${reasons.join('; ')}`}</Words>
          ))}
          {wrong.length > SHOWN ? <Words colour="dim">{`and ${wrong.length - SHOWN} rows more.`}</Words> : null}
          <View style={styles.row}>
            <Button onPress={() => setFound(undefined)}>Take nothing</Button>
            {good.length > 0 ? (
              <Button kind="main" tall={false} onPress={() => void take()} style={styles.grow}>
                {`Take ${wrong.length > 0 ? `the ${good.length} good ones` : `all ${good.length}`}`}
              </Button>
            ) : null}
          </View>
        </View>
      ) : null}
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  grow: { flexGrow: 1 },
});
