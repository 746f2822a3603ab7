import { KIND_OF_ENGINE, type PressureUnit } from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { MiniPlan } from '@/ui/engine-plan';
import { Plate } from '@/ui/plate';
import { Label, Strong } from '@/ui/words';
import { BuildPlate } from './build-plate';
import { CylindersPlate } from './cylinders-plate';
import { FiringPlate } from './firing-plate';
import { FiguresPlate } from './figures-plate';
import { KindPicker } from './kind-picker';
import { MeterPlate } from './meter-plate';
import { ofKind } from './sheet';
import type { Sheet } from './use-sheet';

interface Props {
  sheet: Sheet;
  unit: PressureUnit;
}

/** Everything that is known of an engine, as plates; its kind, and whether it runs, are asked elsewhere. */
export function SheetPlates({ sheet, unit }: Props) {
  return (
    <>
      <OrderAndFigures sheet={sheet} unit={unit} />
      <BuildAndUse sheet={sheet} />
    </>
  );
}

/** Its drawing with the firing order, and its sizes. */
export function OrderAndFigures({ sheet, unit }: Props) {
  return (
    <>
      <FiringPlate sheet={sheet} />
      <FiguresPlate sheet={sheet} unit={unit} />
    </>
  );
}

/** How it is built, its cylinders, its meter. @param askState whether it runs as well */
export function BuildAndUse({ sheet, askState = false }: { sheet: Sheet; askState?: boolean }) {
  return (
    <>
      <BuildPlate sheet={sheet} askState={askState} />
      <CylindersPlate sheet={sheet} />
      <MeterPlate sheet={sheet} />
    </>
  );
}

/** What it is like: folded once it is chosen. */
export function KindPlate({ sheet, onChosen }: { sheet: Sheet; onChosen?: () => void }) {
  const { engine } = sheet.read;
  const [open, setOpen] = useState(engine.kind === undefined);
  return (
    <Plate label="Kind" style={styles.plate}>
      <View style={styles.head}>
        <View style={styles.plan} aria-hidden>
          <MiniPlan engine={engine} />
        </View>
        <View style={styles.names}>
          <Label>Kind</Label>
          <Strong>{engine.kind ? KIND_OF_ENGINE[engine.kind] : 'Not said: nothing is usual yet'}</Strong>
        </View>
        {engine.kind || !open ? (
          <Button onPress={() => setOpen(!open)}>{open ? 'Close' : engine.kind ? 'Change' : 'Choose'}</Button>
        ) : null}
      </View>
      {open ? (
        <KindPicker
          chosen={engine.kind}
          onChoose={(kind) => {
            sheet.set(ofKind(kind, engine));
            setOpen(false);
            onChosen?.();
          }}
        />
      ) : null}
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  plan: { width: 72, alignItems: 'center', transform: [{ scale: 0.65 }], marginVertical: -16 },
  names: { flex: 1, minWidth: 0 },
});
