import {
  canHave,
  capital,
  CAUSE_NAME,
  type DecisionInput,
  FAULT_CAUSES,
  type RepairFigures,
  type RepairOption,
} from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useSaveShop } from '@/settings/use-save-shop';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { FigureField } from '@/ui/figure-field';
import { Sheet } from '@/ui/sheet';
import { Label, Words } from '@/ui/words';
import { useSignedIn } from '@/data/session';
import type { Bench } from '@rugged/contract';

interface Props {
  bench: Bench;
  input: DecisionInput;
  option: RepairOption;
  source: string | undefined;
  error: { field: string; reason: string } | undefined;
  /** The shop goes for it. */
  chosen: boolean;
  onChoose(): void;
  onChange(option: RepairOption): void;
  onRemove(): void;
  onClose(): void;
}

/** The figures of one option. What is changed moves the answer at once. */
export function OptionSheet({
  bench,
  input,
  option,
  source,
  error,
  chosen,
  onChoose,
  onChange,
  onRemove,
  onClose,
}: Props) {
  const { shop } = useSignedIn();
  const save = useSaveShop();
  const at = input.options.indexOf(option);
  const [name, setName] = useState(option.name);
  const wrong = (field: string) => (error && error.field === `options[${at}].${field}` ? error.reason : undefined);
  const figure = (field: keyof RepairFigures, label: string) => (
    <FigureField
      key={field}
      label={label}
      value={option[field]}
      onChange={(value) => onChange(changed(option, { [field]: value }))}
      error={wrong(field)}
    />
  );
  const taken = input.options.some((one) => one !== option && one.name === name.trim());
  const asOurs = () => {
    const { repair } = option;
    if (!repair) return;
    const { family } = bench.engine;
    const { repairs } = shop.prices ?? {};
    void save(
      {
        prices: {
          ...shop.prices,
          repairs: { ...repairs, [family]: { ...repairs?.[family], [repair]: figuresOf(option) } },
        },
      },
      'Kept as the shop’s price',
    );
  };
  return (
    <Sheet
      title={option.name}
      visible
      onClose={onClose}
      foot={
        <View style={styles.row}>
          <Button onPress={onClose} style={styles.grow}>
            Done
          </Button>
          {chosen ? null : (
            <Button kind="main" tall={false} onPress={onChoose} style={styles.grow}>
              Go for this
            </Button>
          )}
        </View>
      }
    >
      {source ? <Words colour="dim">{source}</Words> : null}
      {option.repair || option.jobs ? null : (
        <>
          <Field
            label="Name"
            value={name}
            onChange={(text) => {
              setName(text);
              const next = text.trim();
              if (next !== '' && !input.options.some((one) => one !== option && one.name === next))
                onChange({ ...option, name: next });
            }}
            error={taken ? 'is another option’s' : undefined}
          />
          <Mends bench={bench} option={option} onChange={onChange} />
        </>
      )}
      <Label>Parts: at least, most likely, at most</Label>
      <View style={styles.row}>
        {figure('partsLow', 'Parts low')}
        {figure('partsLikely', 'Parts likely')}
        {figure('partsHigh', 'Parts high')}
      </View>
      <Label>Hours once it is reached</Label>
      <View style={styles.row}>
        {figure('hoursLow', 'Hours low')}
        {figure('hoursLikely', 'Hours likely')}
        {figure('hoursHigh', 'Hours high')}
      </View>
      <View style={styles.row}>
        {figure('accessHours', 'Hours to get there and back')}
        {figure('machineShop', 'Machine shop')}
      </View>
      {option.runsAsItIs ? (
        <View style={styles.row}>
          <FigureField
            label="Stops within 100 h, %"
            value={percent(option.failsPer100Hours ?? 0)}
            most={100}
            onChange={(value) => onChange(changed(option, { failsPer100Hours: share(value) }))}
          />
          <FigureField
            label="Share of the worth it keeps, %"
            value={percent(option.gainShare ?? 1)}
            most={100}
            onChange={(value) => onChange(changed(option, { gainShare: share(value) }))}
          />
        </View>
      ) : (option.cures ?? []).length > 0 ? (
        <FigureField
          label="Holds where it was the right job, %"
          value={percent(option.holdsProbability ?? 1)}
          most={100}
          onChange={(value) => onChange(changed(option, { holdsProbability: share(value) }))}
        />
      ) : null}
      {(option.escalates ?? []).map(({ to, probability }, i) => (
        <FigureField
          key={to}
          label={`Once open: ${to}, %`}
          value={percent(probability)}
          most={100}
          error={wrong('escalates')}
          onChange={(value) =>
            onChange({
              ...option,
              escalates: (option.escalates ?? []).map((one, e) =>
                e === i ? { ...one, probability: share(value) ?? 0 } : one,
              ),
            })
          }
        />
      ))}
      <View style={styles.row}>
        {option.repair && option.repair !== 'leave' ? (
          <Button onPress={asOurs} style={styles.grow}>
            Keep as our price
          </Button>
        ) : null}
        <Button onPress={onRemove} style={styles.grow} disabled={input.options.length < 2}>
          Take this option out
        </Button>
      </View>
    </Sheet>
  );
}

