import type { BookRecord, NewBook } from '@rugged/contract';
import { METHOD_NAME, type PressureUnit, PRESSURE_UNITS, SPREAD_METHODS, UNIT_SIGN } from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { reasonsByField, validate } from '@/data/validating';
import { newId } from '@/data/new-id';
import { useDraft } from '@/data/draft';
import { Button, IconButton } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { Sheet } from '@/ui/sheet';
import { Label, Words } from '@/ui/words';
import { bandOutOfOrder, type BookDraft, type BookFigure, blankBook, bookOf, draftOf } from './book-draft';

type Figures = Omit<NewBook, 'id' | 'engineId'>;
interface Props {
  /** A book to be mended; nothing: a new one. */
  book?: BookRecord;
  model?: string;
  unit: PressureUnit;
  /** What this engine has, so that nothing is asked that it cannot have; nothing: everything. */
  twoStroke?: boolean | undefined;
  onKeep(book: Figures): Promise<void>;
  onClose(): void;
}

const TEMPERATURES = [
  { value: 'warm', word: 'Warm' },
  { value: 'cold', word: 'Cold' },
  { value: 'unsaid', word: 'Not said' },
] as const;
const UNITS = PRESSURE_UNITS.map((value) => ({ value, word: UNIT_SIGN[value] }));
const METHODS = SPREAD_METHODS.map((value) => ({ value, word: METHOD_NAME[value] }));

