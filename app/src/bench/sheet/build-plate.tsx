import { FUEL_SYSTEM_NAME, gearsOf, STARTING_NAME, STARTINGS, VALVE_GEAR_NAME } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { Choice } from '@/ui/choice';
import { Words } from '@/ui/words';
import { type Chip, chip, optionsOf, wordOf } from './chip';
import { Folded } from './folded';
import { asRunState, RUN_STATES, runStateOf } from './run-state';
import type { Written } from './sheet';
import type { Sheet } from './use-sheet';

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
        options={optionsOf(VALVE_GEAR_NAME, gears)}
        chosen={engine.valveGear}
        onChoose={(valveGear) => sheet.set({ valveGear })}
      />
      {errors['valveGear'] ? <Words colour="rust">{`It ${errors['valveGear']}`}</Words> : null}
      <Choice
        label="Starting"
        options={optionsOf(STARTING_NAME, STARTINGS)}
        chosen={engine.starting}
        onChoose={(starting) => sheet.set({ starting })}
      />
      {engine.fuel === 'petrol' ? (
        <Choice
          label="Fuel system"
          options={optionsOf(FUEL_SYSTEM_NAME, ['carburettor', 'injection'])}
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

const styles = StyleSheet.create({ pair: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 } });
