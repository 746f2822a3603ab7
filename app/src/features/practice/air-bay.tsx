import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Line, Path, Rect } from 'react-native-svg';
import { neighboursOfCylinder, parts } from '@rugged/core';
import { GaugePair } from '@/bench/gauge-pair';
import { CutThrough, cutOf, type Place } from '@/bench/cut-through';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Range } from '@/ui/range';
import { useColours } from '@/ui/theme';
import { Label, Strong, Words } from '@/ui/words';
import type { PracticeAnswers } from '@/workers/practice.worker';
import { Cylinders } from './cylinders';
import { play } from './play';
import type { AtCylinder, PracticeCase, Worked } from './use-practice';
import { AT_WORDS, HEARD_WORDS } from './words';

const SUPPLY_PSI = 80;
const FULL_SCALE_PSI = 100;
const SOUND_HZ = 22_050;

/** Air in at the top of compression, and an ear at every place. */
export function AirBay({ of, worked, cylinder, onCylinder }: AtCylinder) {
  const { hands, air } = worked.work;
  const { engine } = worked.of.job;
  const fed = air.at(-1)?.reading;
  const here = fed?.cylinder === cylinder ? fed : undefined;
  const top = hands.top?.cylinder === cylinder;
  const [turning, setTurning] = useState(false);
  return (
    <>
      <Cylinders ids={engine.cylinders} chosen={cylinder} onChoose={onCylinder} ground />
      {top && !turning ? null : (
        <Turning
          key={`turn ${cylinder}`}
          of={of}
          worked={worked}
          cylinder={cylinder}
          onLeft={() => setTurning(false)}
        />
      )}
      <Plate label="Before the air" style={styles.plate}>
        {top && !turning ? (
          <Standing
            words="The piston is left where it stands."
            word="Turn on"
            busy={of.busy}
            onDo={() => setTurning(true)}
          />
        ) : null}
        <Standing
          words={hands.held ? 'The crank is held.' : 'Nobody holds the crank.'}
          word={hands.held ? 'Let it go' : 'Hold the crank'}
          busy={of.busy}
          onDo={() => void of.perform({ do: 'hold' })}
        />
        {engine.cycle === 'four-stroke' ? (
          <Standing
            words={hands.breatherOff ? 'Breather hose off.' : 'Breather hose on.'}
            word={hands.breatherOff ? undefined : 'Take it off'}
            busy={of.busy}
            onDo={() => void of.perform({ do: 'breather' })}
          />
        ) : null}
      </Plate>
      {top ? (
        <Regulator key={`air ${cylinder}`} of={of} cylinder={cylinder} fed={here} />
      ) : (
        <Words colour="onGroundDim">Air goes in once the piston stands where you left it.</Words>
      )}
      {here ? <Ears key={`ears ${cylinder}`} of={of} worked={worked} cylinder={cylinder} /> : null}
    </>
  );
}

/** How one thing stands, and what may be done about it. */
function Standing({
  words,
  word,
  busy,
  onDo,
}: {
  words: string;
  word: string | undefined;
  busy: boolean;
  onDo(): void;
}) {
  return (
    <View style={styles.row}>
      <Words style={styles.grow}>{words}</Words>
      {word === undefined ? null : (
        <Button onPress={onDo} disabled={busy}>
          {word}
        </Button>
      )}
    </View>
  );
}

