import { type Bench, countingReadings } from '@rugged/contract/bench';
import { capital, type Inside, INSIDE_NAME, OPEN_KINDS, type Report, type SeenInside } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { useDraft } from '@/data/draft';
import { useVerdict } from '@/data/jobs';
import { keepReadings } from '@/data/recording';
import { BenchGate } from '@/bench/bench-gate';
import { KeptBadge } from '@/bench/kept-badge';
import { Photo } from '@/bench/notes/photo';
import { PhotoButton } from '@/bench/notes/photo-button';
import { countingNotes, keepNote, takeBackNote } from '@/bench/notes/use-notes';
import { StepsButton } from '@/bench/steps-button';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { dayAndTime } from '@/ui/format';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label, Strong, Words } from '@/ui/words';
import { isLook, lookField, looksOf, nextPart, partOfField, partsOf, typedLooks } from './looks';
import { OutcomePlate } from './outcome-plate';
import { PartPlate } from './part-plate';
import { PartsDrawing } from './parts-drawing';
import { recordedParts } from './recorded-parts';
import { isSize, type Sizes, sizesOf, typedSizes } from './sizes';

export const TeardownScreen = () => <BenchGate>{(bench) => <TeardownOf bench={bench} />}</BenchGate>;

function TeardownOf({ bench }: { bench: Bench }) {
  const router = useRouter();
  const verdict = useVerdict(bench);
  const [cylinder, setCylinder] = useState(bench.engine.cylinders[0] as string);
  const { cylinders } = bench.engine;
  const several = cylinders.length > 1;
  return (
    <Screen
      title={several ? `Opened: cylinder ${cylinder}` : 'Opened'}
      under="Tap a part, say what you see. Good counts too."
      onBack={() => router.navigate(`/jobs/${bench.job.id}`)}
      action={
        <>
          <KeptBadge />
          <StepsButton jobId={bench.job.id} of="teardown" />
        </>
      }
    >
      {several ? (
        <Plate>
          <Choice
            label="Cylinder"
            options={cylinders.map((id) => ({ value: id, word: id }))}
            chosen={cylinder}
            onChoose={setCylinder}
          />
        </Plate>
      ) : null}
      <Parts key={cylinder} bench={bench} cylinder={cylinder} />
      {verdict.ok ? (
        <Said judgement={verdict.judgement} cylinder={cylinder} />
      ) : (
        <Plate hand>
          <Strong colour="rust">{`${verdict.error.field}: ${verdict.error.reason}.`}</Strong>
        </Plate>
      )}
      <Outcome key={`found-${cylinder}`} bench={bench} cylinder={cylinder} />
      <Button
        kind="ground"
        onPress={() => router.push(`/jobs/${bench.job.id}/notes?cylinder=${encodeURIComponent(cylinder)}`)}
      >
        Notes and photographs
      </Button>
    </Screen>
  );
}

/** Narrower than this the names have no room beside the drawing. */
const TOO_NARROW = 300;

