import type { Decided, DecidedOption } from '@rugged/core/decide';
import type { DecisionInput } from '@rugged/core';
import { exactMoney, money, tidySum } from '@rugged/pages';
import { StyleSheet, View } from 'react-native';
import { Plate } from '@/ui/plate';
import { Range } from '@/ui/range';
import { Label, Strong, Words } from '@/ui/words';

interface Props {
  decided: Decided;
  option: DecidedOption;
  input: DecisionInput;
  stopAt: number;
  /** The shop goes for what the figures speak for. */
  byFigures: boolean;
  onChange(sum: number): void;
}

/** The bill at which the shop stops and calls the owner. */
export function StopPlate({ decided, option, input, stopAt, byFigures, onChange }: Props) {
  const { currency } = input;
  return (
    <Plate label="Stop and call the owner at" style={styles.gap}>
      <Label>Stop and call the owner at</Label>
      <View style={styles.stop}>
        <Strong style={styles.sum}>{exactMoney(tidySum(stopAt))}</Strong>
        <View style={styles.range}>
          <Range
            label="Stop and call the owner at"
            value={Math.round(stopAt)}
            from={0}
            to={Math.ceil(Math.max(2 * option.p90, input.valueRunning ?? 0, stopAt) / 10) * 10}
            step={10}
            says={exactMoney(tidySum(stopAt), currency)}
            onChange={onChange}
          />
        </View>
      </View>
      <Words colour="dim">
        {!byFigures
          ? `Nine such jobs in ten come to no more than ${money(option.p90, currency)}.`
          : decided.stopAndCall === undefined
            ? 'Whatever you and the owner agree on.'
            : `Beyond ${money(decided.stopAndCall, currency)} the next best way would be the better one.`}
      </Words>
    </Plate>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  stop: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  sum: { fontSize: 34, lineHeight: 40 },
  range: { flex: 1 },
});
