import { parts } from '@rugged/core';
import type { Bench } from '@rugged/contract';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { PadButtons, padButton } from '@/ui/pad/pad-buttons';
import { PadFrame } from '@/ui/pad/pad-frame';
import { Plate } from '@/ui/plate';
import { Label, Strong, Words } from '@/ui/words';
import { CutThrough, cutOf, LEVELS, type Place, placeName } from '@/bench/cut-through';
import { canHear, useEar } from './use-ear';
import type { LeakdownPad as Pad } from './use-leakdown-pad';

const LEVEL_OPTIONS = LEVELS.map((word, level) => ({ value: String(level), word }));
const BREATHER = [
  { value: 'off', word: 'Off' },
  { value: 'on', word: 'Still on' },
] as const;

/** Padding and edge of the plate that the drawing stands on. */
const AROUND = 12;
const BREATHER_IS = { off: '. Breather off', on: '. Breather on' } as const;

/** Where the air goes: a place, and how loud. */
export function Listening({ bench, pad }: { bench: Bench; pad: Pad }) {
  const [chosen, setChosen] = useState<Place>();
  const [tapped, setTapped] = useState(false);
  const [room, setRoom] = useState(0);
  const ear = useEar();
  const { draft, act, typed, fourStroke } = pad;
  const suspected = pad.judged?.reasons.find(({ rule }) => rule === 'wrong-stroke-suspected');
  // It matters once something is heard where the rings' breath comes out, too.
  const asks = fourStroke && ((draft.heard['intake'] ?? 0) > 0 || (draft.heard['crankcase'] ?? 0) > 1);
  const breather = draft.breatherOff === undefined ? '' : BREATHER_IS[draft.breatherOff ? 'off' : 'on'];
  // One question at a time, where the thumb is: the quiet, the stroke, the breather, then the places. A place that was
  // just tapped comes before the engine's questions, until it is said how loud it is there.
  const question =
    ear.is === 'quiet-first' || (ear.is === 'measuring' && !chosen) ? (
      <Quiet ear={ear} />
    ) : tapped ? null : suspected ? (
      <Plate hand label="Wrong stroke" style={styles.question}>
        <Strong>{suspected.text}</Strong>
        <Button onPress={() => act({ do: 'confirm-tdc' })}>It is at the top of compression</Button>
      </Plate>
    ) : asks && draft.breatherOff === undefined ? (
      <Plate hand label="Breather" style={styles.question}>
        <Strong>Is the breather hose off the air box?</Strong>
        <Words colour="dim" style={styles.fact}>
          While it is on, air past the rings also hisses at the intake and looks like a bad valve.
        </Words>
        <Choice
          label="Breather hose"
          hideLabel
          options={BREATHER}
          chosen={undefined}
          onChoose={(value) => act({ do: 'breather', off: value === 'off' })}
        />
      </Plate>
    ) : null;
  return (
    <PadFrame
      face={
        <View style={styles.face} onLayout={({ nativeEvent }) => setRoom(nativeEvent.layout.height)}>
          <Plate style={styles.drawing} label="Where the air goes">
            <CutThrough
              kind={cutOf(bench.engine)}
              liquid={parts(bench.engine).coolant}
              places={pad.places}
              heard={draft.heard}
              chosen={chosen?.key}
              onChoose={(place) => {
                setChosen(place);
                setTapped(true);
              }}
              {...(room > 0 ? { height: room - AROUND } : {})}
            />
          </Plate>
        </View>
      }
      hand={
        <>
          {question ?? (
            <Plate label="How loud" style={styles.question}>
              <Label>
                {chosen ? `${placeName(chosen)}${overQuiet(ear, chosen)}` : `Tap a place, then say how loud${breather}`}
              </Label>
              {chosen ? (
                <HowLoud key={chosen.key} place={chosen} pad={pad} onSaid={() => setTapped(false)} />
              ) : (
                <Words colour="dim" style={styles.fact}>
                  {EAR_WORDS[ear.is]}
                  One place at a time, everything else closed. Low pressure is easier on the ear. Open the oil filler
                  slowly: oil can spurt.
                </Words>
              )}
            </Plate>
          )}
          <PadButtons>
            <Button kind="ground" tall onPress={() => pad.setListening(false)} style={padButton.lesser}>
              Figures
            </Button>
            {canHear() ? <EarButton ear={ear} chosen={chosen} pad={pad} /> : null}
            <Button kind="main" onPress={pad.keep} disabled={!typed.ok} style={padButton.main}>
              {typed.ok ? 'Keep what I heard' : 'Figures first'}
            </Button>
          </PadButtons>
        </>
      }
    />
  );
}

