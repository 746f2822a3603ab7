import {
  airOnCrank,
  doseFor,
  doseInWords,
  expectedFor,
  formatPressure,
  fromKPa,
  houseRulesFor,
  type PressureUnit,
  type Sizes,
  sizesOf,
  STANDARD_ATMOSPHERE_KPA,
  UNIT_SIGN,
} from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';
import { missingWords } from './missing';
import { type FigureField, signsOf, type Written } from './sheet';
import type { Sheet } from './use-sheet';

/** Bore, stroke and what follows from them. Grey is usual for the kind, until somebody types the real one. */
export function FiguresPlate({ sheet, unit }: { sheet: Sheet; unit: PressureUnit }) {
  const { engine, errors } = sheet.read;
  const sizes = sizesOf(engine);
  const field = (name: FigureField, label: string, placeholder?: string) => (
    <View style={styles.cell}>
      <Field
        label={label}
        value={sheet.text(name)}
        onChange={(text) => sheet.setText(name, text)}
        error={errors[name]}
        figures
        signs={signsOf(name)}
        keyboard="decimal-pad"
        {...(placeholder === undefined ? {} : { placeholder })}
      />
    </View>
  );
  const usual = (name: keyof Sizes, digits: number) => inWords(sizes[name], digits);
  return (
    <Plate label="Sizes" style={styles.plate}>
      <Label>Sizes</Label>
      <View style={styles.grid}>
        {field('boreMm', 'Bore, mm', usual('boreMm', 0))}
        {field('strokeMm', 'Stroke, mm', usual('strokeMm', 0))}
        {field('displacementCm3', 'In all, cm³', displacement(engine, sizes))}
        {field('compressionRatio', 'Ratio', usual('compressionRatio', 1))}
        {field('conrodMm', 'Rod, mm', usual('conrodMm', 0))}
        {field('chamberCm3', 'Chamber, cm³', usual('chamberCm3', 1))}
      </View>
      {engine.cycle === 'two-stroke' && engine.compressionRatio !== undefined ? (
        <Choice
          label="The ratio is"
          options={RATIO}
          chosen={engine.ratioBasis ?? 'geometric'}
          onChoose={(value) => sheet.set({ ratioBasis: value === 'geometric' ? null : value })}
        />
      ) : null}
      <View style={styles.line} />
      {whatFollows(engine, unit).map((words) => (
        <Words key={words}>{words}</Words>
      ))}
      {missingWords(engine).map((words) => (
        <Words key={words} colour="dim">
          {words}
        </Words>
      ))}
    </Plate>
  );
}

const RATIO = [
  { value: 'geometric', word: 'Over the full stroke' },
  { value: 'port-closing', word: 'From port closing' },
] as const;

/** `105-120`, for a field that nobody filled. */
function inWords(size: Sizes[keyof Sizes] | undefined, digits: number): string {
  if (!size) return 'not known';
  const [low, high] = [size.low.toFixed(digits), size.high.toFixed(digits)];
  return low === high ? low : `${low}-${high}`;
}

function displacement(engine: Written, sizes: Sizes): string {
  const count = engine.cylinders.length;
  const { sweptCm3 } = sizes;
  return sweptCm3 ? inWords({ ...sweptCm3, low: sweptCm3.low * count, high: sweptCm3.high * count }, 0) : 'not known';
}

/** What can be said with these sizes: the dose, the lock, the push of the air, what it should crank to. */
function whatFollows(engine: Written, unit: PressureUnit): string[] {
  const expected = expectedFor(engine, STANDARD_ATMOSPHERE_KPA);
  if (!expected) return [];
  const sizes = sizesOf(engine);
  const known = sizes.chamberCm3?.known === true;
  const dryKPa = (expected.fromKPa + expected.toKPa) / 2;
  const dose = doseFor(engine, dryKPa, STANDARD_ATMOSPHERE_KPA);
  const supplyKPa = houseRulesFor(engine, {}).leakSupplyKPa;
  const air = airOnCrank(engine, supplyKPa);
  const psi = (kPa: number) => formatPressure(kPa, unit);
  return [
    ...(known ? [] : ['Grey: usual for its kind. Type the real ones to sharpen what follows.']),
    `Oil for a wet test: ${doseInWords(dose)}; ${known ? 'locks' : 'may lock'} from ${dose.lockMl.toFixed(1)} ml.`,
    ...(air
      ? [
          `Air at ${Number(fromKPa(supplyKPa, unit).toPrecision(3))} ${UNIT_SIGN[unit]} pushes ` +
            `${span(air.forceKg.from, air.forceKg.to)} kg on the piston.`,
        ]
      : []),
    `By its sizes a sound one cranks to ${psi(expected.fromKPa)} to ${psi(expected.toKPa)} ${UNIT_SIGN[unit]}: an ` +
      'estimate, no limit.',
  ];
}

const span = (from: number, to: number) => {
  const [a, b] = [from.toFixed(0), to.toFixed(0)];
  return a === b ? a : `${a} to ${b}`;
};

const styles = StyleSheet.create({
  plate: { gap: 8 },
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  cell: { width: '30%', flexGrow: 1, minWidth: 96 },
  line: { borderTopWidth: 2, opacity: 0.4 },
});
