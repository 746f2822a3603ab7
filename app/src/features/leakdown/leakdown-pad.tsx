import type { Bench } from '@rugged/contract';
import { PRESSURE_UNITS, UNIT_SIGN } from '@rugged/core';
import { leakPercent } from '@/bench/leak-percent';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useChangeShop } from '@/data/session';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Keypad } from '@/ui/keypad';
import { Plate } from '@/ui/plate';
import { StateMark } from '@/ui/state-mark';
import { useColours } from '@/ui/theme';
import { LINE, RADIUS, TOUCH } from '@/ui/tokens';
import { Figure, Label, Strong, Words } from '@/ui/words';
import { CrankTurn } from './crank-turn';
import { CutThrough, LEVELS, placeName } from './cut-through';
import { leakErrorWords, type Place } from './leak-draft';
import { LivePair } from './live-pair';
import type { LeakdownPad as Pad } from './use-leakdown-pad';

interface Props {
  bench: Bench;
  pad: Pad;
  onDone(): void;
}

/** First what goes in and what is held, then where the rest goes. */
export function LeakdownPad({ bench, pad, onDone }: Props) {
  return pad.listening ? <Listening bench={bench} pad={pad} /> : <Figures bench={bench} pad={pad} onDone={onDone} />;
}

function Figures({ bench, pad, onDone }: Props) {
  const { mutate } = useChangeShop();
  const { draft, act, unit, typed } = pad;
  const heldName = draft.percent ? 'Leakage' : 'Held in cylinder';
  const moving = pad.live?.stream !== undefined && ['joining', 'running', 'lost'].includes(pad.live.stream.status);
  const nextUnit = PRESSURE_UNITS[(PRESSURE_UNITS.indexOf(unit) + 1) % PRESSURE_UNITS.length] ?? 'psi';
  return (
    <View style={styles.pad}>
      <Strip bench={bench} pad={pad} />
      <Hold pad={pad} />
      {pad.live ? (
        <LivePair pad={pad} live={pad.live} />
      ) : (
        <View style={styles.row}>
          <FigurePlate
            name="Supply"
            unit={UNIT_SIGN[unit]}
            text={draft.supply}
            chosen={draft.focus === 'supply'}
            onPress={() => act({ do: 'focus', focus: 'supply' })}
          />
          <FigurePlate
            name={heldName}
            unit={draft.percent ? '%' : UNIT_SIGN[unit]}
            text={draft.held}
            chosen={draft.focus === 'held'}
            onPress={() => act({ do: 'focus', focus: 'held' })}
          />
        </View>
      )}
      <Says pad={pad} />
      {pad.live ? null : (
        <Keypad
          onKey={(key) => act({ do: 'key', key })}
          side={[
            {
              name: 'Supply',
              label: 'Supply',
              chosen: draft.focus === 'supply',
              onPress: () => act({ do: 'focus', focus: 'supply' }),
            },
            {
              name: draft.percent ? 'Lost' : 'Held',
              label: heldName,
              chosen: draft.focus === 'held',
              onPress: () => act({ do: 'focus', focus: 'held' }),
            },
            { name: 'Listen', label: 'Listen where it goes', onPress: () => pad.setListening(true) },
            {
              name: UNIT_SIGN[unit],
              label: `Unit ${UNIT_SIGN[unit]}, switch`,
              onPress: () => {
                pad.convertDraft(nextUnit);
                mutate({ unit: nextUnit });
              },
            },
          ]}
        />
      )}
      <View style={styles.row}>
        {typed.ok ? (
          <>
            <Button
              kind="ground"
              tall
              onPress={pad.keep}
              style={styles.grow}
              label={`Keep ${typed.percent.toFixed(0)} % without listening`}
            >{`Keep ${typed.percent.toFixed(0)} %`}</Button>
            <Button kind="main" onPress={() => pad.setListening(true)} style={styles.wide} label="Listen where it goes">
              Listen
            </Button>
          </>
        ) : pad.live &&
          !(
            pad.lastKept &&
            pad.next === undefined &&
            pad.counting.some(({ figures }) => figures.cylinder === pad.cylinder)
          ) ? (
          <>
            <Button kind="ground" tall onPress={onDone} style={styles.grow}>
              To the bench
            </Button>
            <Button kind="main" onPress={pad.live.airOn} disabled={moving} style={styles.wide}>
              {moving ? 'Air going in' : `Air on, cyl ${pad.cylinder}`}
            </Button>
          </>
        ) : (
          <Button kind="main" onPress={onDone} style={styles.grow}>
            Back to the bench
          </Button>
        )}
      </View>
    </View>
  );
}

