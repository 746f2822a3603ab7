import type { Bench } from '@rugged/contract';
import { compressionLimits, formatPressure, fromKPa, houseRulesFor, lockingDoseMl, PRESSURE_UNITS, siteAtmosphere, tellUnsuited, toKPa, type PressureUnit, UNIT_SIGN, type Unsuited, volumesOf } from '@rugged/core';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useChangeShop } from '@/data/session';
import { shownStates } from '@/bench/shown-state';
import { LivePanel } from './live-panel';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Dial, dialWidthFor } from '@/ui/dial';
import { Field } from '@/ui/field';
import { Keypad, type PadKey } from '@/ui/keypad';
import { Plate } from '@/ui/plate';
import { StateMark } from '@/ui/state-mark';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS, TOUCH } from '@/ui/tokens';
import { Figure, Label, Strong, Words } from '@/ui/words';
import { AttemptsSheet } from './attempts-sheet';
import { errorWords } from './draft';
import type { CompressionPad as Pad } from './use-compression-pad';

interface Props { bench: Bench; pad: Pad; onDone(): void; onSettings(): void }

/** Dial, figures, keys and one big button. It fits a phone without scrolling. */
export function CompressionPad({ bench, pad, onDone, onSettings }: Props) {
  const [correcting, setCorrecting] = useState(false);
  const { draft, act } = pad;
  const { changeUnit } = useUnitSwitch(pad);
  // One question at a time: the tester before anybody cranks, the temperature once there is a figure.
  const asking = pad.conditions.engineTemperature === undefined && draft.peak !== '';
  const onKey = (key: PadKey) => act({ do: 'key', key });
  return (
    <View style={styles.pad}>
      <CylinderStrip bench={bench} pad={pad} />
      {pad.unsuited[0] && !asking ? <Unsuitable one={pad.unsuited[0]} unit={pad.unit} onSettings={onSettings} /> : null}
      {asking || (pad.conditions.engineTemperature === undefined && !pad.unsuited[0]) ? <TemperatureQuestion pad={pad} /> : pad.wet ? <OilPlate bench={bench} pad={pad} /> : null}
      <DialPlate bench={bench} pad={pad} onAttempts={() => setCorrecting(true)} />
      <VerdictLine bench={bench} pad={pad} />
      {pad.live ? <LivePanel live={pad.live} pad={pad} /> : <Keypad
        onKey={onKey}
        side={[
          { name: 'First', label: 'First stroke', chosen: draft.focus === 0, onPress: () => act({ do: 'focus', focus: 0 }) },
          { name: 'Peak', label: 'Peak', chosen: draft.focus === 'peak', onPress: () => act({ do: 'focus', focus: 'peak' }) },
          { name: 'Stroke +', label: 'Stroke +, next stroke', chosen: typeof draft.focus === 'number' && draft.focus > 0, onPress: () => act({ do: 'next-stroke' }) },
          { name: UNIT_SIGN[pad.unit], label: `Unit ${UNIT_SIGN[pad.unit]}, switch`, onPress: changeUnit },
        ]}
      />}
      <Buttons pad={pad} onDone={onDone} />
      <AttemptsSheet pad={pad} visible={correcting} onClose={() => setCorrecting(false)} />
    </View>
  );
}

/** The next unit, for the whole shop: units are never mixed on one screen. What was typed is converted with it. */
function useUnitSwitch(pad: Pad) {
  const { mutate } = useChangeShop();
  const next = PRESSURE_UNITS[(PRESSURE_UNITS.indexOf(pad.unit) + 1) % PRESSURE_UNITS.length] ?? 'psi';
  return {
    changeUnit: () => {
      pad.convertDraft(next);
      mutate({ unit: next });
    },
  };
}

/** Up to this many cylinders stand side by side with room for a word. */
const ROOMY = 3;

