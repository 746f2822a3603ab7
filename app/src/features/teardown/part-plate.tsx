import type { Bench } from '@rugged/contract/bench';
import { CAN_BE, capital, find, INSIDE_NAME, type Inside, MEASURED_AS, seenAs, type SeenInside } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Strong, Title, Words } from '@/ui/words';
import { lookField } from './looks';
import { HEIGHTS, RINGS, type Sizes } from './sizes';

interface Props {
  bench: Bench;
  part: Inside;
  typed: Sizes;
  errors: Readonly<Record<string, string>>;
  onChange(field: string, value: string): void;
}

/** Sizes of one part, how it looks, and words of one's own. */
export function PartPlate({ bench, part, typed, errors, onChange }: Props) {
  const field = (name: string, label: string, figures = true) => (
    <View key={name} style={figures ? styles.size : styles.words}>
      <Field
        label={label}
        value={typed[name] ?? ''}
        onChange={(value) => onChange(name, value)}
        error={errors[name]}
        {...(figures ? { figures: true, signs: 'decimal' as const, keyboard: 'decimal-pad' as const } : {})}
      />
    </View>
  );
  const name = capital(INSIDE_NAME[part]);
  const missing = errors[lookField(part, 'seen')];
  const book = bookOf(bench, part);
  const seen = ['good', ...CAN_BE[part]] as readonly SeenInside[];
  return (
    <Plate label={name} style={styles.plate}>
      <View style={styles.head}>
        <Title>{name}</Title>
        {book ? <Words colour="dim">{book}</Words> : null}
      </View>
      <Choice
        label="How it looks"
        options={seen.map((value) => ({ value, word: capital(seenAs(part, value)) }))}
        chosen={(typed[lookField(part, 'seen')] ?? undefined) as SeenInside | undefined}
        onChoose={(value) => onChange(lookField(part, 'seen'), value)}
      />
      {missing ? (
        <View role="alert">
          <Strong colour="rust">{`How it looks ${missing}.`}</Strong>
        </View>
      ) : null}
      {fieldsOf(part).map((row) => (
        <View key={row[0]?.[0]} style={styles.row}>
          {row.map(([of, label]) => field(of, label))}
        </View>
      ))}
      {field(lookField(part, 'words'), 'In your words', false)}
      {part === 'bore' ? (
        <Words colour="dim">Measure each height both ways: one alone says nothing of how round it is.</Words>
      ) : null}
    </Plate>
  );
}

type Row = readonly (readonly [field: string, label: string])[];
const HEIGHT = { top: 'Top', middle: 'Middle', bottom: 'Bottom' } as const;
const RING = { top: 'Top', second: 'Second', oil: 'Oil' } as const;

const SIZES: Readonly<Partial<Record<Inside, readonly Row[]>>> = {
  bore: HEIGHTS.map((height) => [
    [`bore/${height}/alongMm`, `${HEIGHT[height]}, along the crank, mm`],
    [`bore/${height}/acrossMm`, `${HEIGHT[height]}, across, mm`],
  ]),
  rings: [RINGS.map((ring) => [`ring-gap/${ring}/mm`, `${RING[ring]} ring gap, mm`])],
  piston: [[['piston/skirtMm', 'Skirt, mm']]],
  pin: [[['piston/pinMm', 'Pin, mm']]],
  'small-end': [[['piston/smallEndMm', 'Small end, mm']]],
};

/** The sizes that a part has. */
function fieldsOf(part: Inside): readonly Row[] {
  const measured = MEASURED_AS[part];
  if (measured !== undefined) return [[[lookField(part, 'mm'), measured === 'play' ? 'Play, mm' : 'Out of true, mm']]];
  return SIZES[part] ?? [];
}

const BOOK_OF: Readonly<Partial<Record<Inside, 'bore' | 'ringGap' | 'pistonClearance' | 'pinClearance'>>> = {
  bore: 'bore',
  rings: 'ringGap',
  piston: 'pistonClearance',
  pin: 'pinClearance',
  'small-end': 'pinClearance',
};
/** `book: gap 0.15 to 0.50 mm`, where a book has it. */
function bookOf({ books }: Bench, part: Inside): string | undefined {
  const matter = BOOK_OF[part];
  const figures: { minMm?: number; maxMm?: number } | undefined = matter && find(books, matter).figures;
  if (!figures) return undefined;
  const { minMm, maxMm } = figures;
  if (minMm === undefined && maxMm === undefined) return undefined;
  const what = matter === 'bore' ? '' : matter === 'ringGap' ? 'gap ' : 'clearance ';
  return minMm === undefined
    ? `book: ${what}up to ${maxMm} mm`
    : `book: ${what}${minMm}${maxMm === undefined ? ' and up' : ` to ${maxMm}`} mm`;
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  head: { flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', alignItems: 'baseline', gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  size: { flexGrow: 1, flexShrink: 1, flexBasis: 90 },
  words: { width: '100%' },
});
