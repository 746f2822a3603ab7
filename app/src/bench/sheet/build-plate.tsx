import {
  FUEL_SYSTEM_NAME,
  gearsOf,
  layoutOf,
  METER_UNITS,
  STARTING_NAME,
  STARTINGS,
  VALVE_GEAR_NAME,
} from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { METER_WORD } from '@/bench/meter-words';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';
import { Folded } from './folded';
import { isBanked, NAMES, namesOf, type Written } from './sheet';
import { asRunState, RUN_STATES, runStateOf } from './run-state';
import type { Sheet } from './use-sheet';

const of = <T extends string>(words: Readonly<Record<T, string>>, values: readonly T[]) =>
  values.map((value) => ({ value, word: words[value] }));
const CYCLES = [
  { value: 'two-stroke', word: 'Two-stroke' },
  { value: 'four-stroke', word: 'Four-stroke' },
] as const;
const FUELS = [
  { value: 'petrol', word: 'Petrol' },
  { value: 'diesel', word: 'Diesel' },
] as const;
const COOLINGS = [
  { value: 'air', word: 'Air' },
  { value: 'liquid', word: 'Water' },
] as const;
const HEADS = [
  { value: 'off', word: 'Comes off' },
  { value: 'one-piece', word: 'One piece with the barrel' },
] as const;
const RELEASES = [
  { value: 'none', word: 'None' },
  { value: 'automatic', word: 'Automatic' },
  { value: 'lever', word: 'Lever' },
] as const;
type Chip = { word: string; known: boolean };
const chip = (word: string | undefined, asked: string): Chip => ({
  word: word ?? `${asked}?`,
  known: word !== undefined,
});
const wordOf = <T extends string>(options: readonly { value: T; word: string }[], value: T | undefined) =>
  options.find((one) => one.value === value)?.word;

function buildChips(engine: Written, askState: boolean): Chip[] {
  const { headless } = engine;
  return [
    chip(wordOf(CYCLES, engine.cycle), 'Cycle'),
    chip(wordOf(FUELS, engine.fuel), 'Fuel'),
    ...(askState ? [chip(wordOf(RUN_STATES, runStateOf(engine)), 'Runs')] : []),
    chip(engine.cooling && `${wordOf(COOLINGS, engine.cooling)}-cooled`, 'Cooling'),
    chip(engine.valveGear && VALVE_GEAR_NAME[engine.valveGear], engine.cycle === 'two-stroke' ? 'Intake' : 'Valves'),
    chip(engine.starting && STARTING_NAME[engine.starting], 'Starting'),
    ...(engine.fuel === 'petrol'
      ? [chip(engine.fuelSystem && FUEL_SYSTEM_NAME[engine.fuelSystem], 'Fuel system')]
      : []),
    chip(headless === undefined ? undefined : headless ? 'Head in one piece' : 'Head comes off', 'Head'),
    chip(RELEASE_CHIP[engine.compressionRelease ?? 'unsaid'], 'Release'),
  ];
}
const RELEASE_CHIP: Readonly<Record<string, string>> = {
  none: 'No release',
  automatic: 'Automatic release',
  lever: 'Release lever',
};

function cylinderChips(engine: Written): Chip[] {
  const { plug, cylinders } = engine;
  return [
    chip(`${LAYOUT_WORD[layoutOf(engine)]}: ${cylinders.join(', ')}`, 'Layout'),
    ...(cylinders.length > 1
      ? [
          chip(
            engine.firstAt && `${cylinders[0]} at the ${wordOf(ENDS, engine.firstAt)?.toLowerCase()}`,
            'Which end is first',
          ),
        ]
      : []),
    chip(engine.rotation && `Turns ${engine.rotation}`, 'Rotation'),
    ...(engine.fuel === 'petrol'
      ? [chip(plug && `Plug ${plug.threadMm} x ${plug.pitchMm}, reach ${plug.reachMm}`, 'Plug hole')]
      : []),
  ];
}
const LAYOUT_WORD = { single: 'Single', inline: 'In a row', vee: 'V', flat: 'Flat' } as const;