function CylinderStrip({ bench, pad }: { bench: Bench; pad: Pad }) {
  const c = useColours();
  const roomy = bench.engine.cylinders.length <= ROOMY;
  return (
    <ScrollView horizontal style={styles.strip} contentContainerStyle={styles.chips} showsHorizontalScrollIndicator={false}>
      {bench.engine.cylinders.map((id) => {
        const kept = pad.counting.findLast(({ figures }) => figures.cylinder === id)?.figures;
        const here = id === pad.cylinder;
        const figure = kept ? formatPressure(toKPa(kept.peak, kept.unit), pad.unit) : here ? 'now' : '·';
        return (
          <TouchableRipple
            key={id} borderless role="button" aria-pressed={here} onPress={() => pad.select(id)}
            style={[styles.chip, { backgroundColor: c.plate, borderColor: here ? c.amber : c.line, borderWidth: here ? 4 : LINE }]}
          >
            <View style={roomy ? styles.beside : styles.stacked}>
              <Label colour="ink" lines={1}>{`Cyl ${id}`}</Label>
              <Figure style={roomy ? styles.chipFigure : styles.smallFigure} colour={kept ? 'ink' : 'dim'}>{figure}</Figure>
            </View>
          </TouchableRipple>
        );
      })}
    </ScrollView>
  );
}

function Unsuitable({ one, unit, onSettings }: { one: Unsuited; unit: PressureUnit; onSettings(): void }) {
  return (
    <Plate hand style={styles.question}>
      <View role="alert" style={styles.grow}><Words style={styles.fact}><Strong colour="rust">Not with this tester. </Strong>{tellUnsuited(one, unit)}</Words></View>
      <Button onPress={onSettings}>Another</Button>
    </Plate>
  );
}

const TEMPERATURE = [{ value: 'cold', word: 'Cold' }, { value: 'warm', word: 'Warm' }] as const;

function TemperatureQuestion({ pad }: { pad: Pad }) {
  return (
    <Plate hand style={styles.question}>
      <Strong style={styles.grow}>Engine cold or warm?</Strong>
      <Choice label="Engine" hideLabel options={TEMPERATURE} chosen={undefined} onChoose={(engineTemperature) => pad.setConditions({ ...pad.conditions, engineTemperature })} />
    </Plate>
  );
}

/** The dose for this chamber, and the one that would lock it, where the oil is in the hand. */
function OilPlate({ bench, pad }: { bench: Bench; pad: Pad }) {
  const volumes = volumesOf(bench.engine);
  const lock = volumes ? `${lockingDoseMl(volumes.chamberCm3).toFixed(1)} ml or more locks the engine.` : 'Chamber not known: a few drops, turn it over by hand first.';
  return (
    <Plate hand style={styles.question}>
      <View style={styles.grow}>
        <Strong>{pad.dryMissing ? 'Read it dry first. On zero skip the wet test.' : pad.dose ? `Dose ${pad.dose.ml.toFixed(1)} ml, ${pad.dose.drops} drops` : 'Dose: a few drops'}</Strong>
        <Words colour="dim" style={styles.fact}>{lock}</Words>
      </View>
      <View style={styles.oil}><Field label="Oil, ml" hideLabel value={pad.oil?.ml ?? ''} onChange={pad.setOil} figures keyboard="decimal-pad" /></View>
      <Words colour="dim">ml</Words>
    </Plate>
  );
}

