import type { EngineListItem } from '@rugged/contract';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { KeptBadge } from '@/bench/kept-badge';
import { meterInWords } from '@/bench/meter-words';
import { BooksPlate } from '@/bench/sheet/books-plate';
import { SheetConflicts } from '@/bench/sheet/conflict';
import { BuildAndUse, KindPlate, OrderAndFigures } from '@/bench/sheet/sheet-form';
import { useSheet } from '@/bench/sheet/use-sheet';
import { changeEngine, useEngine, useHistory } from '@/data/engines';
import { useSignedIn } from '@/data/session';
import { Button } from '@/ui/button';
import { Columns } from '@/ui/columns';
import { Field } from '@/ui/field';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Empty, Screen, Waiting } from '@/ui/screen';
import { Label, Words } from '@/ui/words';

/** An engine described once, in the words of the trade, and mended whenever more is known. */
export function EngineSheetScreen() {
  const router = useRouter();
  const { engineId } = useLocalSearchParams<{ engineId: string }>();
  const { item, isLoading, refetch } = useEngine(engineId);
  const back = () => (router.canGoBack() ? router.back() : router.replace(`/engines/${engineId}`));
  if (item) return <SheetOf key={item.engine.id} item={item} onBack={back} />;
  return (
    <Screen title="Engine sheet" onBack={back} action={<KeptBadge />}>
      {isLoading ? (
        <Waiting what="Fetching the engine" />
      ) : (
        <Empty
          icon="cloud-off-outline"
          title="No signal"
          words="This engine was not opened on this device before."
          button="Try again"
          onPress={() => void refetch()}
        />
      )}
    </Screen>
  );
}

function SheetOf({ item, onBack }: { item: EngineListItem; onBack(): void }) {
  const tell = useNotice();
  const {
    shop: { unit },
  } = useSignedIn();
  const { engine, books, lastMeter } = item;
  const sheet = useSheet(engine, `sheet.${engine.id}`);
  const history = useHistory(engine.id);
  const bench = history.data?.items.find(({ job }) => job.status === 'open') ?? history.data?.items[0];
  const { errors, change } = sheet.read;
  const wrong = Object.keys(errors).length;
  const keep = async () => {
    await changeEngine(engine, change, 'Sheet');
    sheet.reset();
    tell({ text: 'Sheet kept' });
    onBack();
  };
  const under = ['Engine sheet', ...(lastMeter === undefined ? [] : [meterInWords(lastMeter, engine.meterUnit)])];
  return (
    <Screen
      title={engine.name}
      under={under.join(' · ')}
      onBack={onBack}
      action={<KeptBadge />}
      wide
      foot={
        sheet.touched ? (
          <>
            {wrong > 0 ? (
              <Words colour="onGround">
                {`${wrong} ${wrong === 1 ? 'field does' : 'fields do'} not fit yet: in red above.`}
              </Words>
            ) : null}
            <View style={styles.foot}>
              <Button kind="ground" onPress={sheet.reset}>
                Undo
              </Button>
              <Button kind="main" disabled={wrong > 0} onPress={() => void keep()} style={styles.grow}>
                Done
              </Button>
            </View>
          </>
        ) : null
      }
    >
      <SheetConflicts engineId={engine.id} />
      <Columns>
        <>
          <KindPlate sheet={sheet} />
          <OrderAndFigures sheet={sheet} unit={unit} />
        </>
        <>
          <BuildAndUse sheet={sheet} askState />
          <BooksPlate engine={engine} books={books} bench={bench} unit={unit} />
          <Plate label="Name" style={styles.plate}>
            <Label>Name</Label>
            <View style={styles.row}>
              <Field
                label="Engine"
                value={sheet.read.engine.name}
                onChange={(name) => sheet.set({ name })}
                error={errors['name']}
              />
              <Field
                label="Model"
                hint="As its books call it."
                value={sheet.read.engine.model ?? ''}
                onChange={(model) => sheet.set({ model: model === '' ? null : model })}
              />
            </View>
          </Plate>
        </>
      </Columns>
    </Screen>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', gap: 8 },
  foot: { flexDirection: 'row', gap: 8, alignItems: 'stretch' },
  grow: { flex: 1 },
});