/** Where the top of compression is nobody sees: a dowel in the plug hole rises, a thumb over it is pushed off. */
function Turning({
  of,
  worked,
  cylinder,
  onLeft,
}: {
  of: PracticeCase;
  worked: Worked;
  cylinder: string;
  onLeft(): void;
}) {
  const c = useColours();
  const { engine } = worked.of.job;
  const round = engine.cycle === 'four-stroke' ? 720 : 360;
  // Somewhere, and always there for this cylinder of this case.
  const at = [...`${worked.of.name} ${cylinder}`].reduce((sum, sign) => (sum * 31 + sign.charCodeAt(0)) % 9973, 7);
  const tdc = 60 + (at % (round - 120));
  const left = worked.work.hands.top;
  const [degrees, setDegrees] = useState(0);
  const from = ((((degrees - tdc) % round) + round + round / 2) % round) - round / 2;
  const wrong = round === 720 && Math.abs(from) > 180;
  const off = wrong ? from - 360 * Math.sign(from) : from;
  const height = (1 + Math.cos((off * Math.PI) / 180)) / 2;
  const thumb = !wrong && from < 0 && from > -90;
  return (
    <Plate label="Top dead centre" style={styles.plate}>
      <View style={styles.row}>
        <View accessibilityElementsHidden style={styles.dowel}>
          <Svg viewBox="0 0 70 110" width={70} height={110} aria-hidden>
            <Path d="M14 46V106H56V46" fill="none" stroke={c.ink} strokeWidth={4} />
            <Path d="M14 46L28 36H42L56 46" fill="none" stroke={c.ink} strokeWidth={4} />
            <Rect x={17} y={52 + 44 * (1 - height)} width={36} height={12} fill={c.slate} />
            <Rect
              x={32}
              y={4 + 44 * (1 - height)}
              width={6}
              height={48}
              fill={c.amber}
              stroke={c.ink}
              strokeWidth={1}
            />
            <Line x1={24} y1={36} x2={24} y2={4} stroke={c.dim} strokeWidth={1} strokeDasharray="2 3" />
          </Svg>
        </View>
        <View style={styles.grow}>
          <Strong>{thumb ? 'The thumb is pushed off the hole.' : 'Nothing at the thumb.'}</Strong>
          <Words colour="dim">
            {left?.cylinder === cylinder
              ? 'Left where it stands. Turn on, and leave it elsewhere, if you doubt it.'
              : 'Turn by hand until the dowel is highest, on the stroke that pushes.'}
          </Words>
        </View>
      </View>
      <Range
        label="Turn the crank"
        value={degrees}
        from={0}
        to={round}
        step={2}
        says={`dowel ${Math.round(100 * height)} of 100, ${thumb ? 'the thumb is pushed' : 'nothing at the thumb'}`}
        onChange={setDegrees}
      />
      <Button
        onPress={() => {
          void of.perform({ do: 'turn', cylinder, off: Math.round(off), stroke: wrong ? 'exhaust' : 'compression' });
          onLeft();
        }}
        disabled={of.busy}
      >
        Leave it here
      </Button>
    </Plate>
  );
}

/** The regulator: how fast it is opened is how fast the air comes. Both needles follow it. */
function Regulator({
  of,
  cylinder,
  fed,
}: {
  of: PracticeCase;
  cylinder: string;
  fed: { supply: number; cylinderPressure?: number; crankTurned?: boolean } | undefined;
}) {
  const [psi, setPsi] = useState(0);
  const began = useRef<number>(undefined);
  const done = useRef(false);
  const holds = useHeld(of, cylinder);
  const set = (next: number) => {
    setPsi(next);
    if (next > 0 && began.current === undefined) began.current = performance.now();
    if (next < 4) {
      began.current = undefined;
      done.current = false;
    }
    if (next >= SUPPLY_PSI && !done.current && began.current !== undefined) {
      done.current = true;
      void of.perform({ do: 'air', cylinder, seconds: (performance.now() - began.current) / 1000 });
    }
  };
  const full = psi >= SUPPLY_PSI && fed !== undefined;
  const held = full ? (fed.cylinderPressure ?? 0) : holds(psi);
  return (
    <Plate label="Leak-down tester" style={styles.plate}>
      <GaugePair
        unit="psi"
        fullScale={FULL_SCALE_PSI}
        gauges={[
          { name: 'Supply', shown: String(full ? fed.supply : psi), live: () => psi },
          { name: 'Held', shown: full ? String(held) : psi === 0 ? '' : String(Math.round(held)), live: () => held },
        ]}
      />
      <Label>Regulator: bring it up slowly</Label>
      <Range
        label="Regulator, psi"
        value={psi}
        from={0}
        to={SUPPLY_PSI}
        step={1}
        says={`${psi} psi of ${SUPPLY_PSI}`}
        onChange={set}
      />
      {full ? (
        fed.crankTurned ? (
          <Strong colour="rust">The piston went down under the air.</Strong>
        ) : (
          <Words>{`${lostOf(fed)} % of it is lost.`}</Words>
        )
      ) : fed ? (
        <Words colour="dim">{`It held ${fed.cylinderPressure ?? 0} of ${fed.supply} psi.`}</Words>
      ) : null}
    </Plate>
  );
}

const lostOf = ({ supply, cylinderPressure = 0 }: { supply: number; cylinderPressure?: number }) =>
  Math.max(0, Math.round((100 * (supply - cylinderPressure)) / supply));

