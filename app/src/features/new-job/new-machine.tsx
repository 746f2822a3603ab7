import type { Shop } from '@rugged/contract';
import { UNIT_SIGN } from '@rugged/core';
import { useState } from 'react';
import { type Control, type FieldErrors, useController } from 'react-hook-form';
import { StyleSheet, View } from 'react-native';
import { KindPlate, SheetPlates } from '@/bench/sheet/sheet-form';
import { type Sheet } from '@/bench/sheet/use-sheet';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Label, Strong, Words } from '@/ui/words';
import { type EngineSource, type NewJobForm } from './form';
import { FormField } from './form-field';

interface NewMachineProps {
  control: Control<NewJobForm>;
  errors: FieldErrors<NewJobForm>;
  source: EngineSource;
  shop: Shop;
  owners: readonly string[];
  onOwner(name: string): void;
  sheet: Sheet;
}

/** Whose it is, what it is called, what it is like, and what its book says as far as it is at hand. */
export function NewMachine({ control, errors, source, shop, sheet, owners, onOwner }: NewMachineProps) {
  const [whole, setWhole] = useState(false);
  const { field: owner } = useController({ control, name: 'owner' });
  const matches =
    owner.value.trim() === ''
      ? []
      : owners
          .filter((name) => name !== owner.value && name.toLowerCase().includes(owner.value.trim().toLowerCase()))
          .slice(0, 3);
  return (
    <>
      {source.from === 'like' ? null : <KindPlate sheet={sheet} />}
      <Plate label="New machine" style={styles.plate}>
        <FormField control={control} errors={errors} name="owner" label="Owner" />
        {matches.length > 0 ? (
          <View style={styles.row}>
            {matches.map((name) => (
              <Button key={name} onPress={() => onOwner(name)}>
                {name}
              </Button>
            ))}
          </View>
        ) : null}
        <View style={styles.row}>
          <FormField control={control} errors={errors} name="machine" label="Machine" />
          <Field
            label="Engine"
            hint="Empty: named like the machine."
            value={sheet.read.engine.name}
            onChange={(name) => sheet.set({ name })}
          />
        </View>
        {source.from === 'like' ? (
          <Words colour="dim">{`Sheet and books like ${source.item.engine.name}.`}</Words>
        ) : (
          <BookFigures control={control} errors={errors} shop={shop} />
        )}
        <Button icon={whole ? 'chevron-up' : 'chevron-down'} onPress={() => setWhole(!whole)}>
          {whole ? 'Fold the sheet' : 'The whole sheet, now or later'}
        </Button>
      </Plate>
      {whole ? <SheetPlates sheet={sheet} unit={shop.unit} /> : null}
    </>
  );
}

function BookFigures({ control, errors, shop }: Pick<NewMachineProps, 'control' | 'errors' | 'shop'>) {
  const unit = UNIT_SIGN[shop.unit];
  return (
    <View style={styles.plate}>
      <Label>Book</Label>
      <Words colour="dim">Leave empty what you do not have; then a rule of thumb stands in, and says so.</Words>
      <View style={styles.row}>
        <FormField control={control} errors={errors} name="bookMin" label={`Minimum, ${unit}`} figures />
        <FormField control={control} errors={errors} name="bookMax" label={`Maximum, ${unit}`} figures />
        <FormField control={control} errors={errors} name="spreadLimit" label="Spread, %" figures />
      </View>
      <FormField control={control} errors={errors} name="bookSource" label="Which book" />
      <Strong colour="dim" style={styles.small}>
        Spread is taken lowest against highest.
      </Strong>
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 10 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  small: { fontSize: 15 },
  symptoms: { gap: 4 },
});
