import { layoutOf } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { Words } from '@/ui/words';
import { type Chip, chip, wordOf } from './chip';
import { Folded } from './folded';
import { isBanked, NAMES, namesOf, type Written } from './sheet';
import type { Sheet } from './use-sheet';

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

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' } });
