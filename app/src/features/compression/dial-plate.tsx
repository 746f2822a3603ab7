import type { Bench } from '@rugged/contract';
import {
  compressionLimits,
  formatPressure,
  fromKPa,
  houseRulesFor,
  siteAtmosphere,
  toKPa,
  UNIT_SIGN,
} from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { shownStates } from '@/bench/shown-state';
import { Button } from '@/ui/button';
import { Dial, dialWidthFor } from '@/ui/dial';
import { useShopReadings } from '@/bench/read-here-plate';
import { Plate } from '@/ui/plate';
import { StateMark } from '@/ui/state-mark';
import { RADIUS, TOUCH } from '@/ui/tokens';
import { Figure, Strong, Words } from '@/ui/words';
import { errorWords, type Draft } from './draft';
import type { CompressionPad as Pad } from './use-compression-pad';

export function DialPlate({ bench, pad, onAttempts }: { bench: Bench; pad: Pad; onAttempts(): void }) {
  const { unit, draft, cylinder } = pad;
  const [room, setRoom] = useState(0);
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
  const focusText =
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
  const min = inUnit(limits.minHereKPa);
  const max = inUnit(limits.maxHereKPa);
  const others = bench.engine.cylinders
    .filter((id) => id !== cylinder)
    .flatMap((id) => {
      const kept = pad.counting.findLast(({ figures }) => figures.cylinder === id)?.figures;
      return kept ? [{ name: id, at: fromKPa(toKPa(kept.peak, kept.unit), unit) }] : [];
    });
  const shown = (kPa: number) => formatPressure(kPa, unit);
  const here = useShopReadings(bench.engine.id);
  const last = bench.lastTime?.readings.findLast((reading) => reading.cylinder === cylinder);
  const lastTime = last ? fromKPa(toKPa(last.peak, last.unit), unit) : undefined;
  const moved =
    limits.minKPa !== undefined &&
    limits.minHereKPa !== undefined &&
    formatPressure(limits.minKPa, unit) !== formatPressure(limits.minHereKPa, unit);
  return (
    <Plate style={styles.dial} label="Gauge">
      <View style={styles.face} onLayout={({ nativeEvent }) => setRoom(nativeEvent.layout.height)}>
        <Dial
          shown={focusText}
          unit={`${UNIT_SIGN[unit]}${inFocus(draft)}`}
          fullScale={fullScale}
          others={others}
          maxWidth={Math.min(420, dialWidthFor(room))}
          {...(typedPeak === undefined || Number.isNaN(typedPeak) ? {} : { figure: typedPeak })}
          {...(typedFirst === undefined || Number.isNaN(typedFirst) ? {} : { first: typedFirst })}
          {...(min === undefined ? {} : { min })}
          {...(max === undefined ? {} : { max })}
          {...(lastTime === undefined ? {} : { lastTime })}
          {...(here ? { here: { from: fromKPa(here.fromKPa, unit), to: fromKPa(here.toKPa, unit) } } : {})}
          {...(pad.oilAlone ? { shade: pad.oilAlone } : {})}
          {...(stream?.strokes ? { live: () => fromKPa(stream.strokes?.held ?? 0, unit) } : {})}
        />
      </View>
      <View style={styles.facts}>
        {draft.low !== undefined ? (
          <Words style={styles.fact}>
            {'swings '}
            <Figure>{draft.low || '·'}</Figure>
            {' to '}
            <Figure>{draft.peak || '·'}</Figure>
          </Words>
        ) : draft.strokes.some(Boolean) && !pad.live ? (
          <Words style={styles.fact}>
            {draft.strokes.length > 1 ? 'strokes ' : 'first stroke '}
            <Figure>{draft.strokes.filter(Boolean).join(' · ')}</Figure>
          </Words>
        ) : pad.attempts.length > 0 ? (
          <TouchableRipple role="button" onPress={onAttempts} style={styles.attempts}>
            <Words style={styles.link}>
              {'kept '}
              <Figure>
                {pad.attempts.map(({ figures }) => formatPressure(toKPa(figures.peak, figures.unit), unit)).join(' · ')}
              </Figure>
              {'  change'}
            </Words>
          </TouchableRipple>
        ) : (
          <Words colour="dim" style={styles.fact}>
            {lastTime === undefined
              ? here
                ? `${here.engines} others here: ${shown(here.fromKPa)} to ${shown(here.toKPa)}`
                : 'peak, or strokes first'
              : `last time ${lastTime.toFixed(unit === 'psi' || unit === 'kPa' ? 0 : 1)}`}
          </Words>
        )}
        <Words style={[styles.fact, styles.right]}>
          {limits.minKPa === undefined || limits.minHereKPa === undefined ? (
            'no minimum known'
          ) : (
            <>
              {limits.source.kind === 'book' ? 'book ' : 'rule of thumb '}
              <Figure>{formatPressure(limits.minKPa, unit)}</Figure>
              {moved ? (
                <>
                  {', here '}
                  <Figure>{formatPressure(limits.minHereKPa, unit)}</Figure>
                </>
              ) : null}
            </>
          )}
        </Words>
      </View>
    </Plate>
  );
}