/** The drawing, and the part that was tapped. What is changed corrects what was kept; both stay. */
function Parts({ bench, cylinder }: { bench: Bench; cylinder: string }) {
  const tell = useNotice();
  const { width } = useWindowDimensions();
  const parts = partsOf(bench.engine);
  const counting = countingReadings(bench.readings);
  const kept: Sizes = { ...sizesOf(counting.filter(isSize), cylinder), ...looksOf(counting.filter(isLook), cylinder) };
  const [draft, setDraft] = useDraft<Sizes>(`teardown.${bench.job.id}.${cylinder}`, {});
  const [chosen, setChosen] = useState<Inside>(() => nextPart(parts, parts[parts.length - 1] as Inside, kept));
  const [tried, setTried] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const typed: Sizes = { ...kept, ...draft };
  const measured = typedSizes(typed, cylinder);
  const looked = typedLooks(typed, cylinder, parts);
  const errors = { ...(measured.ok ? {} : measured.errors), ...(looked.ok ? {} : looked.errors) };
  const changed = Object.entries(draft).some(([field, value]) => value !== (kept[field] ?? ''));
  const next = nextPart(parts, chosen, typed);

  const keep = () => {
    setTried(true);
    if (!measured.ok || !looked.ok) {
      // The field that is wrong may be of a part that is not in sight.
      const wrong = Object.keys(errors).map(partOfField);
      if (wrong[0] !== undefined && !wrong.includes(chosen)) setChosen(wrong[0]);
      return;
    }
    void keepReadings(bench, recordedParts(bench, cylinder, measured.parts, looked.looks, Date.now())).then(() => {
      setDraft({});
      setTried(false);
      setChosen(next);
      tell({ text: `${capital(INSIDE_NAME[chosen])} kept` });
    });
  };
  const change = (field: string, value: string) => setDraft({ ...draft, [field]: value });
  const photos = countingNotes(bench.notes).filter(
    (note) => note.photoId !== undefined && note.part === chosen && note.cylinder === cylinder,
  );
  return (
    <>
      {width < TOO_NARROW ? (
        <Plate>
          <Choice<Inside>
            label="Part"
            options={parts.map((part) => ({ value: part, word: capital(INSIDE_NAME[part]) }))}
            chosen={chosen}
            onChoose={(part) => setChosen(part)}
          />
        </Plate>
      ) : (
        <Plate label="Parts">
          <PartsDrawing
            engine={bench.engine}
            parts={parts}
            seen={seenIn(typed, parts)}
            chosen={chosen}
            onChoose={setChosen}
          />
        </Plate>
      )}
      <PartPlate bench={bench} part={chosen} typed={typed} errors={tried ? errors : {}} onChange={change} />
      {trouble ? (
        <Plate hand>
          <View role="alert">
            <Strong colour="rust">{trouble}</Strong>
          </View>
        </Plate>
      ) : null}
      <View style={styles.keys}>
        <PhotoButton
          word="Photo"
          ground
          onTrouble={setTrouble}
          onTaken={(photo) =>
            void keepNote(bench, { about: 'part', part: chosen, cylinder, photo }).then(() =>
              tell({ text: `Photograph kept on the ${INSIDE_NAME[chosen]}` }),
            )
          }
        />
        <View style={styles.grow}>
          <Button kind="main" disabled={!changed} onPress={keep}>
            {next === chosen ? 'Save' : 'Save, next part'}
          </Button>
        </View>
      </View>
      {photos.map((note) => (
        <Plate key={note.id} label={`Photograph of the ${INSIDE_NAME[chosen]}`} style={styles.plate}>
          <Photo id={note.photoId as string} name={`Photograph of the ${INSIDE_NAME[chosen]}, cyl ${cylinder}`} />
          <Words colour="dim">{`${dayAndTime(note.madeAt)}${note.by ? `, ${note.by}` : ''}`}</Words>
          <Button
            icon="undo-variant"
            onPress={() => void takeBackNote(bench, note)}
            label={`Take back the photograph of ${dayAndTime(note.madeAt)}`}
          >
            Take back
          </Button>
        </Plate>
      ))}
    </>
  );
}

const seenIn = (typed: Sizes, parts: readonly Inside[]): Partial<Record<Inside, SeenInside>> =>
  Object.fromEntries(
    parts.flatMap((part) => {
      const seen = typed[lookField(part, 'seen')];
      return seen ? [[part, seen]] : [];
    }),
  );

function Said({ judgement, cylinder }: { judgement: Report; cylinder: string }) {
  const said = judgement.inspections.filter(
    (one) => one.cylinder === cylinder && OPEN_KINDS.has(one.test) && one.of !== 'opened',
  );
  if (said.length === 0) return null;
  return (
    <Plate label="Against the book" style={styles.plate}>
      <Label>Against the book</Label>
      {said.map(({ text, state }) => (
        <Words key={text} colour={state === 'low' ? 'rust' : 'ink'}>
          {text}
        </Words>
      ))}
    </Plate>
  );
}

/** What it was, held against what the figures said before anybody saw into it. */
function Outcome({ bench, cylinder }: { bench: Bench; cylinder: string }) {
  const shut = useMemo(
    () => ({ ...bench, outcomes: [], readings: bench.readings.filter(({ kind }) => !OPEN_KINDS.has(kind)) }),
    [bench],
  );
  const before = useVerdict(shut);
  return before.ok ? <OutcomePlate bench={bench} judgement={before.judgement} cylinder={cylinder} /> : null;
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  keys: { flexDirection: 'row', gap: 8, alignItems: 'stretch' },
  grow: { flexGrow: 1, flexShrink: 1 },
});