/** What a way of the shop's own mends: until that is said, and what it costs, it has no chance. */
function Mends({ bench, option, onChange }: Pick<Props, 'bench' | 'option' | 'onChange'>) {
  const cures = new Set(option.cures);
  return (
    <View role="group" aria-label="What it repairs" style={styles.gap}>
      <Label>What it repairs</Label>
      <View style={styles.row}>
        {FAULT_CAUSES.filter((cause) => canHave(bench.engine, cause)).map((cause) => {
          const on = cures.has(cause);
          return (
            <Button
              key={cause}
              kind={on ? 'chosen' : 'plain'}
              tall={false}
              pressed={on}
              onPress={() => {
                const next = on ? [...cures].filter((one) => one !== cause) : [...cures, cause];
                onChange(saidOf({ ...option, cures: next }));
              }}
            >
              {capital(CAUSE_NAME[cause])}
            </Button>
          );
        })}
      </View>
    </View>
  );
}

const COSTS = ['partsLow', 'partsLikely', 'partsHigh', 'hoursLow', 'hoursLikely', 'hoursHigh', 'machineShop'] as const;

/** A way of one's own is said once it mends something and costs something. */
function saidOf({ unsaid: _, ...option }: RepairOption): RepairOption {
  if (option.repair || option.jobs || option.runsAsItIs) return option;
  const said = (option.cures ?? []).length > 0 && COSTS.some((name) => (option[name] ?? 0) > 0);
  return said ? option : { ...option, unsaid: true };
}

const percent = (probability: number) => Number((100 * probability).toFixed(1));
const share = (value: number | undefined) => (value === undefined ? undefined : value / 100);

/** An option with some fields changed; what was emptied is gone. */
function changed(
  option: RepairOption,
  change: { [K in keyof RepairOption]?: RepairOption[K] | undefined },
): RepairOption {
  const { unsaid, ...next } = Object.fromEntries(
    Object.entries({ ...option, ...change }).filter(([, value]) => value !== undefined),
  ) as unknown as RepairOption;
  return unsaid ? saidOf(next) : next;
}

/** What of an option is a price: not its name, nor what it cures. */
function figuresOf(option: RepairOption): RepairFigures {
  const {
    name: _n,
    repair: _r,
    jobs: _j,
    aside: _s,
    unsaid: _u,
    cures: _c,
    runsAsItIs: _a,
    gainShare: _g,
    failsPer100Hours: _f,
    escalates: _e,
    ...rest
  } = option;
  return rest;
}

const styles = StyleSheet.create({
  gap: { gap: 4 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'flex-start' },
  grow: { flexGrow: 1 },
});
