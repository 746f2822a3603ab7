import type { Decided, DecidedOption } from '@rugged/core/decide';
import { barWords, chanceWords, exactMoney, money } from '@rugged/pages';
import { useId, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { useColours } from '@/ui/theme';
import { LINE, TOUCH } from '@/ui/tokens';
import { Label, Strong, Words } from '@/ui/words';

interface Props {
  decided: Decided;
  best: string | undefined;
  currency: string | undefined;
  worth: number | undefined;
  asItIs: ReadonlySet<string>;
  onOpen(name: string): void;
}

/** Every way to go on, from the lower to the upper tenth of its bill on one scale; a tap opens its figures. */
export function OptionsPlate({ decided, best, currency, worth, asItIs, onOpen }: Props) {
  const c = useColours();
  const id = useId();
  const [all, setAll] = useState(false);
  const options = all ? [...decided.options, ...decided.others] : decided.options;
  const most = Math.max(worth ?? 0, ...options.map(({ p90 }) => p90), 1) * 1.04;
  const at = (sum: number) => `${(100 * sum) / most}%` as const;
  return (
    <Plate label="What it costs" style={styles.plate}>
      <View style={styles.head}>
        <Label>What it costs, in 8 of 10 cases</Label>
        {worth === undefined ? null : <Label colour="rust">{`worth ${exactMoney(worth)} running`}</Label>}
      </View>
      {options.map((option, i) => {
        const { name, p10, mean, p90, runs, unsaid } = option;
        const chosen = name === best;
        const bar = { name, low: p10, likely: mean, high: p90, chance: runs, asItIs: asItIs.has(name) };
        return (
          <TouchableRipple
            key={name}
            role="button"
            onPress={() => onOpen(name)}
            aria-describedby={`${id}-${i}`}
            style={styles.option}
          >
            <View>
              <View style={styles.head}>
                {chosen ? <Strong style={styles.name}>{name}</Strong> : <Words style={styles.name}>{name}</Words>}
                <Strong>{exactMoney(mean)}</Strong>
              </View>
              {/* What the bar draws, for the ear. */}
              <View nativeID={`${id}-${i}`} style={styles.spoken}>
                <Words>{unsaid ? SAY_WHAT : barWords(bar, currency)}</Words>
              </View>
              {unsaid ? <Words colour="rust">{SAY_WHAT}</Words> : null}
              <Follows option={option} currency={currency} />
              <View style={styles.track}>
                {worth === undefined ? null : <View style={[styles.worth, { left: at(worth), borderColor: c.rust }]} />}
                <View
                  style={[
                    styles.bar,
                    {
                      left: at(p10),
                      width: at(Math.max(p90 - p10, most / 100)),
                      backgroundColor: chosen ? c.amber : c.plateSunk,
                      borderColor: c.line,
                    },
                  ]}
                />
                <View style={[styles.mid, { left: at(mean), backgroundColor: c.ink }]} />
              </View>
            </View>
          </TouchableRipple>
        );
      })}
      <View style={[styles.axis, { borderTopColor: c.line }]} aria-hidden>
        {ticks(most).map((sum) => (
          <Words key={sum} colour="dim" style={[styles.tick, { left: at(sum) }]}>
            {exactMoney(sum)}
          </Words>
        ))}
      </View>
      <Words colour="dim">Tap one to see its figures, change them, or go for it.</Words>
      {decided.others.length > 0 ? (
        <Button kind="plain" pressed={all} onPress={() => setAll(!all)}>
          {all ? 'Fewer ways' : `Other ways (${decided.others.length})`}
        </Button>
      ) : null}
    </Plate>
  );
}

const SAY_WHAT = 'Say what it repairs and what it costs: it has no chance until then.';

/** A first try that most likely leads to more: two figures, not one. */
function Follows({
  option: { firstBill, mayFollow },
  currency,
}: {
  option: DecidedOption;
  currency: string | undefined;
}) {
  const [next] = [...mayFollow].sort((a, b) => b.probability - a.probability);
  if (!next || next.probability < LIKELY_TO_FOLLOW) return null;
  return (
    <Words colour="dim">
      {`${money(firstBill, currency)} first; then ${chanceWords(next.probability)} about ${money(next.mean, currency)} on top.`}
    </Words>
  );
}
const LIKELY_TO_FOLLOW = 0.3;

/** Round sums along a scale, so that four or five fit on a phone. */
function ticks(most: number): number[] {
  const rough = most / 4;
  const ten = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((times) => times * ten).find((one) => one >= rough) ?? 10 * ten;
  return Array.from({ length: Math.floor((most * 0.93) / step) + 1 }, (_, i) => i * step);
}

const styles = StyleSheet.create({
  plate: { gap: 2 },
  head: { flexDirection: 'row', justifyContent: 'space-between', gap: 8, alignItems: 'baseline' },
  option: { minHeight: TOUCH.least, justifyContent: 'center', paddingVertical: 3 },
  name: { flex: 1, lineHeight: 19 },
  spoken: { display: 'none' },
  track: { height: 16, justifyContent: 'center' },
  bar: { position: 'absolute', height: 14, borderWidth: LINE, minWidth: 6 },
  mid: { position: 'absolute', width: 4, height: 18 },
  axis: { height: 20, borderTopWidth: 2, marginTop: 4 },
  tick: { position: 'absolute', top: 2, fontSize: 13, lineHeight: 16 },
  worth: { position: 'absolute', top: 0, height: 16, borderLeftWidth: 2, borderStyle: 'dashed' },
});
