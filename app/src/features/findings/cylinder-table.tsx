import type { Bench } from '@rugged/contract';
import { formatPressure, type Judgement, sourceName, toKPa, UNIT_SIGN } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { useSignedIn } from '@/data/session';
import { shownStates } from '@/features/bench/shown-state';
import { StateMark } from '@/ui/state-mark';
import { useColours } from '@/ui/theme';
import { Figure, Label, Strong, Words } from '@/ui/words';

/** Every cylinder in one row: first stroke, reading with its doubt, limit here, last time, state. */
export function CylinderTable({ bench, judgement }: { bench: Bench; judgement: Judgement }) {
  const c = useColours();
  const { shop: { unit } } = useSignedIn();
  const shown = shownStates(bench, judgement);
  const limit = judgement.cylinders.find((cylinder) => cylinder.compression)?.compression?.limit;
  const last = (id: string) => bench.lastTime?.readings.findLast((reading) => reading.cylinder === id);
  const hasLast = bench.engine.cylinders.some(last);
  const p = (kPa: number) => formatPressure(kPa, unit);
  const hasWet = judgement.cylinders.some(({ wet }) => wet);
  const head = ['Cyl', 'First', 'Dry', '±', ...(hasWet ? ['Wet'] : []), ...(hasLast ? ['Last'] : []), 'State'];
  return (
    <View>
      <View role="table" aria-label="Readings by cylinder">
        <View role="row" style={styles.row}>
          {head.map((name) => <View key={name} role="columnheader" style={cell(name)}><Label lines={1}>{name}</Label></View>)}
        </View>
        {judgement.cylinders.map(({ id, compression, wet }) => {
          const before = last(id);
          const first = compression?.firstStroke === undefined ? '·' : p(toKPa(compression.firstStroke, compression.unit));
          return (
            <View key={id} role="row" style={[styles.row, styles.line, { borderTopColor: c.line }]}>
              <View role="rowheader" style={cell('Cyl')}><Strong lines={1}>{id}</Strong></View>
              <View role="cell" style={cell('First')}><Figure>{first}</Figure></View>
              <View role="cell" style={cell('Dry')}><Figure style={styles.dry}>{compression ? p(compression.readKPa) : '·'}</Figure></View>
              <View role="cell" style={cell('±')}><Figure colour="dim">{compression ? p(compression.plusMinusKPa) : ''}</Figure></View>
              {hasWet ? <View role="cell" style={cell('Wet')}><Figure>{wet ? p(wet.wetKPa) : '·'}</Figure></View> : null}
              {hasLast ? <View role="cell" style={cell('Last')}><Figure colour="dim">{before ? p(toKPa(before.peak, before.unit)) : '·'}</Figure></View> : null}
              <View role="cell" style={cell('State')}><StateMark state={shown.cylinders.get(id) ?? 'unproven'} size={15} /></View>
            </View>
          );
        })}
      </View>
      {limit?.minHereKPa === undefined ? null : (
        <Words colour="dim" style={styles.limit}>
          {`${UNIT_SIGN[unit]}. Minimum here ${p(limit.minHereKPa)}${limit.minKPa !== undefined && p(limit.minKPa) !== p(limit.minHereKPa) ? `, ${p(limit.minKPa)} at sea level` : ''}: ${sourceName(limit.source)}.`}
        </Words>
      )}
    </View>
  );
}

const WIDTH: Readonly<Record<string, number>> = { Cyl: 0.8, First: 0.9, Dry: 1, '±': 0.7, 'Last': 1.1, State: 1.7 };
const cell = (name: string) => ({ flexGrow: WIDTH[name] ?? 1, flexShrink: 1, flexBasis: 0, minWidth: 0 });

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 6 },
  line: { borderTopWidth: 1, minHeight: 34 },
  dry: { fontSize: 18 },
  limit: { marginTop: 6, fontSize: 15, lineHeight: 19 },
});
