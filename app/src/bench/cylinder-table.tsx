import type { Bench } from '@rugged/contract';
import { formatPressure, type Report, sourceName, toKPa, UNIT_SIGN } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { useSignedIn } from '@/data/session';
import { shownStates } from '@/bench/shown-state';
import { FigureTable } from '@/ui/figure-table';
import { StateMark } from '@/ui/state-mark';
import { Figure, Words } from '@/ui/words';

const NONE = '·';

/** Every cylinder in one row: first stroke, reading with its doubt, limit here, last time, state. */
export function CylinderTable({ bench, judgement }: { bench: Bench; judgement: Report }) {
  const {
    shop: { unit },
  } = useSignedIn();
  const shown = shownStates(bench, judgement);
  const limit = judgement.cylinders.find((cylinder) => cylinder.compression)?.compression?.limit;
  const last = (id: string) => bench.lastTime?.readings.findLast((reading) => reading.cylinder === id);
  const hasLast = bench.engine.cylinders.some(last);
  const p = (kPa: number) => formatPressure(kPa, unit);
  const columns = [
    { name: 'Cyl', width: 0.8 },
    { name: 'First', width: 0.9 },
    { name: 'Dry', width: 1 },
    { name: '±', width: 0.7 },
    ...(hasLast ? [{ name: 'Last', width: 1.1 }] : []),
    { name: 'State', width: 1.7 },
  ];
  const rows = judgement.cylinders.map(({ id, compression }) => {
    const before = last(id);
    return {
      key: id,
      cells: [
        id,
        compression?.firstStroke === undefined ? NONE : p(toKPa(compression.firstStroke, compression.unit)),
        <Figure key="dry" style={styles.dry}>
          {compression ? p(compression.readKPa) : NONE}
        </Figure>,
        <Figure key="doubt" colour="dim">
          {compression ? p(compression.plusMinusKPa) : ''}
        </Figure>,
        ...(hasLast
          ? [
              <Figure key="last" colour="dim">
                {before ? p(toKPa(before.peak, before.unit)) : NONE}
              </Figure>,
            ]
          : []),
        <StateMark key="state" state={shown.cylinders.get(id) ?? 'unproven'} size={15} />,
      ],
    };
  });
  return (
    <View>
      <FigureTable label="Readings by cylinder" columns={columns} rows={rows} />
      {limit?.minHereKPa === undefined ? null : (
        <Words colour="dim" style={styles.under}>
          {`${UNIT_SIGN[unit]}. Minimum here ${p(limit.minHereKPa)}`}
          {limit.minKPa === undefined || p(limit.minKPa) === p(limit.minHereKPa)
            ? ''
            : `, ${p(limit.minKPa)} at sea level`}
          {`: ${sourceName(limit.source)}.`}
        </Words>
      )}
    </View>
  );
}

const styles = StyleSheet.create({ dry: { fontSize: 18 }, under: { marginTop: 6, fontSize: 15, lineHeight: 19 } });
