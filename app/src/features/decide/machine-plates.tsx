import type { DecisionInput } from '@rugged/core';
import { exactMoney } from '@rugged/pages';
import { StyleSheet, View } from 'react-native';
import { CurrencyField } from '@/bench/currency-field';
import { Choice } from '@/ui/choice';
import { FigureField } from '@/ui/figure-field';
import { Plate } from '@/ui/plate';
import { Range } from '@/ui/range';
import { Label, Words } from '@/ui/words';

/** What the machine is worth, and how long it is wanted: without it there are bills and no advice. */
export function WorthPlate({
  input,
  set,
  needed,
}: {
  input: DecisionInput;
  set(change: Partial<DecisionInput>): void;
  needed: boolean;
}) {
  return (
    <Plate label="The machine" hand={needed} style={styles.gap}>
      <Label>The machine</Label>
      {needed ? (
        <Words>Say what it is worth, running and as it stands, and the options can be set against it.</Words>
      ) : null}
      <View style={styles.row}>
        <FigureField
          label="Worth running"
          value={input.valueRunning}
          onChange={(valueRunning) => set({ valueRunning })}
        />
        <FigureField label="Worth as it stands" value={input.valueAsIs} onChange={(valueAsIs) => set({ valueAsIs })} />
        <FigureField
          label="Hours still wanted"
          value={input.wantedHours}
          most={20_000}
          onChange={(wantedHours) => set({ wantedHours })}
        />
        <FigureField
          label="Cost of a breakdown"
          value={input.breakdownCosts}
          placeholder="Tow, lost day"
          onChange={(breakdownCosts) => set({ breakdownCosts })}
        />
      </View>
      <Choice
        label="How hard it works"
        options={HOW_HARD}
        chosen={input.works ?? 'usual'}
        onChoose={(works) => set({ works })}
      />
      {input.valueRunning !== undefined && input.valueRunning > 0 ? (
        <Range
          label="Worth running, moved"
          value={input.valueRunning}
          from={0}
          to={Math.ceil(Math.max(2 * input.valueRunning, 1000) / 500) * 500}
          step={50}
          says={exactMoney(input.valueRunning, input.currency)}
          onChange={(valueRunning) => set({ valueRunning: Math.max(valueRunning, input.valueAsIs ?? 0) })}
        />
      ) : null}
    </Plate>
  );
}

const HOW_HARD = [
  { value: 'easy', word: 'Easy' },
  { value: 'usual', word: 'As usual' },
  { value: 'hard', word: 'Hard' },
] as const;

/** What an hour costs, and whether tax comes on top. */
export function RatesPlate({ input, set }: { input: DecisionInput; set(change: Partial<DecisionInput>): void }) {
  return (
    <Plate label="Rates" style={styles.gap}>
      <Label>Rates</Label>
      <View style={styles.row}>
        <FigureField
          label="An hour"
          value={input.labourRatePerHour}
          most={10_000}
          onChange={(rate) => set({ labourRatePerHour: rate ?? 0 })}
        />
        <CurrencyField value={input.currency} onChange={(currency) => set({ currency })} />
        <FigureField
          label="Tax on top, %"
          value={input.taxPercent}
          most={100}
          onChange={(taxPercent) => set({ taxPercent })}
        />
      </View>
    </Plate>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
});