function DialPlate({ bench, pad, onAttempts }: { bench: Bench; pad: Pad; onAttempts(): void }) {
  const { unit, draft, cylinder } = pad;
  const [room, setRoom] = useState(0);
  const limits = compressionLimits(bench.engine, bench.books, siteAtmosphere(bench.job.site), houseRulesFor(bench.engine, bench.job.houseRules));
  const inUnit = (kPa: number | undefined) => (kPa === undefined ? undefined : fromKPa(kPa, unit));
  const typedPeak = draft.peak !== '' ? Number(draft.peak) : pad.typed.ok ? pad.typed.reading.peak : undefined;
  const typedFirst = draft.strokes[0] ? Number(draft.strokes[0]) : undefined;
  const focusText = draft.focus === 'peak' ? (draft.peak || (pad.typed.ok ? String(pad.typed.reading.peak) : '')) : draft.strokes[draft.focus] ?? '';
  const { tester } = pad.conditions;
  const stream = pad.live?.stream;
  const fullScale = tester?.fullScale === undefined ? fromKPa(toKPa(bench.engine.fuel === 'diesel' ? 1000 : 300, 'psi'), unit) : fromKPa(toKPa(tester.fullScale, tester.unit ?? 'psi'), unit);
  const min = inUnit(limits.minHereKPa);
  const max = inUnit(limits.maxHereKPa);
  const others = bench.engine.cylinders.filter((id) => id !== cylinder).flatMap((id) => {
    const kept = pad.counting.findLast(({ figures }) => figures.cylinder === id)?.figures;
    return kept ? [{ name: id, at: fromKPa(toKPa(kept.peak, kept.unit), unit) }] : [];
  });
  const last = bench.lastTime?.readings.findLast((reading) => reading.cylinder === cylinder);
  const lastTime = last ? fromKPa(toKPa(last.peak, last.unit), unit) : undefined;
  const moved = limits.minKPa !== undefined && limits.minHereKPa !== undefined && formatPressure(limits.minKPa, unit) !== formatPressure(limits.minHereKPa, unit);
  return (
    <Plate style={styles.dial} label="Gauge">
      <View style={styles.face} onLayout={({ nativeEvent }) => setRoom(nativeEvent.layout.height)}>
      <Dial
        shown={focusText} unit={draft.focus === 'peak' ? UNIT_SIGN[unit] : `${UNIT_SIGN[unit]}, ${draft.focus === 0 ? 'first stroke' : `stroke ${draft.focus + 1}`}`} fullScale={fullScale} others={others} maxWidth={Math.min(420, dialWidthFor(room))}
        {...(typedPeak === undefined || Number.isNaN(typedPeak) ? {} : { figure: typedPeak })}
        {...(typedFirst === undefined || Number.isNaN(typedFirst) ? {} : { first: typedFirst })}
        {...(min === undefined ? {} : { min })} {...(max === undefined ? {} : { max })} {...(lastTime === undefined ? {} : { lastTime })} {...(pad.oilAlone ? { shade: pad.oilAlone } : {})}
        {...(stream?.strokes ? { live: () => fromKPa(stream.strokes?.held ?? 0, unit) } : {})}
      />
      </View>
      <View style={styles.facts}>
        {draft.strokes.some(Boolean) && !pad.live
          ? <Words style={styles.fact}>{draft.strokes.length > 1 ? 'strokes ' : 'first stroke '}<Figure>{draft.strokes.filter(Boolean).join(' · ')}</Figure></Words>
          : pad.attempts.length > 0
            ? <TouchableRipple role="button" onPress={onAttempts} style={styles.attempts}><Words style={styles.link}>{'kept '}<Figure>{pad.attempts.map(({ figures }) => formatPressure(toKPa(figures.peak, figures.unit), unit)).join(' · ')}</Figure>{'  change'}</Words></TouchableRipple>
            : <Words colour="dim" style={styles.fact}>{lastTime === undefined ? 'peak, or strokes first' : `last time ${lastTime.toFixed(unit === 'psi' || unit === 'kPa' ? 0 : 1)}`}</Words>}
        <Words style={[styles.fact, styles.right]}>
          {limits.minKPa === undefined || limits.minHereKPa === undefined ? 'no minimum known' : <>
            {limits.source.kind === 'book' ? 'book ' : 'rule of thumb '}<Figure>{formatPressure(limits.minKPa, unit)}</Figure>
            {moved ? <>{', here '}<Figure>{formatPressure(limits.minHereKPa, unit)}</Figure></> : null}
          </>}
        </Words>
      </View>
    </Plate>
  );
}

/** What this figure says, said while it is typed. */
function VerdictLine({ bench, pad }: { bench: Bench; pad: Pad }) {
  if (pad.error || pad.missing) {
    return (
      <Plate hand style={styles.verdict}>
        <View role="alert" style={styles.grow}><Strong colour="rust">{pad.error ? errorWords(pad.error) : 'Enter the peak first.'}</Strong></View>
      </Plate>
    );
  }
  const { verdict, lastKept } = pad;
  if (!verdict.ok) return null;
  if (lastKept && !pad.typed.ok) {
    return (
      <Plate style={styles.verdict}>
        <View role="status" style={styles.grow}><Words>{'Kept '}<Figure style={styles.chipFigure}>{pad.shownIn(lastKept.figures.peak, lastKept.figures.unit)}</Figure>{` for cyl ${lastKept.figures.cylinder}.`}</Words></View>
        <Button icon="undo-variant" onPress={() => void pad.takeBack(lastKept)} style={styles.undo}>Undo</Button>
      </Plate>
    );
  }
  const cylinder = verdict.judgement.cylinders.find(({ id }) => id === pad.cylinder);
  if (!cylinder?.compression) return <Plate style={styles.verdict}><Words colour="dim" style={styles.grow}>Crank until the needle stops rising. The same number of strokes on every cylinder.</Words></Plate>;
  const state = pad.typed.ok ? cylinder.state : shownStates(bench, verdict.judgement).cylinders.get(pad.cylinder) ?? cylinder.state;
  const wetSays = pad.wet ? cylinder.reasons.find((reason) => reason.rule === 'wet-response') : undefined;
  const telling = wetSays ?? cylinder.reasons.find((reason) => TELLING.has(reason.rule)) ?? cylinder.reasons[0];
  const once = !pad.wet && (state === 'low' || state === 'dead') && cylinder.compression.attempts.of === 1;
  return (
    <Plate style={styles.verdict}>
      <StateMark state={state} size={18} />
      <Words style={styles.said} lines={3}>{telling?.text}{once ? <Strong> Test it again.</Strong> : null}</Words>
    </Plate>
  );
}

