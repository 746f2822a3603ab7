import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { CurrencyField } from '@/bench/currency-field';
import { useSignedIn } from '@/data/session';
import { useSaveShop } from '@/settings/use-save-shop';
import { Button } from '@/ui/button';
import { FigureField } from '@/ui/figure-field';
import { Words } from '@/ui/words';

/** Asked once, at the first page of a shop that has sums on it. */
export function AskCurrency() {
  const { shop } = useSignedIn();
  const save = useSaveShop();
  const [currency, setCurrency] = useState<string>();
  const [taxPercent, setTaxPercent] = useState(shop.prices?.taxPercent);
  return (
    <View role="group" aria-label="Currency and tax" style={styles.gap}>
      <Words>
        There are sums on this page. Which currency are they in, and how much tax comes on top? It is asked once.
      </Words>
      <View style={styles.row}>
        <CurrencyField value={currency} onChange={setCurrency} />
        <FigureField label="Tax on top, %" value={taxPercent} most={100} onChange={setTaxPercent} />
      </View>
      <Button
        kind="main"
        tall={false}
        disabled={currency === undefined}
        onPress={() => {
          if (currency === undefined) return;
          const tax = taxPercent === undefined ? {} : { taxPercent };
          void save({ prices: { ...shop.prices, currency, ...tax } }, 'Currency saved');
        }}
      >
        Save the currency
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({ gap: { gap: 8 }, row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 } });
