import { type Bench, latestOf } from '@rugged/contract/bench';
import { CAUSE_NAME, type DecisionInput, type RepairOption } from '@rugged/core';
import { type Decided, optionFor, type PriceSource } from '@rugged/core/decide';
import { inHundred, tidySum } from '@rugged/pages';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { BenchGate } from '@/bench/bench-gate';
import { following, optionsFor, shownOption, type Weighing, weighingOf } from '@/bench/decision';
import { KeptBadge } from '@/bench/kept-badge';
import { useDecided } from '@/bench/use-decided';
import { useDraft } from '@/data/draft';
import { add } from '@/data/recording';
import { useSignedIn } from '@/data/session';
import { Button } from '@/ui/button';
import { Columns } from '@/ui/columns';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label, Strong, Words } from '@/ui/words';
import { AdvicePlate } from './advice-plate';
import { AnotherWaySheet } from './another-way-sheet';
import { RatesPlate, WorthPlate } from './machine-plates';
import { OptionSheet } from './option-sheet';
import { OptionsPlate } from './options-plate';
import { OrderPlate } from './order-plate';
import { StopPlate } from './stop-plate';
import { TestFirst } from './test-first';
import { shownFlips, tellFlip } from './words';

export const DecideScreen = () => <BenchGate>{(bench) => <DecideOf bench={bench} />}</BenchGate>;

function DecideOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const tell = useNotice();
  const { shop } = useSignedIn();
  const ready = useMemo(() => optionsFor(bench, shop.prices), [bench, shop.prices]);
  const [start] = useState(() => weighingOf(bench, shop.prices, ready));
  const [draft, setDraft] = useDraft<Weighing>(
    `decide.${bench.job.id}.${latestOf(bench.decisions)?.id ?? 'new'}`,
    start,
  );
  const weighing = useMemo(() => following(draft, ready), [draft, ready]);
  const setWeighing = (change: (now: Weighing) => Weighing) => setDraft((now) => change(following(now, ready)));
  const { input, chosen } = weighing;
  const { decided, error, behind } = useDecided(bench, input);
  const [open, setOpen] = useState<string>();
  const set = (change: Partial<DecisionInput>) =>
    setWeighing((now) => ({ ...now, input: without({ ...now.input, ...change }) }));
  const best = chosen ?? decided?.recommended;
  const option = [...(decided?.options ?? []), ...(decided?.others ?? [])].find(({ name }) => name === best);
  const byFigures = best === decided?.recommended;
  const stopAt = weighing.stopAt ?? (byFigures ? decided?.stopAndCall : option?.p90);
  const opened = input.options.find(({ name }) => name === open);
  const ordered = input.options.find(({ name }) => name === best);
  const read = bench.readings.some(({ withdrawn }) => !withdrawn);
  const [adding, setAdding] = useState(false);
  const addWay = (way: RepairOption) => {
    set({ options: [...input.options, way] });
    setAdding(false);
    setOpen(way.name);
  };
  const keep = () =>
    add(
      bench,
      'decisions',
      {
        input,
        ...(best === undefined ? {} : { chosen: best }),
        ...(stopAt === undefined || !option || option.mean === 0 ? {} : { stopAt: tidySum(stopAt) }),
      },
      `Decision${best === undefined ? '' : `: ${best}`}`,
    );
  return (
    <Screen
      title="Decide"
      under={`${bench.engine.name} · ${likeliest(decided)}`}
      onBack={() => router.navigate(`/jobs/${bench.job.id}`)}
      action={<KeptBadge />}
      wide
    >
      <Columns>
        <>
          {read ? null : (
            <Plate hand label="Nothing measured">
              <Words>
                <Strong>Nothing is measured yet. </Strong>The odds are those of any such engine that comes in.
              </Words>
            </Plate>
          )}
          {error ? (
            <Plate hand label="Something entered is not right">
              <Strong>{`${fieldName(input, error.field)} ${error.reason}.`}</Strong>
              <Words colour="dim">Nothing is lost; the answer below is of before.</Words>
            </Plate>
          ) : null}
          {decided ? (
            <>
              <OptionsPlate
                decided={decided}
                best={best}
                currency={input.currency}
                worth={input.valueRunning}
                asItIs={new Set(input.options.filter((one) => one.runsAsItIs).map(({ name }) => name))}
                onOpen={setOpen}
              />
              <Button kind="ground" icon="plus" onPress={() => setAdding(true)}>
                Add a way
              </Button>
            </>
          ) : (
            <Plate>
              <Words colour="dim">Weighing the options ...</Words>
            </Plate>
          )}
        </>
        <>
          {decided && read ? <AdvicePlate decided={decided} best={best} input={input} engine={bench.engine} /> : null}
          {decided ? (
            <TestFirst bench={bench} decided={decided} {...(input.currency ? { currency: input.currency } : {})} />
          ) : null}
          <WorthPlate input={input} set={set} needed={decided !== undefined && decided.recommended === undefined} />
          {decided && decided.flips.length > 0 ? (
            <Plate label="What would flip it">
              <Label>What would flip it</Label>
              {shownFlips(decided).map((flip) => {
                const { when, then } = tellFlip(flip);
                return (
                  <Words key={`${when} ${then}`}>
                    <Strong>{when}</Strong>
                    {`: ${then}.`}
                  </Words>
                );
              })}
            </Plate>
          ) : null}
        </>
        <>
          {decided && option && option.mean > 0 && stopAt !== undefined ? (
            <StopPlate
              decided={decided}
              option={option}
              input={input}
              stopAt={stopAt}
              byFigures={byFigures}
              onChange={(sum) => setWeighing((now) => ({ ...now, stopAt: sum }))}
            />
          ) : null}
          {ordered ? <OrderPlate bench={bench} option={ordered} /> : null}
          <RatesPlate input={input} set={set} />
          <View style={styles.gap}>
            <Button
              kind="main"
              busy={behind}
              disabled={!decided || error !== undefined}
              onPress={() => void keep().then(() => router.push(`/jobs/${bench.job.id}/pages`))}
            >
              Write the page
            </Button>
            <Button
              kind="ground"
              busy={behind}
              disabled={!decided || error !== undefined}
              onPress={() => void keep().then(() => tell({ text: 'Decision kept' }))}
            >
              Keep it, no page yet
            </Button>
          </View>
        </>
      </Columns>
      {adding ? (
        <AnotherWaySheet
          engine={bench.engine}
          options={input.options}
          onJob={(repair) => addWay(optionFor(repair, bench.engine, shop.prices))}
          onOwn={() => addWay({ name: ownName(input.options), unsaid: true })}
          onClose={() => setAdding(false)}
        />
      ) : null}
      {opened ? (
        <OptionSheet
          bench={bench}
          input={input}
          option={opened}
          source={SOURCE[ready.sources[opened.name] ?? 'own']}
          error={error}
          chosen={opened.name === best}
          onChoose={() => {
            // Where to stop was set for another way; what is gone for stands aside no more.
            setWeighing(({ stopAt: _, ...now }) => ({
              ...now,
              chosen: opened.name,
              input: {
                ...now.input,
                options: now.input.options.map((one) => (one === opened ? shownOption(one) : one)),
              },
            }));
            setOpen(undefined);
          }}
          onClose={() => setOpen(undefined)}
          onRemove={() => {
            setOpen(undefined);
            set({ options: withoutOption(input.options, opened.name) });
            if (chosen === opened.name) setWeighing(({ chosen: _, stopAt: __, ...now }) => now);
          }}
          onChange={(next) => {
            set({
              options: input.options.map((one) => (one === opened ? next : renamed(one, opened.name, next.name))),
            });
            setOpen(next.name);
          }}
        />
      ) : null}
    </Screen>
  );
}