/** `, first stroke`: which figure is being typed, where it is not the peak. */
function inFocus({ focus, low }: Draft): string {
  if (focus === 'low') return ', low end';
  if (focus === 'peak') return low === undefined ? '' : ', high end';
  return focus === 0 ? ', first stroke' : `, stroke ${focus + 1}`;
}

/** What this figure says, said while it is typed. */
export function VerdictLine({ bench, pad }: { bench: Bench; pad: Pad }) {
  if (pad.error || pad.missing) {
    return (
      <Plate hand style={styles.verdict}>
        <View role="alert" style={styles.grow}>
          <Strong colour="rust">
            {pad.error ? errorWords(pad.error) : pad.swings ? 'Enter both ends of the swing.' : 'Enter the peak first.'}
          </Strong>
        </View>
      </Plate>
    );
  }
  const { verdict, lastKept } = pad;
  if (!verdict.ok) return null;
  if (lastKept && !pad.typed.ok) {
    return (
      <Plate style={styles.verdict}>
        <View role="status" style={styles.grow}>
          <Words>
            {'Kept '}
            <Figure style={styles.chipFigure}>{pad.shownIn(lastKept.figures.peak, lastKept.figures.unit)}</Figure>
            {` for cyl ${lastKept.figures.cylinder}.`}
          </Words>
        </View>
        <Button icon="undo-variant" onPress={() => void pad.takeBack(lastKept)} style={styles.undo}>
          Undo
        </Button>
      </Plate>
    );
  }
  const cylinder = verdict.judgement.cylinders.find(({ id }) => id === pad.cylinder);
  if (!cylinder?.compression)
    return (
      <Plate style={styles.verdict}>
        <Words colour="dim" style={styles.grow}>
          Crank until the needle stops rising. The same number of strokes on every cylinder.
        </Words>
      </Plate>
    );
  const state = pad.typed.ok
    ? cylinder.state
    : (shownStates(bench, verdict.judgement).cylinders.get(pad.cylinder) ?? cylinder.state);
  const wetSays = pad.wet ? cylinder.reasons.find((reason) => reason.rule === 'wet-response') : undefined;
  const telling = wetSays ?? cylinder.reasons.find((reason) => TELLING.has(reason.rule)) ?? cylinder.reasons[0];
  const once = !pad.wet && (state === 'low' || state === 'dead') && cylinder.compression.attempts.of === 1;
  return (
    <Plate style={styles.verdict}>
      <StateMark state={state} size={18} />
      <Words style={styles.said} lines={3}>
        {telling?.text}
        {once ? <Strong> Test it again.</Strong> : null}
      </Words>
    </Plate>
  );
}

/** Which reason is worth the one line there is: what goes against it first. */
const TELLING: ReadonlySet<string> = new Set([
  'under-a-tenth',
  'test-doubted',
  'attempts-disagree',
  'spread-missed',
  'misses-minimum',
  'too-close-to-minimum',
  'spread-too-close',
  'spread-watch',
  'in-lowest-band',
  'above-maximum',
]);

const styles = StyleSheet.create({
  chip: {
    borderRadius: RADIUS,
    minHeight: TOUCH.least + 2,
    minWidth: TOUCH.least,
    flexGrow: 1,
    flexBasis: 0,
    justifyContent: 'center',
  },
  chipFigure: { fontSize: 17 },
  grow: { flexGrow: 1, flexShrink: 1 },
  dial: {
    paddingVertical: 4,
    paddingHorizontal: 6,
    alignItems: 'center',
    flexGrow: 1,
    flexShrink: 1,
    flexBasis: 200,
    minHeight: 180,
  },
  face: { flex: 1, alignSelf: 'stretch', justifyContent: 'center', minHeight: 150 },
  facts: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    alignItems: 'center',
    alignSelf: 'stretch',
    paddingHorizontal: 6,
    gap: 8,
    minHeight: 30,
  },
  fact: { fontSize: 15, flexShrink: 1 },
  right: { textAlign: 'right' },
  attempts: { minHeight: TOUCH.least, justifyContent: 'center', marginVertical: -8 },
  link: { fontSize: 15, textDecorationLine: 'underline' },
  verdict: { flexDirection: 'row', alignItems: 'center', gap: 10, paddingVertical: 7, minHeight: 54 },
  said: { flex: 1, lineHeight: 19, fontSize: 15.5 },
  undo: { marginVertical: -4 },
});
