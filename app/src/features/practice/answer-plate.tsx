import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Finding } from '@rugged/core/practice';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Plate } from '@/ui/plate';
import { Range } from '@/ui/range';
import { Figure, Label, Strong, Words } from '@/ui/words';
import { OwnerPlate } from './owner-plate';
import type { Thinking } from './thought';
import type { Worked } from './use-practice';
import { FINDING_WORDS, placeWords } from './words';

/** How sure somebody is at first; less than even is a guess for something else. */
const SURE_AT_FIRST = 0.8;
const LEAST_SURE = 0.5;

/** Fault, place, how sure, and what to do about it. */
export function AnswerPlate({ worked, thought, bill, onThink }: Thinking) {
  const { asks } = worked.of.rule;
  const { money } = worked.of;
  const say = (place: string, finding: Finding, p: number) =>
    onThink({ ...thought, said: { ...thought.said, [place]: { finding, p } } });
  const jobs =
    money.price === undefined
      ? worked.options.map(({ name, bill }) => ({
          value: name,
          word: bill >= 1 ? `${name}, about ${Math.round(bill)}` : name,
        }))
      : [
          { value: 'buy', word: `Buy it for ${money.price}` },
          { value: 'walk-away', word: 'Walk away' },
        ];
  const [at, setAt] = useState(worked.places[0]?.place ?? '');
  const here = worked.places.find(({ place }) => place === at) ?? worked.places[0];
  const all = () =>
    onThink({
      ...thought,
      said: Object.fromEntries(worked.places.map(({ place }) => [place, { finding: 'sound', p: SURE_AT_FIRST }])),
    });
  const several = worked.places.length > 1;
  return (
    <>
      <Plate label="What it is" style={styles.plate}>
        {several ? (
          <Choice
            label="Where"
            options={worked.places.map(({ place }) => ({ value: place, word: placeWords(place) }))}
            chosen={at}
            onChoose={setAt}
          />
        ) : null}
        {here ? <Saying asks={asks} here={here} said={thought.said[here.place]} onSay={say} /> : null}
        {several && Object.keys(thought.said).length === 0 ? (
          <Button onPress={all}>Nothing is wrong anywhere</Button>
        ) : null}
        {several
          ? Object.entries(thought.said).map(([place, { finding, p }]) => (
              <Words key={place} colour="dim">
                {`${placeWords(place)}: ${wordOf(asks, finding).toLowerCase()}, ${Math.round(100 * p)} in 100`}
              </Words>
            ))
          : null}
        {several ? <Words colour="dim">Of what you do not name you say that it is as it should be.</Words> : null}
      </Plate>
      {asks === 'job' ? (
        <Plate label="What to do" style={styles.plate}>
          <Strong>What is to be done</Strong>
          <Words colour="dim">
            {`Running it is worth ${money.valueRunning}, as it stands ${money.valueAsIs}. `}
            {`An hour costs ${money.labourRatePerHour}.`}
          </Words>
          <View style={styles.jobs}>
            {jobs.map(({ value, word }) => (
              <Button
                key={value}
                kind={thought.job === value ? 'chosen' : 'plain'}
                pressed={thought.job === value}
                onPress={() => onThink({ ...thought, job: value })}
              >
                {word}
              </Button>
            ))}
          </View>
        </Plate>
      ) : null}
      {asks === 'job' && thought.job !== undefined ? (
        <OwnerPlate worked={worked} thought={thought} bill={bill} onThink={onThink} />
      ) : null}
    </>
  );
}

type Asks = Worked['of']['rule']['asks'];
/** Where only the place is asked for, bad is bad. */
const wordOf = (asks: Asks, finding: Finding): string =>
  asks === 'cause' || asks === 'job'
    ? FINDING_WORDS[finding]
    : finding !== 'sound'
      ? 'It is low'
      : asks === 'state'
        ? 'It passes'
        : 'As it should be';

/** One place: what it has, and how sure that is. */
function Saying({
  asks,
  here: { place, findings },
  said,
  onSay,
}: {
  asks: Asks;
  here: Worked['places'][number];
  said: { finding: Finding; p: number } | undefined;
  onSay(place: string, finding: Finding, p: number): void;
}) {
  const short = asks === 'state' || asks === 'place';
  const bad = findings.find((one) => one !== 'sound') ?? 'sound';
  const offered: readonly Finding[] = short ? ['sound', bad] : findings;
  return (
    <>
      <Choice
        label={placeWords(place)}
        hideLabel
        options={offered.map((finding) => ({ value: finding, word: wordOf(asks, finding) }))}
        chosen={said?.finding}
        onChoose={(finding) => onSay(place, finding, said?.p ?? SURE_AT_FIRST)}
      />
      {said ? (
        <View>
          <View style={styles.row}>
            <Label style={styles.grow}>How sure</Label>
            <Words>
              <Figure>{String(Math.round(100 * said.p))}</Figure>
              {' in 100'}
            </Words>
          </View>
          <Range
            label={`How sure, ${placeWords(place)}`}
            value={Math.round(100 * said.p)}
            from={100 * LEAST_SURE}
            to={99}
            step={1}
            says={`${Math.round(100 * said.p)} in 100`}
            onChange={(next) => onSay(place, said.finding, next / 100)}
          />
        </View>
      ) : null}
    </>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  row: { flexDirection: 'row', alignItems: 'center' },
  grow: { flex: 1 },
  jobs: { gap: 6 },
});