type Ear = ReturnType<typeof useEar>;

const EAR_WORDS: Readonly<Record<Ear['is'], string>> = {
  off: '',
  asking: 'The browser asks for the microphone. ',
  denied: 'No microphone: the browser does not allow it. ',
  'quiet-first': '',
  measuring: '',
  ready: 'The ear is on: tap a place, hold the phone there, measure. ',
};

/** `, 12 dB over the quiet, the loudest`. */
function overQuiet({ is, measured, loudest }: Ear, { key }: Place): string {
  const db = measured[key];
  if (is === 'measuring') return ', listening: hold still';
  if (db === undefined) return is === 'ready' ? ', not measured yet' : '';
  return `, ${Math.max(0, Math.round(db))} dB over the quiet${loudest === key ? ', the loudest' : ''}`;
}

/** What it sounds like with the air shut off, before any place is measured. */
const Quiet = ({ ear }: { ear: Ear }) => (
  <Plate hand label="The quiet first" style={styles.question}>
    <Strong>{ear.is === 'measuring' ? 'Listening to the quiet: hold still' : 'Air shut off first'}</Strong>
    <Words colour="dim" style={styles.fact}>
      The phone measures the hiss against the quiet. Nothing is recorded, nothing is sent.
    </Words>
    <Button busy={ear.is === 'measuring'} onPress={() => void ear.takeQuiet()}>
      Measure the quiet
    </Button>
  </Plate>
);

/** The phone as an ear: on, at a place, off. What it measures is a proposal that a tap on another level corrects. */
function EarButton({ ear, chosen, pad: { act } }: { ear: Ear; chosen: Place | undefined; pad: Pad }) {
  if (ear.is === 'ready' && chosen) {
    const measure = async () => {
      const level = await ear.measure(chosen.key);
      if (level !== undefined) act({ do: 'heard', place: chosen.key, level });
    };
    return (
      <Button kind="ground" tall onPress={() => void measure()} style={padButton.lesser}>
        Measure
      </Button>
    );
  }
  const on = ear.is !== 'off' && ear.is !== 'denied';
  return (
    <Button
      kind="ground"
      tall
      busy={ear.is === 'asking' || ear.is === 'measuring'}
      pressed={on}
      onPress={() => (on ? ear.stop() : void ear.open())}
      style={padButton.lesser}
    >
      {on ? 'Ear off' : 'Ear'}
    </Button>
  );
}

/** How loud it is there; once it is heard, whether a hand laid over it lifts the gauge. */
function HowLoud({ place, pad: { draft, act }, onSaid }: { place: Place; pad: Pad; onSaid(): void }) {
  const { key } = place;
  const level = draft.heard[key];
  const lifts = draft.raised?.includes(key) === true;
  return (
    <>
      <Choice
        label={placeName(place)}
        hideLabel
        options={LEVEL_OPTIONS}
        chosen={level === undefined ? undefined : String(level)}
        onChoose={(chosen) => {
          act({ do: 'heard', place: key, level: Number(chosen) });
          onSaid();
        }}
      />
      {level ? (
        <Button
          pressed={lifts}
          kind={lifts ? 'chosen' : 'plain'}
          onPress={() => act({ do: 'raised', place: key, yes: !lifts })}
        >
          A hand over it lifts the gauge
        </Button>
      ) : null}
    </>
  );
}

const styles = StyleSheet.create({
  face: { flex: 1, minHeight: 0, justifyContent: 'center' },
  drawing: { padding: 4 },
  question: { paddingVertical: 6, paddingHorizontal: 10, gap: 4 },
  fact: { fontSize: 15, lineHeight: 18 },
});