/** What the cylinder holds at a supply, as the piston stands now. */
function useHeld({ ask, acts }: PracticeCase, cylinder: string): (psi: number) => number {
  const [curve, setCurve] = useState<PracticeAnswers['fed']>();
  const at = acts.length;
  useEffect(() => {
    let here = true;
    ask({ ask: 'fed', cylinder }).then(
      (found) => {
        if (here) setCurve(found);
      },
      () => undefined,
    );
    return () => {
      here = false;
    };
  }, [ask, cylinder, at]);
  return (psi) => {
    if (!curve) return 0;
    const i = curve.supply.findLastIndex((one) => one <= psi);
    const [from = 0, to = from] = curve.supply.slice(i, i + 2);
    const [low = 0, high = low] = curve.held.slice(i, i + 2);
    return to > from ? low + ((high - low) * (psi - from)) / (to - from) : low;
  };
}

/** An ear at each place: heard, and drawn for whoever cannot hear it. */
function Ears({ of, worked, cylinder }: { of: PracticeCase; worked: Worked; cylinder: string }) {
  const c = useColours();
  const { engine } = worked.of.job;
  const reading = worked.work.air.at(-1)?.reading;
  const heardAt = reading?.heard ?? [];
  const places: Place[] = [
    { key: 'exhaust', at: 'exhaust' },
    { key: 'intake', at: 'intake' },
    { key: 'crankcase', at: 'crankcase' },
    ...(parts(engine).coolant ? [{ key: 'coolant', at: 'coolant' } as const] : []),
    ...(engine.headless ? [] : [{ key: 'head-joint', at: 'head-joint' } as const]),
    ...neighboursOfCylinder(engine, cylinder).map((id) => ({
      key: `neighbour ${id}`,
      at: 'neighbour' as const,
      cylinder: id,
    })),
    { key: 'adapter', at: 'adapter' },
  ];
  const keyOf = (at: string, id?: string) => (id === undefined ? at : `${at} ${id}`);
  const heard = Object.fromEntries(heardAt.map((one) => [keyOf(one.at, one.cylinder), one.level]));
  const [last, setLast] = useState<Place>();
  const [wave, setWave] = useState<number[]>([]);
  const [silent, setSilent] = useState(false);
  const listen = async (place: Place) => {
    setLast(place);
    await of.perform({
      do: 'listen',
      at: place.at,
      cylinder,
      ...(place.cylinder === undefined ? {} : { neighbour: place.cylinder }),
    });
    if (place.at === 'push-rod-tunnel') return;
    const { samples } = await of.ask({ ask: 'sound', at: place.at, cylinder, hz: SOUND_HZ });
    setSilent(!play(samples, SOUND_HZ));
    setWave(outline(samples));
  };
  const level = last ? heard[last.key] : undefined;
  return (
    <Plate label="Where the air goes" style={styles.plate}>
      <CutThrough
        kind={cutOf(engine)}
        liquid={parts(engine).coolant}
        places={places}
        heard={heard}
        chosen={last?.key}
        onChoose={(place) => void listen(place)}
        height={300}
      />
      <View role="status" style={styles.row}>
        <Strong style={styles.grow}>
          {last && level !== undefined
            ? `At ${nameOf(last)}: ${HEARD_WORDS[level]}`
            : 'Tap a place to hold your ear there.'}
        </Strong>
        {wave.length > 0 && (level ?? 0) > 0 ? (
          <Svg width={96} height={36} viewBox="0 0 96 36" aria-hidden>
            {wave.map((size, i) => (
              <Line
                key={i}
                x1={i * 2 + 1}
                x2={i * 2 + 1}
                y1={18 - 17 * size}
                y2={18 + 17 * size}
                stroke={c.ink}
                strokeWidth={1.5}
              />
            ))}
          </Svg>
        ) : null}
      </View>
      {silent ? <Words colour="dim">No sound here: it is drawn.</Words> : null}
    </Plate>
  );
}

const nameOf = ({ at, cylinder }: Place) => (at === 'neighbour' ? `the hole of cyl ${cylinder ?? ''}` : AT_WORDS[at]);

/** How a sound comes and goes, in so many bars. */
function outline(samples: Float32Array, bars = 48): number[] {
  // A short piece of it, so that a breath, a whistle and bubbles look unlike each other.
  const piece = samples.subarray(4000, 4000 + bars * 30);
  return Array.from({ length: bars }, (_, i) => {
    let most = 0;
    for (let k = 0; k < 30; k += 1) most = Math.max(most, Math.abs(piece[i * 30 + k] ?? 0));
    return most;
  });
}

const styles = StyleSheet.create({
  plate: { gap: 6 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: 48 },
  grow: { flex: 1 },
  dowel: { width: 70 },
});
