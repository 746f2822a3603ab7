import type { Bench } from '@rugged/contract';
import {
  compressionLimits,
  defined,
  formatPressure,
  fromKPa,
  houseRulesFor,
  siteAtmosphere,
  toKPa,
  UNIT_SIGN,
} from '@rugged/core';
import { useShopReadings } from '@/bench/read-here-plate';
import type { GaugeShows } from '@/ui/gauge';
import type { Draft } from './draft';
import type { CompressionPad as Pad } from './use-compression-pad';

/** What the gauge of the pad shows, in the pad's unit, whatever its shape. */
export function useGauge(bench: Bench, pad: Pad) {
  const { unit, draft, cylinder } = pad;
  const limits = compressionLimits(
    bench.engine,
    bench.books,
    siteAtmosphere(bench.job.site),
    houseRulesFor(bench.engine, bench.job.houseRules),
    bench.job.readHere,
  );
  const inUnit = (kPa: number | undefined) => (kPa === undefined ? undefined : fromKPa(kPa, unit));
  const swung = draft.low !== undefined && pad.typed.ok ? pad.typed.reading : undefined;
  const typedPeak = swung
    ? swung.peak
    : draft.peak !== ''
      ? Number(draft.peak)
      : pad.typed.ok
        ? pad.typed.reading.peak
        : undefined;
  const typedFirst = draft.strokes[0] ? Number(draft.strokes[0]) : undefined;
  const shown =
    draft.focus === 'peak'
      ? draft.peak || (pad.typed.ok ? String(pad.typed.reading.peak) : '')
      : draft.focus === 'low'
        ? (draft.low ?? '')
        : (draft.strokes[draft.focus] ?? '');
  const { tester } = pad.conditions;
  const stream = pad.live?.stream;
  const fullScale =
    tester?.fullScale === undefined
      ? fromKPa(toKPa(bench.engine.fuel === 'diesel' ? 1000 : 300, 'psi'), unit)
      : fromKPa(toKPa(tester.fullScale, tester.unit ?? 'psi'), unit);
  const others = bench.engine.cylinders
    .filter((id) => id !== cylinder)
    .flatMap((id) => {
      const kept = pad.counting.findLast(({ figures }) => figures.cylinder === id)?.figures;
      return kept ? [{ name: id, at: fromKPa(toKPa(kept.peak, kept.unit), unit) }] : [];
    });
  const here = useShopReadings(bench.engine.id);
  const last = bench.lastTime?.readings.findLast((reading) => reading.cylinder === cylinder);
  const known = (figure: number | undefined) => (figure === undefined || Number.isNaN(figure) ? undefined : figure);
  const shows: GaugeShows = defined({
    shown,
    unit: UNIT_SIGN[unit],
    fullScale,
    others,
    figure: known(typedPeak),
    first: known(typedFirst),
    min: inUnit(limits.minHereKPa),
    max: inUnit(limits.maxHereKPa),
    lastTime: last ? fromKPa(toKPa(last.peak, last.unit), unit) : undefined,
    here: here ? { from: fromKPa(here.fromKPa, unit), to: fromKPa(here.toKPa, unit) } : undefined,
    shade: pad.oilAlone,
    live: stream?.strokes ? () => fromKPa(stream.strokes?.held ?? 0, unit) : undefined,
  });
  return { shows, limits, here, typing: inFocus(draft), p: (kPa: number) => formatPressure(kPa, unit) };
}

/** `first stroke`: which figure is being typed, where it is not the peak. */
function inFocus({ focus, low }: Draft): string {
  if (focus === 'low') return 'low end';
  if (focus === 'peak') return low === undefined ? '' : 'high end';
  return focus === 0 ? 'first stroke' : `stroke ${focus + 1}`;
}