/** Which reason is worth the one line there is: what goes against it first. */
const TELLING: ReadonlySet<string> = new Set(['under-a-tenth', 'test-doubted', 'attempts-disagree', 'spread-missed', 'misses-minimum', 'too-close-to-minimum', 'spread-too-close', 'spread-watch', 'in-lowest-band', 'above-maximum']);

function Buttons({ pad, onDone }: { pad: Pad; onDone(): void }) {
  const { draft, typed, next } = pad;
  const figure = typed.ok ? String(typed.reading.peak) : draft.peak;
  const empty = draft.peak === '' && !draft.strokes.some(Boolean);
  const cranking = pad.live?.stream?.status === 'running' || pad.live?.stream?.status === 'joining';
  return (
    <View style={styles.buttons}>
      <Button kind="ground" tall onPress={() => pad.keep(true)} disabled={!typed.ok} label="Keep and test the same cylinder again" style={styles.grow}>Again</Button>
      {empty && pad.live && !(next === undefined && pad.lastKept && pad.attempts.length > 0)
        ? <Button kind="main" onPress={pad.live.crank} disabled={cranking} style={styles.keep}>{cranking ? 'Cranking' : `Crank cyl ${pad.cylinder}`}</Button>
        : empty
        ? <Button kind="main" onPress={onDone} style={styles.keep}>Back to the bench</Button>
        : <Button kind="main" onPress={() => pad.keep(false)} style={styles.keep}>{draft.correcting ? `Correct to ${figure}` : next === undefined ? `Keep ${figure}, done` : `Keep ${figure}, next ${next}`}</Button>}
    </View>
  );
}

const styles = StyleSheet.create({
  pad: { flex: 1, gap: 8 },
  strip: { flexGrow: 0, flexShrink: 0 },
  chips: { gap: 6, flexGrow: 1 },
  chip: { borderRadius: RADIUS, minHeight: TOUCH.least + 2, minWidth: TOUCH.least, flexGrow: 1, flexBasis: 0, justifyContent: 'center' },
  beside: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', paddingHorizontal: 8, gap: 6 },
  stacked: { alignItems: 'center' },
  chipFigure: { fontSize: 17 },
  smallFigure: { fontSize: 14, lineHeight: 18 },
  grow: { flexGrow: 1, flexShrink: 1 },
  question: { flexDirection: 'row', alignItems: 'center', paddingVertical: 4, gap: 8 },
  oil: { width: 84 },
  dial: { paddingVertical: 4, paddingHorizontal: 6, alignItems: 'center', flexGrow: 1, flexShrink: 1, flexBasis: 200, minHeight: 180 },
  face: { flex: 1, alignSelf: 'stretch', justifyContent: 'center', minHeight: 150 },
  facts: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center', alignSelf: 'stretch', paddingHorizontal: 6, gap: 8, minHeight: 30 },
  fact: { fontSize: 15, flexShrink: 1 },
  right: { textAlign: 'right' },
  attempts: { minHeight: TOUCH.least, justifyContent: 'center', marginVertical: -8 },
  link: { fontSize: 15, textDecorationLine: 'underline' },
  verdict: { flexDirection: 'row', alignItems: 'center', gap: 10, paddingVertical: 7, minHeight: 54 },
  said: { flex: 1, lineHeight: 19, fontSize: 15.5 },
  undo: { marginVertical: -4 },
  buttons: { flexDirection: 'row', gap: 8 },
  keep: { flexGrow: 2.2, flexShrink: 1, flexBasis: 0 },
});