/** How it is built, a tap each. */
export function BuildPlate({ sheet, askState }: { sheet: Sheet; askState: boolean }) {
  const { engine, errors } = sheet.read;
  const gears = gearsOf(engine.cycle).filter((gear) => gear !== 'overhead' || engine.valveGear === 'overhead');
  return (
    <Folded label="How it is built" chips={buildChips(engine, askState)} wrong={errors['valveGear'] !== undefined}>
      <View style={styles.pair}>
        <Choice
          label="Cycle"
          options={CYCLES}
          chosen={engine.cycle}
          onChoose={(cycle) =>
            sheet.set(
              cycle === engine.cycle
                ? {}
                : {
                    cycle,
                    valveGear: null,
                    firingIntervals: null,
                    ...(cycle === 'two-stroke' ? { fuel: 'petrol' } : {}),
                  },
            )
          }
        />
        <Choice
          label="Fuel"
          options={FUELS}
          chosen={engine.fuel}
          onChoose={(fuel) =>
            sheet.set({ fuel, ...(fuel === 'diesel' ? { fuelSystem: 'injection', plug: null } : {}) })
          }
        />
      </View>
      {askState ? (
        <Choice
          label="State"
          options={RUN_STATES}
          chosen={runStateOf(engine)}
          onChoose={(state) => sheet.set(asRunState(state))}
        />
      ) : null}
      <Choice
        label="Cooling"
        options={COOLINGS}
        chosen={engine.cooling}
        onChoose={(cooling) => sheet.set({ cooling })}
      />
      <Choice
        label={engine.cycle === 'two-stroke' ? 'Intake' : 'Valves'}
        options={of(VALVE_GEAR_NAME, gears)}
        chosen={engine.valveGear}
        onChoose={(valveGear) => sheet.set({ valveGear })}
      />
      {errors['valveGear'] ? <Words colour="rust">{`It ${errors['valveGear']}`}</Words> : null}
      <Choice
        label="Starting"
        options={of(STARTING_NAME, STARTINGS)}
        chosen={engine.starting}
        onChoose={(starting) => sheet.set({ starting })}
      />
      {engine.fuel === 'petrol' ? (
        <Choice
          label="Fuel system"
          options={of(FUEL_SYSTEM_NAME, ['carburettor', 'injection'])}
          chosen={engine.fuelSystem}
          onChoose={(fuelSystem) => sheet.set({ fuelSystem })}
        />
      ) : null}
      <Choice
        label="Head"
        options={HEADS}
        chosen={engine.headless === undefined ? undefined : engine.headless ? 'one-piece' : 'off'}
        onChoose={(head) => sheet.set({ headless: head === 'one-piece' })}
      />
      <Choice
        label="Compression release"
        options={RELEASES}
        chosen={engine.compressionRelease}
        onChoose={(compressionRelease) => sheet.set({ compressionRelease })}
      />
    </Folded>
  );
}

const LAYOUTS = [
  { value: 'inline', word: 'In a row' },
  { value: 'vee', word: 'V' },
  { value: 'flat', word: 'Flat' },
] as const;
const AHEAD = [
  { value: 'left', word: 'Left' },
  { value: 'right', word: 'Right' },
] as const;
const ENDS = [
  { value: 'flywheel', word: 'Flywheel end' },
  { value: 'free-end', word: 'Free end' },
] as const;
const WAYS = [
  { value: 'clockwise', word: 'Clockwise' },
  { value: 'anticlockwise', word: 'Anticlockwise' },
] as const;
const DISTRIBUTOR = [{ value: 'none', word: 'None' }, ...WAYS] as const;

