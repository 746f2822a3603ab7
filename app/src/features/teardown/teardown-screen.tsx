import type { Bench } from '@rugged/contract/bench';
import { capital, type Inside, INSIDE_NAME, OPEN_KINDS, type Report, type SeenInside } from '@rugged/core';
import { useRouter } from 'expo-router';
import { useEffect, useMemo, useRef, useState } from 'react';
import { StyleSheet, useWindowDimensions, View } from 'react-native';
import { useVerdict } from '@/data/jobs';
import { BenchGate } from '@/bench/bench-gate';
import { KeptBadge } from '@/bench/kept-badge';
import { PhotoButton } from '@/bench/notes/photo-button';
import { keepNote } from '@/bench/notes/use-notes';
import { StepsButton } from '@/bench/steps-button';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Columns } from '@/ui/columns';
import { useNotice } from '@/ui/notice';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { Label, Strong, Words } from '@/ui/words';
import { lookField } from './looks';
import { OutcomePlate } from './outcome-plate';
import { PartPhotos } from './part-photos';
import { PartPlate } from './part-plate';
import { PartsDrawing } from './parts-drawing';
import type { Sizes } from './sizes';
import { useParts } from './use-parts';

export const TeardownScreen = () => <BenchGate>{(bench) => <TeardownOf bench={bench} />}</BenchGate>;

function TeardownOf({ bench }: { bench: Bench }) {
  const [cylinder, setCylinder] = useState(bench.engine.cylinders[0] as string);
  return <Opened key={cylinder} bench={bench} cylinder={cylinder} onCylinder={setCylinder} />;
}

interface Props {
  bench: Bench;
  cylinder: string;
  onCylinder(id: string): void;
}

/** Narrower than this the names have no room beside the drawing. */
const TOO_NARROW = 300;

function Opened({ bench, cylinder, onCylinder }: Props) {
  const router = useRouter();
  const tell = useNotice();
  const verdict = useVerdict(bench);
  const { width } = useWindowDimensions();
  const { parts, chosen, choose, typed, errors, change, changed, isLast, keep } = useParts(bench, cylinder);
  const [trouble, setTrouble] = useState<string>();
  const { cylinders } = bench.engine;
  const several = cylinders.length > 1;
  const plate = useInSight(chosen);
  return (
    <Screen
      title={several ? `Opened: cylinder ${cylinder}` : 'Opened'}
      under="Tap a part, say how it looks"
      onBack={() => router.navigate(`/jobs/${bench.job.id}`)}
      action={
        <>
          <KeptBadge />
          <StepsButton jobId={bench.job.id} of="teardown" />
        </>
      }
      foot={
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
              {isLast ? 'Save' : 'Save, next part'}
            </Button>
          </View>
        </View>
      }
      wide
    >
      <Columns>
        <>
          {several ? (
            <Plate>
              <Choice
                label="Cylinder"
                options={cylinders.map((id) => ({ value: id, word: id }))}
                chosen={cylinder}
                onChoose={onCylinder}
              />
            </Plate>
          ) : null}
          <Plate label="Parts">
            {width < TOO_NARROW ? (
              <Choice<Inside>
                label="Part"
                options={parts.map((part) => ({ value: part, word: capital(INSIDE_NAME[part]) }))}
                chosen={chosen}
                onChoose={choose}
              />
            ) : (
              <PartsDrawing
                engine={bench.engine}
                parts={parts}
                seen={seenIn(typed, parts)}
                chosen={chosen}
                onChoose={choose}
              />
            )}
          </Plate>
        </>
        <>
          <View ref={plate}>
            <PartPlate bench={bench} part={chosen} typed={typed} errors={errors} onChange={change} />
          </View>
          {trouble ? (
            <Plate hand>
              <View role="alert">
                <Strong colour="rust">{trouble}</Strong>
              </View>
            </Plate>
          ) : null}
          <PartPhotos bench={bench} part={chosen} cylinder={cylinder} />
        </>
        <>
          {verdict.ok ? (
            <Said judgement={verdict.judgement} cylinder={cylinder} />
          ) : (
            <Plate hand>
              <Strong colour="rust">{`${verdict.error.field}: ${verdict.error.reason}.`}</Strong>
            </Plate>
          )}
          <Outcome bench={bench} cylinder={cylinder} />
          <Button
            kind="ground"
            onPress={() => router.push(`/jobs/${bench.job.id}/notes?cylinder=${encodeURIComponent(cylinder)}`)}
          >
            Notes and photographs
          </Button>
        </>
      </Columns>
    </Screen>
  );
}

/** Over so much of the screen, what belongs to a choice is read from its top. */
const TALL = 0.5;

/**
 * Brings what belongs to a choice into sight once it was made, and not before: with as much of what stands above it as
 * there is room for.
 */
function useInSight(choice: string) {
  const view = useRef<View>(null);
  const before = useRef(choice);
  useEffect(() => {
    if (before.current === choice) return;
    before.current = choice;
    const element = view.current as unknown as HTMLElement | null;
    if (!element?.scrollIntoView) return;
    const tall = element.offsetHeight > TALL * window.innerHeight;
    element.scrollIntoView({ block: tall ? 'start' : 'end', behavior: 'smooth' });
  }, [choice]);
  return view;
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
    <Plate label="Against the book" style={styles.gap}>
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
  const shut = useMemo(() => {
    const readings = bench.readings.filter(({ kind }) => !OPEN_KINDS.has(kind));
    // Nothing seen yet: it was judged already.
    const unseen = readings.length === bench.readings.length && bench.outcomes.length === 0;
    return unseen ? bench : { ...bench, outcomes: [], readings };
  }, [bench]);
  const before = useVerdict(shut);
  return before.ok ? <OutcomePlate bench={bench} judgement={before.judgement} cylinder={cylinder} /> : null;
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  keys: { flexDirection: 'row', gap: 8, alignItems: 'stretch' },
  grow: { flexGrow: 1, flexShrink: 1 },
});
