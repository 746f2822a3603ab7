import { StyleSheet, View } from 'react-native';
import { type Fuel, parts } from '@rugged/core';
import type { Told } from '@rugged/core/practice';
import { CutThrough, cutOf, type Place } from '@/bench/cut-through';
import { Columns } from '@/ui/columns';
import { Plate } from '@/ui/plate';
import { Folded } from '@/ui/folded';
import { useColours } from '@/ui/theme';
import { Figure, Label, Strong, Title, Words } from '@/ui/words';
import type { PracticeAnswers } from '@/workers/practice.worker';
import type { Worked } from './use-practice';
import {
  actWords,
  CARELESS_WORDS,
  DANGER_WORDS,
  FINDING_WORDS,
  placeWords,
  TESTING_WORDS,
  TOLD_WORDS,
  TROUBLE_WORDS,
} from './words';
import { whyWords } from './why-words';

type Marked = PracticeAnswers['mark'];
const MARK_WORDS = {
  cause: 'What it is, and how sure',
  job: 'What to do',
  owner: 'What is told',
  time: 'Minutes and money',
  safety: 'Safety',
  care: 'Readings taken well',
} as const;

/** The engine opened: the marks, what was in there, and why everything read as it did. */
export function OpenedPlates({ worked, marked }: { worked: Worked; marked: Marked }) {
  const { marks, opened } = marked;
  const findingAt = (cylinder: string) => opened.places.find(({ place }) => place === cylinder)?.finding ?? 'sound';
  const wrong = opened.places.filter(({ finding }) => finding !== 'sound');
  return (
    <Columns>
      <>
        <Plate label="Marks" style={styles.plate}>
          <View style={styles.row}>
            <Title style={styles.grow}>{marks.right ? 'You had it.' : 'That was not it.'}</Title>
            <Words>
              <Figure style={styles.total}>{String(marks.total)}</Figure>
              {' of 100'}
            </Words>
          </View>
          {(Object.keys(MARK_WORDS) as (keyof typeof MARK_WORDS)[])
            .filter((name) => marks[name].of > 0)
            .map((name) => (
              <Bar key={name} name={MARK_WORDS[name]} got={marks[name].got} of={marks[name].of} />
            ))}
          {marks.hints > 0 ? <Words colour="dim">{`${marks.hints} hints, 4 points each`}</Words> : null}
        </Plate>
        <Plate label="What it was" style={styles.plate}>
          <Label>Opened</Label>
          {wrong.length === 0 ? <Strong>Nothing was wrong with the engine.</Strong> : null}
          {wrong.map(({ place, finding, with: other }) => (
            <View key={place}>
              <Strong>{`${placeWords(place)}: ${FINDING_WORDS[finding].toLowerCase()}`}</Strong>
              {other === undefined ? null : <Words colour="dim">{`The other side is cyl ${other}.`}</Words>}
            </View>
          ))}
          {opened.trouble ? (
            <Words>{`${TROUBLE_WORDS[opened.trouble]}${opened.mended ? ' You found it.' : ' Nobody asked.'}`}</Words>
          ) : null}
          <Drawing worked={worked} marked={marked} />
        </Plate>
      </>
      <>
        {marks.dangers.length > 0 ? (
          <Plate hand label="Unsafe" style={styles.plate}>
            <Strong>What could have hurt somebody</Strong>
            {[...new Set(marks.dangers)].map((danger) => (
              <View key={danger}>
                <Strong>
                  {DANGER_WORDS[danger].what + times(marks.dangers.filter((one) => one === danger).length)}
                </Strong>
                <Words>{DANGER_WORDS[danger].so}</Words>
              </View>
            ))}
          </Plate>
        ) : null}
        {marks.careless.length > 0 ? (
          <Plate label="Taken carelessly" style={styles.plate}>
            <Label>Taken carelessly</Label>
            {marks.careless.map(({ what, times: often }) => (
              <Words key={what}>{`${CARELESS_WORDS[what]}${times(often)}`}</Words>
            ))}
          </Plate>
        ) : null}
        {worked.of.rule.asks === 'job' ? (
          <Plate label="What to do" style={styles.plate}>
            <Label>What to do about it</Label>
            <Strong>{jobWords(marks.bestJob)}</Strong>
            {marks.lost > 1 ? (
              <Words>{`What you chose leaves ${Math.round(marks.lost)} less.`}</Words>
            ) : (
              <Words colour="dim">Nothing leaves more.</Words>
            )}
            {(Object.keys(TOLD_WORDS) as Told[])
              .filter((one) => marks.told[one] === false)
              .map((one) => (
                <Words key={one}>{TOLD_WORDS[one]}</Words>
              ))}
            {marks.told.untested === false ? (
              <Words colour="dim">
                {opened.untested.length === 0
                  ? 'Nothing was left out.'
                  : `Left out: ${opened.untested.map((one) => TESTING_WORDS[one].toLowerCase()).join(', ')}.`}
              </Words>
            ) : null}
          </Plate>
        ) : null}
        <Folded
          title="Why each reading read so"
          word={opened.readings.length === 1 ? '1 reading' : `${opened.readings.length} readings`}
        >
          <Plate label="Readings" style={styles.plate}>
            {opened.readings.length === 0 ? <Words colour="dim">Nothing was read.</Words> : null}
            {opened.readings.map((why, i) => (
              <View key={i}>
                {whyWords(why, findingAt).map((line, l) =>
                  l === 0 ? (
                    <Strong key={l}>{line}</Strong>
                  ) : (
                    <Words key={l} {...(l === 1 ? { colour: 'dim' as const } : {})}>
                      {line}
                    </Words>
                  ),
                )}
              </View>
            ))}
          </Plate>
        </Folded>
        <Folded title="How it could have gone" word={`${Math.round(marks.plan.minutes)} min`}>
          <Plate label="The shortest way" style={styles.plate}>
            <Words>{shortly(marked.plan, worked.of.job.engine.fuel)}</Words>
          </Plate>
        </Folded>
      </>
    </Columns>
  );
}