/** A manual's figures, in the manual's own unit. */
export function BookSheet({ book, model, unit, twoStroke, onKeep, onClose }: Props) {
  const key = `book.${book?.id ?? `new.${model ?? ''}`}`;
  const [draft, setDraft] = useDraft<BookDraft>(key, book ? draftOf(book, unit) : blankBook(unit, model));
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const [more, setMore] = useState(false);
  const [busy, setBusy] = useState(false);
  const set = (change: Partial<BookDraft>) => setDraft((now) => ({ ...now, ...change }));
  const setFigure = (field: BookFigure) => (text: string) =>
    setDraft((now) => ({ ...now, figures: { ...now.figures, [field]: text } }));
  const keep = async () => {
    const figures = bookOf(draft, book);
    const checked = await validate(({ newBookSchema }) => newBookSchema, { id: newId(), ...figures });
    const found: Record<string, string> = { ...reasonsByField(checked) };
    const band = bandOutOfOrder(draft);
    if (band)
      found[`compression.bands[${band.index}].from`] ??= `must be below the ${band.above} of the band before it`;
    setErrors(found);
    if (Object.keys(found).length > 0) return;
    setBusy(true);
    await onKeep(figures);
    setDraft(book ? draftOf({ ...book, ...figures }, unit) : blankBook(unit, model));
    setBusy(false);
    onClose();
  };
  const field = (name: BookFigure, label: string) => (
    <Field
      label={label}
      value={draft.figures[name] ?? ''}
      onChange={setFigure(name)}
      error={errors[name]}
      figures
      keyboard="decimal-pad"
    />
  );
  const sign = UNIT_SIGN[draft.unit];
  const elsewhere = Object.keys(errors).length > 0;
  return (
    <Sheet
      title={book ? 'Mend the book' : 'A new book'}
      visible
      onClose={onClose}
      foot={
        <Button kind="main" busy={busy} onPress={() => void keep()}>
          Keep the book
        </Button>
      }
    >
      <Field label="Which book" value={draft.source} onChange={(source) => set({ source })} error={errors['source']} />
      <View style={styles.row}>
        <Field label="Model" value={draft.model} onChange={(text) => set({ model: text })} error={errors['model']} />
        <Field label="Page" value={draft.page} onChange={(page) => set({ page })} error={errors['page']} />
      </View>
      <Choice
        label="Its figures mean an engine that is"
        options={TEMPERATURES}
        chosen={draft.temperature ?? 'unsaid'}
        onChoose={(value) => set({ temperature: value === 'unsaid' ? undefined : value })}
      />
      <Choice label="Unit" options={UNITS} chosen={draft.unit} onChoose={(value) => set({ unit: value })} />
      <View style={styles.row}>
        {field('compression.min', `Minimum, ${sign}`)}
        {field('compression.max', `Maximum, ${sign}`)}
      </View>
      <Bands draft={draft} errors={errors} onChange={(bands) => set({ bands })} />
      {draft.spreadMethod === 'difference'
        ? field('spread.limit', `Most between them, ${sign}`)
        : field('spread.limitPercent', `Spread, ${METHOD_NAME[draft.spreadMethod]}, %`)}
      {field('leakage.maxPercent', 'Most leakage, %')}
      {more ? (
        <>
          <Choice
            label="Spread"
            options={METHODS}
            chosen={draft.spreadMethod}
            onChoose={(value) => set({ spreadMethod: value })}
          />
          {twoStroke === false ? null : (
            <>
              <Label>Crankcase</Label>
              <Choice
                label="Crankcase unit"
                options={UNITS}
                chosen={draft.crankcaseUnit}
                onChoose={(value) => set({ crankcaseUnit: value })}
              />
              <View style={styles.row}>
                {field('crankcase.pressure', 'Fed with')}
                {field('crankcase.maximum', 'Never above')}
              </View>
              <View style={styles.row}>
                {field('crankcase.holdSeconds', 'Held, seconds')}
                {field('crankcase.maxDrop', 'Most it may lose')}
              </View>
            </>
          )}
          {twoStroke === true ? null : (
            <>
              <Label>Valve clearances, mm</Label>
              <View style={styles.row}>
                {field('valveClearance.intake.minMm', 'Intake from')}
                {field('valveClearance.intake.maxMm', 'Intake to')}
              </View>
              <View style={styles.row}>
                {field('valveClearance.exhaust.minMm', 'Exhaust from')}
                {field('valveClearance.exhaust.maxMm', 'Exhaust to')}
              </View>
              <View style={styles.row}>
                {field('oilPressure.crankingMin', `Oil, cranking, ${sign}`)}
                {field('oilPressure.idleMin', `Oil, idle, ${sign}`)}
              </View>
              <Choice
                label="Automatic release"
                options={[
                  { value: 'acting', word: 'Acting' },
                  { value: 'held-off', word: 'Held off' },
                ]}
                chosen={draft.releaseHeldOff ? 'held-off' : 'acting'}
                onChoose={(value) => set({ releaseHeldOff: value === 'held-off' })}
              />
            </>
          )}
          <View style={styles.row}>
            {field('runningCompression.idleMin', `Running, idle, ${sign}`)}
            {field('runningCompression.snapMin', `Running, snap, ${sign}`)}
          </View>
          {field('battery.crankingMinVolts', 'Battery while cranking, V')}
        </>
      ) : (
        <Button icon="chevron-down" onPress={() => setMore(true)}>
          {twoStroke === true ? 'Crankcase and more' : twoStroke === false ? 'Clearances and more' : 'More figures'}
        </Button>
      )}
      {elsewhere ? <Words colour="rust">Not kept yet: see the fields in red.</Words> : null}
    </Sheet>
  );
}

function Bands({
  draft: { bands, unit },
  errors,
  onChange,
}: {
  draft: BookDraft;
  errors: Readonly<Record<string, string>>;
  onChange(bands: BookDraft['bands']): void;
}) {
  const change = (i: number, part: Partial<BookDraft['bands'][number]>) =>
    onChange(bands.map((band, j) => (i === j ? { ...band, ...part } : band)));
  return (
    <View style={styles.bands}>
      {bands.map((band, i) => (
        <View key={i} style={styles.row}>
          <Field
            label={`Band ${i + 1}`}
            value={band.name}
            onChange={(name) => change(i, { name })}
            error={errors[`compression.bands[${i}].name`]}
          />
          <Field
            label={`From, ${UNIT_SIGN[unit]}`}
            value={band.from}
            onChange={(from) => change(i, { from })}
            error={errors[`compression.bands[${i}].from`]}
            figures
            keyboard="decimal-pad"
          />
          <IconButton
            icon="close"
            label={`Take band ${i + 1} off`}
            onPress={() => onChange(bands.filter((_, j) => j !== i))}
          />
        </View>
      ))}
      <Button icon="plus" onPress={() => onChange([...bands, { name: '', from: '' }])}>
        {bands.length === 0 ? 'Bands: good, average, poor' : 'Another band'}
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8, alignItems: 'flex-start' },
  bands: { gap: 8 },
});
