import type { Bench } from '@rugged/contract';
import { exactMoney } from '@rugged/pages';
import { Linking, StyleSheet, View } from 'react-native';
import { runningBill } from '@/bench/running-bill';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Label, Strong, Words } from '@/ui/words';

/** The bill so far against the sum at which the owner is called; from near it on, with the call. */
export function BillPlate({ bench }: { bench: Bench }) {
  const bill = runningBill(bench);
  if (!bill) return null;
  const { sofar, limit, currency, is } = bill;
  const { owner, engine } = bench;
  const sums = `${exactMoney(sofar)} of ${exactMoney(limit, currency)}`;
  const message =
    `${engine.name}: the bill has come to ${exactMoney(sofar, currency)}; we agreed to call you at ` +
    `${exactMoney(limit, currency)}. May we go on?`;
  return (
    <Plate label="The bill so far" hand={is !== 'within'} style={styles.gap}>
      <Label>The bill so far</Label>
      <Words>
        <Strong>{`${sums}. `}</Strong>
        {is === 'over'
          ? `It has passed the sum that ${owner.name} agreed to. Stop, and call before anything else is done.`
          : is === 'near'
            ? `The agreed sum is near. Call ${owner.name} before you go on.`
            : `${owner.name} is called at ${exactMoney(limit, currency)}.`}
      </Words>
      {is === 'within' ? null : owner.phone ? (
        <View style={styles.row}>
          <Button
            kind="main"
            tall={false}
            style={styles.grow}
            onPress={() => void Linking.openURL(`tel:${dialled(owner.phone ?? '')}`)}
          >
            {`Call ${owner.phone}`}
          </Button>
          <Button
            style={styles.grow}
            onPress={() =>
              void Linking.openURL(`sms:${dialled(owner.phone ?? '')}?body=${encodeURIComponent(message)}`)
            }
          >
            Write a message
          </Button>
        </View>
      ) : (
        <Words colour="dim">There is no phone number of the owner yet.</Words>
      )}
    </Plate>
  );
}

const dialled = (phone: string) => phone.replace(/[^+\d]/g, '');

const styles = StyleSheet.create({
  gap: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  grow: { flexGrow: 1 },
});