/** Each thing once, with how often; an ear goes everywhere while there is air. */
function shortly(plan: Marked['plan'], fuel: Fuel): string {
  const words = plan.flatMap((act) =>
    act.do === 'listen'
      ? []
      : [act.do === 'air' ? `${actWords(act, fuel)}, an ear at every place` : actWords(act, fuel)],
  );
  return [...new Set(words)].map((word) => word + times(words.filter((one) => one === word).length)).join(' · ');
}

const times = (often: number) => (often > 1 ? `, ${often} times` : '');
const jobWords = (name: string) => (name === 'buy' ? 'Buy it' : name === 'walk-away' ? 'Walk away' : name);

/** The cylinder cut through, with the place where its air goes. */
function Drawing({ worked, marked }: { worked: Worked; marked: Marked }) {
  const { engine } = worked.of.job;
  const spots = marked.opened.places.flatMap(({ airAt, with: other }): Place[] =>
    airAt === undefined
      ? []
      : [
          airAt === 'neighbour' && other !== undefined
            ? { key: `neighbour ${other}`, at: airAt, cylinder: other }
            : { key: airAt, at: airAt },
        ],
  );
  const places = [...new Map(spots.map((spot) => [spot.key, spot])).values()];
  if (places.length === 0) return null;
  return (
    <CutThrough
      kind={cutOf(engine)}
      liquid={parts(engine).coolant}
      places={places}
      heard={Object.fromEntries(places.map(({ key }) => [key, 3]))}
      chosen={undefined}
      onChoose={() => undefined}
      height={260}
    />
  );
}

function Bar({ name, got, of }: { name: string; got: number; of: number }) {
  const c = useColours();
  const share = Math.max(0, got / of);
  return (
    <View>
      <View style={styles.row}>
        <Words style={styles.grow}>{name}</Words>
        <Words colour={got < 0 ? 'rust' : 'ink'}>
          <Figure colour={got < 0 ? 'rust' : 'ink'}>{String(Math.round(got))}</Figure>
          {` of ${of}`}
        </Words>
      </View>
      <View style={[styles.track, { backgroundColor: c.plateSunk }]}>
        <View style={{ width: `${100 * share}%`, height: 8, backgroundColor: share > 0.6 ? c.moss : c.ochre }} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', alignItems: 'center' },
  grow: { flex: 1 },
  total: { fontSize: 30 },
  track: { height: 8, borderRadius: 4, overflow: 'hidden' },
});