const SOURCE: Readonly<Record<PriceSource | 'own', string>> = {
  shop: 'By the shop’s own price list.',
  done: 'As such jobs came out here.',
  usual: 'Usual figures, until the shop has its own.',
  own: 'Entered by hand.',
};

/** A name that is free, until it gets its own. */
function ownName(options: readonly RepairOption[]): string {
  const taken = new Set(options.map(({ name }) => name));
  for (let n = 1; ; n += 1) {
    const name = n === 1 ? 'Our own way' : `Our own way ${n}`;
    if (!taken.has(name)) return name;
  }
}

/** Taken out, and out of what others may turn into. */
const withoutOption = (options: readonly RepairOption[], name: string): RepairOption[] =>
  options
    .filter((one) => one.name !== name)
    .map((one) => (one.escalates ? { ...one, escalates: one.escalates.filter(({ to }) => to !== name) } : one));

/** Another option whose chain names one that is called otherwise now. */
const renamed = (one: RepairOption, from: string, to: string): RepairOption =>
  from === to || !one.escalates
    ? one
    : { ...one, escalates: one.escalates.map((step) => (step.to === from ? { ...step, to } : step)) };

const without = (input: DecisionInput): DecisionInput =>
  Object.fromEntries(Object.entries(input).filter(([, value]) => value !== undefined)) as unknown as DecisionInput;

/** `Head off, valves ground: partsLow` as a person would look for it. */
function fieldName({ options }: DecisionInput, field: string): string {
  const [, at, of] = /^options\[(\d+)\]\.?(.*)$/.exec(field) ?? [];
  if (at === undefined) return FIELD[field] ?? field;
  return `${options[Number(at)]?.name ?? 'option'}, ${FIELD[of ?? ''] ?? of}`;
}
const FIELD: Readonly<Record<string, string>> = {
  valueAsIs: 'Worth as it stands',
  valueRunning: 'Worth running',
  partsLow: 'parts low',
  partsLikely: 'parts likely',
  hoursLow: 'hours low',
  hoursLikely: 'hours likely',
  escalates: 'what it may turn into',
  currency: 'Currency',
};

function likeliest(decided: Decided | undefined): string {
  const [first] = decided?.causes ?? [];
  return first === undefined ? 'what to do' : `${CAUSE_NAME[first.cause]}, ${inHundred(first.probability)}`;
}

const styles = StyleSheet.create({ gap: { gap: 8 } });