function Strip({ bench, pad }: { bench: Bench; pad: Pad }) {
  const c = useColours();
  return (
    <View style={styles.gap}>
      <ScrollView
        horizontal
        style={styles.strip}
        contentContainerStyle={styles.chips}
        showsHorizontalScrollIndicator={false}
      >
        {bench.engine.cylinders.map((id) => {
          const kept = pad.counting.findLast(({ figures }) => figures.cylinder === id)?.figures;
          const lost = kept && leakPercent(kept);
          const here = id === pad.cylinder;
          return (
            <TouchableRipple
              key={id}
              borderless
              role="button"
              aria-pressed={here}
              onPress={() => pad.select(id)}
              style={[
                styles.chip,
                { backgroundColor: c.plate, borderColor: here ? c.amber : c.line, borderWidth: here ? 4 : LINE },
              ]}
            >
              <View style={styles.stacked}>
                <Label colour="ink" lines={1}>{`Cyl ${id}`}</Label>
                <Figure style={styles.small} colour={kept ? 'ink' : 'dim'}>
                  {lost === undefined ? (here ? 'now' : '·') : `${lost.toFixed(0)} %`}
                </Figure>
              </View>
            </TouchableRipple>
          );
        })}
      </ScrollView>
      <View style={styles.turn}>
        {pad.turn ? (
          <CrankTurn degrees={pad.turn.degrees} rotation={pad.rotation} cylinder={pad.turn.cylinder} />
        ) : null}
        <Label colour="onGroundDim" style={styles.grow}>
          {pad.turn
            ? `Cyl ${pad.cylinder} up now. Next ${pad.turn.cylinder}: turn ${pad.turn.degrees}°, ` +
              `${pad.rotation ?? 'its own way round'}`
            : 'Zero it with the hose blocked'}
        </Label>
        <Button
          kind={pad.draft.zeroed ? 'main' : 'ground'}
          tall={false}
          pressed={pad.draft.zeroed === true}
          onPress={() => {
            if (!pad.draft.zeroed) pad.zero();
          }}
          label="Zeroed with the hose blocked"
        >
          Zeroed
        </Button>
      </View>
    </View>
  );
}

/** What the air will do to the crank, before it goes on. */
function Hold({ pad }: { pad: Pad }) {
  const { hold } = pad;
  return (
    <Plate hand style={styles.hold}>
      <Words style={styles.caution}>
        <Strong>
          {hold
            ? `The air pushes with ${hold.kg.toFixed(0)} kg. `
            : 'The air pushes with the weight of a person or more. '}
        </Strong>
        {hold?.torque
          ? 'Crank: ' +
            hold.torque.at.map(({ degrees, torqueNm }) => `${torqueNm.toFixed(0)} N m at ${degrees}°`).join(', ') +
            `, worst ${hold.torque.worst.torqueNm.toFixed(0)}. `
          : ''}
        Lock the flywheel both ways, then pressure up slowly, hands off.
      </Words>
    </Plate>
  );
}

function FigurePlate({
  name,
  unit,
  text,
  chosen,
  onPress,
}: {
  name: string;
  unit: string;
  text: string;
  chosen: boolean;
  onPress(): void;
}) {
  const c = useColours();
  return (
    <TouchableRipple
      role="button"
      aria-pressed={chosen}
      onPress={onPress}
      style={[
        styles.figure,
        { backgroundColor: c.plate, borderColor: chosen ? c.amber : c.line, borderWidth: chosen ? 4 : LINE },
      ]}
    >
      <View>
        <Label lines={1}>{name}</Label>
        <View style={styles.reading}>
          <Figure style={styles.big}>{text === '' ? '·' : text}</Figure>
          <Words colour="dim">{unit}</Words>
        </View>
      </View>
    </TouchableRipple>
  );
}

/** What this reading says, said while it is typed. */
function Says({ pad }: { pad: Pad }) {
  const { typed, error, refused, lastKept, judged } = pad;
  if (error ?? refused) {
    return (
      <Plate hand style={styles.verdict}>
        <View role="alert" style={styles.grow}>
          <Strong colour="rust">{error ? leakErrorWords(error) : `${refused?.field}: ${refused?.reason}.`}</Strong>
        </View>
      </Plate>
    );
  }
  if (!typed.ok && lastKept) {
    const { figures } = lastKept;
    return (
      <Plate style={styles.verdict}>
        <View role="status" style={styles.grow}>
          <Words>
            {'Kept '}
            <Figure>{`${leakPercent(figures).toFixed(0)} %`}</Figure>
            {` for cyl ${figures.cylinder}.`}
          </Words>
        </View>
        <Button icon="undo-variant" onPress={() => pad.takeBack(lastKept)}>
          Undo
        </Button>
      </Plate>
    );
  }
  if (!typed.ok || !judged?.leakage)
    return (
      <Plate style={styles.verdict}>
        <Words colour="dim" style={styles.grow}>
          Let the needle rest, then enter what goes in and what is held.
        </Words>
      </Plate>
    );
  const telling = judged.reasons.find(
    ({ rule }) => rule.startsWith('leak') || rule === 'wrong-stroke-suspected' || rule === 'crank-turned',
  );
  const wrongStroke = telling?.rule === 'wrong-stroke-suspected';
  return (
    <Plate hand={wrongStroke} style={styles.verdict}>
      <Figure style={styles.percent}>{`${typed.percent.toFixed(0)} %`}</Figure>
      <StateMark state={judged.leakage.state} size={18} />
      <Words style={styles.said} lines={4}>
        {telling ? telling.text : ''}
      </Words>
      {wrongStroke ? (
        <Button onPress={() => pad.act({ do: 'confirm-tdc' })} label="It is at the top of compression">
          It is at the top
        </Button>
      ) : null}
    </Plate>
  );
}