/** Which cylinders there are, where they stand, and which way everything turns. */
export function CylindersPlate({ sheet }: { sheet: Sheet }) {
  const { engine, errors } = sheet.read;
  const layout = layoutOf(engine);
  const banked = isBanked({ layout });
  const names = namesOf({ ...engine, layout });
  const plugWrong = Object.keys(errors).some((field) => field.startsWith('plug') || field === 'bankAngleDegrees');
  const wrong = errors['cylinders'] ?? errors['banks'] ?? errors['layout'];
  return (
    <Folded label="Cylinders" chips={cylinderChips(engine)} wrong={wrong !== undefined || plugWrong}>
      <Choice
        label="They stand"
        options={[{ value: 'single', word: 'One alone' }, ...LAYOUTS]}
        chosen={layout}
        onChoose={(next) =>
          sheet.set({ layout: next, bankAngleDegrees: next === 'flat' ? 180 : null, bankAhead: null })
        }
      />
      <View style={styles.row}>
        {(banked ? NAMES : [NAMES[0]]).map((bank, i) => (
          <Field
            key={bank}
            label={banked ? (i === 0 ? 'Left bank' : 'Right bank') : 'Names, from number one on'}
            hint={i === 0 ? 'As stamped, with commas: 1, 2, 3.' : ''}
            value={sheet.draft.texts[bank] ?? (names[i] ?? []).join(', ')}
            onChange={(text) => sheet.setText(bank, text)}
          />
        ))}
      </View>
      {wrong ? <Words colour="rust">{`Cylinders ${wrong}`}</Words> : null}
      {banked ? (
        <View style={styles.row}>
          <Field
            label="Angle of the V, degrees"
            value={sheet.text('bankAngleDegrees')}
            onChange={(text) => sheet.setText('bankAngleDegrees', text)}
            error={errors['bankAngleDegrees']}
            figures
            keyboard="decimal-pad"
          />
          <Choice
            label="Nearer the flywheel"
            options={AHEAD}
            chosen={engine.bankAhead}
            onChoose={(bankAhead) => sheet.set({ bankAhead })}
          />
        </View>
      ) : null}
      {engine.cylinders.length > 1 ? (
        <Choice
          label="Number one is at"
          options={ENDS}
          chosen={engine.firstAt}
          onChoose={(firstAt) => sheet.set({ firstAt })}
        />
      ) : null}
      <Choice
        label="Turns, looking at the flywheel"
        options={WAYS}
        chosen={engine.rotation}
        onChoose={(rotation) => sheet.set({ rotation })}
      />
      {engine.fuel === 'petrol' && engine.cylinders.length > 1 ? (
        <Choice
          label="Distributor turns"
          options={DISTRIBUTOR}
          chosen={engine.distributor ?? 'none'}
          onChoose={(way) => sheet.set({ distributor: way === 'none' ? null : way })}
        />
      ) : null}
      {engine.fuel === 'petrol' ? <PlugHole sheet={sheet} /> : null}
    </Folded>
  );
}

function PlugHole({ sheet }: { sheet: Sheet }) {
  const { engine, errors } = sheet.read;
  const field = (part: 'threadMm' | 'pitchMm' | 'reachMm', label: string) => (
    <Field
      label={label}
      value={sheet.draft.texts[`plug.${part}`] ?? String(engine.plug?.[part] ?? '')}
      onChange={(text) => sheet.setText(`plug.${part}`, text)}
      error={errors[`plug.${part}`]}
      figures
      keyboard="decimal-pad"
    />
  );
  return (
    <View style={styles.row}>
      {field('threadMm', 'Plug thread')}
      {field('pitchMm', 'Pitch')}
      {field('reachMm', 'Reach, mm')}
    </View>
  );
}

/** What its meter counts, and when it is due again. */
export function MeterPlate({ sheet }: { sheet: Sheet }) {
  const { engine, errors } = sheet.read;
  const field = (name: 'dueEveryUse' | 'dueEveryMonths', label: string) => (
    <Field
      label={label}
      value={sheet.text(name)}
      onChange={(text) => sheet.setText(name, text)}
      error={errors[name]}
      figures
      keyboard="decimal-pad"
    />
  );
  return (
    <Plate label="Meter and dates" style={styles.plate}>
      <Label>Meter and dates</Label>
      <Choice
        label="Its meter counts"
        options={of(METER_WORD, METER_UNITS)}
        chosen={engine.meterUnit}
        onChoose={(meterUnit) => sheet.set({ meterUnit })}
      />
      <View style={styles.row}>
        {field('dueEveryUse', `Due every, ${engine.meterUnit ?? 'h'}`)}
        {field('dueEveryMonths', 'Due every, months')}
      </View>
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  pair: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
});
