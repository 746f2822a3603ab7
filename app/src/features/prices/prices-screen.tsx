import type { Family, RepairFigures, RepairName } from '@rugged/core';
import { type Done, type PriceList, repairTitle, USUAL_RATE } from '@rugged/core/decide';
import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { FAMILY_WORD } from '@/bench/family-words';
import { KeptBadge } from '@/bench/kept-badge';
import { useSignedIn } from '@/data/session';
import { useSaveShop } from '@/settings/use-save-shop';
import { useSettingsForm } from '@/settings/use-settings-form';
import { Button } from '@/ui/button';
import { Columns } from '@/ui/columns';
import { Field } from '@/ui/field';
import { typedNumber } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { useColours } from '@/ui/theme';
import { Label, Strong, Words } from '@/ui/words';

/** What the shop asks: its rates, the prices it set, and what its jobs came to. */
export function PricesScreen() {
  const router = useRouter();
  const { shop } = useSignedIn();
  const { prices = {} } = shop;
  return (
    <Screen title="Prices" under={shop.name} onBack={() => router.navigate('/shop')} action={<KeptBadge />} wide>
      <Columns>
        <RatesPlate key={`rates-${shop.version}`} prices={prices} />
        <>
          <OwnPrices prices={prices} />
          <CameTo done={prices.done ?? {}} />
        </>
      </Columns>
    </Screen>
  );
}

function RatesPlate({ prices }: { prices: PriceList }) {
  const save = useSaveShop();
  const { form, errors, set, submit, saving, changed } = useSettingsForm(
    {
      currency: prices.currency ?? '',
      labourRatePerHour: textOf(prices.labourRatePerHour),
      taxPercent: textOf(prices.taxPercent),
    },
    ({ priceListSchema }) => priceListSchema,
    ({ currency, labourRatePerHour, taxPercent }) => {
      const { currency: _c, labourRatePerHour: _l, taxPercent: _t, ...others } = prices;
      const code = currency.trim().toUpperCase();
      const [rate, tax] = [typedNumber(labourRatePerHour, 'grouped'), typedNumber(taxPercent)];
      return {
        ...others,
        ...(code === '' ? {} : { currency: code }),
        ...(rate === undefined ? {} : { labourRatePerHour: rate }),
        ...(tax === undefined ? {} : { taxPercent: tax }),
      };
    },
    (next) => save({ prices: next }, 'New decisions are weighed with these rates'),
  );
  return (
    <Plate label="Rates" style={styles.plate}>
      <Label>Rates</Label>
      <View style={styles.row}>
        <Field
          label="An hour"
          value={form.labourRatePerHour}
          onChange={set('labourRatePerHour')}
          error={errors['labourRatePerHour']}
          placeholder={String(USUAL_RATE)}
          figures
          signs="grouped"
          keyboard="decimal-pad"
        />
        <Field
          label="Tax on top, %"
          value={form.taxPercent}
          onChange={set('taxPercent')}
          error={errors['taxPercent']}
          hint="Empty: in the sums already."
          figures
          keyboard="decimal-pad"
        />
        <Field
          label="Currency"
          value={form.currency}
          onChange={set('currency')}
          error={errors['currency']}
          hint="Three letters."
        />
      </View>
      {changed ? (
        <Button kind="main" tall={false} busy={saving} onPress={submit}>
          Save the rates
        </Button>
      ) : null}
    </Plate>
  );
}

/** Prices that the shop set on an option of a decision; without one the usual figures stand, or what jobs came to. */
function OwnPrices({ prices }: { prices: PriceList }) {
  const c = useColours();
  const save = useSaveShop();
  const own = entriesOf(prices.repairs ?? {});
  const takeOut = (family: Family, repair: RepairName) => {
    const { [repair]: _, ...rest } = prices.repairs?.[family] ?? {};
    void save({ prices: { ...prices, repairs: { ...prices.repairs, [family]: rest } } }, 'Usual figures stand again');
  };
  return (
    <Plate label="Our prices" style={styles.plate}>
      <Label>Our prices</Label>
      {own.length === 0 ? (
        <Words colour="dim">
          None set. On a decision, open an option, change its figures and keep them as the shop’s price.
        </Words>
      ) : null}
      {own.map(({ family, repair, figures }) => (
        <View key={`${family} ${repair}`} style={[styles.price, { borderTopColor: c.line }]}>
          <View style={styles.words}>
            <Strong>{`${titleOf(repair)}, ${FAMILY_WORD[family].toLowerCase()}`}</Strong>
            <Words colour="dim">{inWords(figures)}</Words>
          </View>
          <Button
            tall={false}
            onPress={() => takeOut(family, repair)}
            label={`Take out: ${titleOf(repair)}, ${FAMILY_WORD[family]}`}
          >
            Take out
          </Button>
        </View>
      ))}
    </Plate>
  );
}

/** What repairs that were recorded came to; from three on they stand where no price was set. */
function CameTo({ done }: { done: NonNullable<PriceList['done']> }) {
  const all = entriesOf(done);
  return (
    <Plate label="What our jobs came to" style={styles.plate}>
      <Label>What our jobs came to</Label>
      {all.length === 0 ? (
        <Words colour="dim">
          Nothing yet. A repair with its hours and parts teaches this list; three of a kind speak.
        </Words>
      ) : null}
      {all.map(({ family, repair, figures }) => (
        <Words key={`${family} ${repair}`}>
          <Strong>{`${titleOf(repair)}, ${FAMILY_WORD[family].toLowerCase()}: `}</Strong>
          {`${figures.times} ${figures.times === 1 ? 'time' : 'times'}, ${inWords(figures)}.`}
        </Words>
      ))}
    </Plate>
  );
}

function entriesOf<F extends RepairFigures | Done>(by: Partial<Record<Family, Partial<Record<RepairName, F>>>>) {
  return Object.entries(by).flatMap(([family, repairs]) =>
    Object.entries(repairs).map(([repair, figures]) => ({
      family: family as Family,
      repair: repair as RepairName,
      figures,
    })),
  );
}

/** The list is of the shop, not of an engine: what is called by its kind of engine elsewhere has one name here. */
const titleOf = (repair: RepairName) =>
  repair === 'top-end'
    ? 'Top end'
    : repairTitle(repair, { cycle: 'four-stroke', fuel: 'petrol', family: 'small-engine', cylinders: ['1'] });

function inWords({
  partsLow,
  partsLikely,
  partsHigh,
  hoursLow,
  hoursLikely,
  hoursHigh,
  ...more
}: RepairFigures): string {
  const range = (low?: number, likely?: number, high?: number) =>
    low === undefined && high === undefined ? likely : `${low ?? likely} to ${high ?? likely}`;
  const parts = range(partsLow, partsLikely, partsHigh);
  const hours = range(hoursLow, hoursLikely, hoursHigh);
  return [
    ...(parts === undefined ? [] : [`parts ${parts}`]),
    ...(hours === undefined ? [] : [`${hours} h`]),
    ...(more.accessHours ? [`${more.accessHours} h to get there`] : []),
    ...(more.machineShop ? [`machine shop ${more.machineShop}`] : []),
  ].join(', ');
}

const textOf = (figure: number | undefined) => (figure === undefined ? '' : String(figure));

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  price: { flexDirection: 'row', gap: 8, alignItems: 'center', borderTopWidth: 1, paddingTop: 6 },
  words: { flex: 1, minWidth: 0 },
});