const LEVEL_OPTIONS = LEVELS.map((word, level) => ({ value: String(level), word }));
const BREATHER = [
  { value: 'off', word: 'Off' },
  { value: 'on', word: 'Still on' },
] as const;

/** Which drawing this engine is. */
const cutOf = ({ engine: { cycle, valveGear } }: Bench) =>
  cycle === 'two-stroke' ? 'two-stroke' : valveGear === 'side-valve' ? 'side-valve' : 'overhead-valve';

/** Where the air goes: a place, and how loud. */
function Listening({ bench, pad }: { bench: Bench; pad: Pad }) {
  const [chosen, setChosen] = useState<Place>();
  const { draft, act, typed, fourStroke } = pad;
  const suspected = pad.judged?.reasons.find(({ rule }) => rule === 'wrong-stroke-suspected');
  // It matters once something is heard where the rings' breath comes out, too.
  const asks = fourStroke && ((draft.heard['intake'] ?? 0) > 0 || (draft.heard['crankcase'] ?? 0) > 1);
  return (
    <View style={styles.pad}>
      <ScrollView contentContainerStyle={styles.gap}>
        <Plate style={styles.drawing} label="Where the air goes">
          <CutThrough
            kind={cutOf(bench)}
            liquid={bench.engine.cooling !== 'air'}
            places={pad.places}
            heard={draft.heard}
            chosen={chosen?.key}
            onChoose={setChosen}
          />
        </Plate>
        <Plate label="How loud">
          <Label>{chosen ? placeName(chosen) : 'Tap a place, then say how loud'}</Label>
          {chosen ? (
            <Choice
              label={placeName(chosen)}
              hideLabel
              options={LEVEL_OPTIONS}
              chosen={draft.heard[chosen.key] === undefined ? undefined : String(draft.heard[chosen.key])}
              onChoose={(level) => act({ do: 'heard', place: chosen.key, level: Number(level) })}
            />
          ) : (
            <Words colour="dim">
              One place at a time, everything else closed. Low pressure is easier on the ear. Open the oil filler
              slowly: oil can spurt.
            </Words>
          )}
        </Plate>
        {suspected ? (
          <Plate hand label="Wrong stroke">
            <Strong>{suspected.text}</Strong>
            <Button onPress={() => act({ do: 'confirm-tdc' })} style={styles.gapAbove}>
              It is at the top of compression
            </Button>
          </Plate>
        ) : null}
        {asks ? (
          <Plate hand label="Breather">
            <Strong>Is the breather hose off the air box?</Strong>
            <Words colour="dim">
              While it is on, air past the rings also hisses at the intake and looks like a bad valve.
            </Words>
            <Choice
              label="Breather hose"
              hideLabel
              options={BREATHER}
              chosen={draft.breatherOff === undefined ? undefined : draft.breatherOff ? 'off' : 'on'}
              onChoose={(value) => act({ do: 'breather', off: value === 'off' })}
            />
          </Plate>
        ) : null}
      </ScrollView>
      <View style={styles.row}>
        <Button kind="ground" tall onPress={() => pad.setListening(false)} style={styles.grow}>
          Figures
        </Button>
        <Button kind="main" onPress={pad.keep} disabled={!typed.ok} style={styles.wide}>
          {typed.ok ? 'Keep what I heard' : 'Figures first'}
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  pad: { flex: 1, gap: 8 },
  gap: { gap: 8 },
  row: { flexDirection: 'row', gap: 8 },
  strip: { flexGrow: 0, flexShrink: 0 },
  chips: { gap: 6, flexGrow: 1 },
  chip: {
    borderRadius: RADIUS,
    minHeight: TOUCH.least + 2,
    minWidth: TOUCH.least,
    flexGrow: 1,
    flexBasis: 0,
    justifyContent: 'center',
  },
  stacked: { alignItems: 'center' },
  small: { fontSize: 14, lineHeight: 18 },
  hold: { paddingVertical: 8 },
  turn: { flexDirection: 'row', gap: 10, alignItems: 'center' },
  figure: { flex: 1, borderRadius: RADIUS, padding: 10, minHeight: 84 },
  reading: { flexDirection: 'row', alignItems: 'baseline', gap: 6 },
  big: { fontSize: 34 },
  percent: { fontSize: 22 },
  verdict: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 10,
    paddingVertical: 7,
    minHeight: 54,
    flexGrow: 1,
  },
  said: { flexGrow: 1, flexShrink: 1, flexBasis: 160, lineHeight: 19, fontSize: 15.5 },
  caution: { fontSize: 15.5, lineHeight: 19 },
  drawing: { padding: 6 },
  gapAbove: { marginTop: 8 },
  grow: { flexGrow: 1, flexShrink: 1 },
  wide: { flexGrow: 2, flexShrink: 1, flexBasis: 0 },
});
