import { capital, CAUSE_NAME, type Report, type ToldCause } from '@rugged/core';
import type { Bench } from '@rugged/contract';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { Plate } from '@/ui/plate';
import { StateMark } from '@/ui/state-mark';
import { useColours } from '@/ui/theme';
import { TOUCH } from '@/ui/tokens';
import { Figure, Label, Strong, Title, Words } from '@/ui/words';
import { shownStates } from '../shown-state';
import { byCylinder, caseFaults, type CylinderOdds, isFine, testFaults } from './by-cylinder';
import { EvidenceOf, Opinions } from './evidence-of';
import { causeTitle, oddsText } from './shown-causes';

/** Less than this is told in a word, not in the bar. */
const NAMED = 0.05;
/** A share this wide has room for its figure. */
const ROOM_FOR_FIGURE = 0.14;

/** What it may be, by cylinder, the worst first; those that are sound share a line. */
export function MayBe({ bench, judgement }: { bench: Bench; judgement: Report }) {
  const all = byCylinder(judgement);
  const theCase = caseFaults(judgement).filter(({ probability }) => probability >= NAMED);
  if (all.length === 0 && theCase.length === 0) return null;
  const { overruled } = shownStates(bench, undefined);
  // What a mechanic overruled is told by itself, however sure the figures are.
  const isPlain = (one: CylinderOdds) => isFine(one) && !overruled.has(one.cylinder.id);
  const doubtful = all.filter((one) => !isPlain(one));
  const fine = all.filter(isPlain).sort((a, b) => place(judgement, a) - place(judgement, b));
  const faults = testFaults(judgement);
  const blamed = all[0]?.test ?? 0;
  return (
    <View role="region" aria-label="What it may be" style={styles.all}>
      {blamed > 0.5 ? <TheTest faults={faults} blamed={blamed} /> : null}
      {doubtful.map((one) => (
        <OneCylinder key={one.cylinder.id} bench={bench} one={one} />
      ))}
      {blamed >= NAMED && blamed <= 0.5 ? <TheTest faults={faults} blamed={blamed} /> : null}
      {theCase.map((cause) => (
        <Plate key={`${cause.cause} ${cause.cylinder ?? ''}`} style={styles.fine}>
          <Strong>{causeTitle(cause)}</Strong>
          <Words colour="dim">{oddsText(cause.probability)}</Words>
        </Plate>
      ))}
      {fine.length > 0 ? (
        <Plate style={styles.fine}>
          <Strong>{fine.length === 1 ? `Cylinder ${fine[0]?.cylinder.id}` : `Cylinders ${names(fine)}`}</Strong>
          <Words colour="dim" style={styles.right}>
            {`sound, ${fine.map(({ sound }) => oddsText(sound)).join(', ')}`}
          </Words>
        </Plate>
      ) : null}
      <Opinions bench={bench} />
    </View>
  );
}

const place = ({ cylinders }: Report, { cylinder }: CylinderOdds) => cylinders.indexOf(cylinder);

const names = (some: readonly CylinderOdds[]) => {
  const ids = some.map(({ cylinder }) => cylinder.id);
  return ids.length < 2 ? ids.join('') : `${ids.slice(0, -1).join(', ')} and ${ids.at(-1)}`;
};

const nameOf = ({ cause, which, with: other, cylinder }: ToldCause): string =>
  capital(other === undefined ? CAUSE_NAME[which ?? cause] : `gasket ${cylinder} to ${other}`);

/** The test itself: what is wrong with it explains every cylinder at once. */
function TheTest({ faults, blamed }: { faults: readonly ToldCause[]; blamed: number }) {
  const [open, setOpen] = useState(false);
  const [first, ...others] = faults.filter(({ probability }) => probability >= NAMED);
  return (
    <Plate style={styles.plate} label="The test itself">
      <View style={styles.head}>
        <Title style={styles.title}>The test itself</Title>
        <Words colour="dim">{oddsText(blamed)}</Words>
      </View>
      <TouchableRipple role="button" aria-expanded={open} onPress={() => setOpen(!open)} style={styles.tap}>
        <View>
          <Words>
            {first ? (
              <Strong>{`${nameOf(first)} ${oddsText(first.probability)}. `}</Strong>
            ) : (
              'Several things, none likely by itself. '
            )}
            {first?.text}
          </Words>
          <Words colour="dim" style={styles.small}>
            {others.map((cause) => `${nameOf(cause)} ${oddsText(cause.probability)} · `).join('')}
            <Words style={styles.link}>{open ? 'less' : 'why'}</Words>
          </Words>
        </View>
      </TouchableRipple>
      {open && first ? <EvidenceOf cause={first} /> : null}
    </Plate>
  );
}

function OneCylinder({ bench, one }: { bench: Bench; one: CylinderOdds }) {
  const [open, setOpen] = useState(false);
  const { cylinder, faults, sound, test } = one;
  const [first, second, ...others] = faults;
  const state = shownStates(bench, undefined).overruled.get(cylinder.id)?.state ?? cylinder.state;
  const likelySound = first === undefined || sound > first.probability;
  const testBlamed = test > Math.max(sound, first?.probability ?? 0);
  const next = likelySound || testBlamed ? first : second;
  const rest = [...(likelySound || testBlamed ? [second] : []), ...others].filter(
    (cause): cause is ToldCause => cause !== undefined && cause.probability >= NAMED,
  );
  const why = (cause: ToldCause) => cause.evidence.find(({ weight }) => weight > 0)?.text;
  return (
    <Plate style={styles.plate}>
      <View style={styles.head}>
        <Title style={styles.title}>{`Cylinder ${cylinder.id}`}</Title>
        <StateMark state={state} size={17} />
      </View>
      <Bar one={one} />
      <TouchableRipple role="button" aria-expanded={open} onPress={() => setOpen(!open)} style={styles.tap}>
        <View>
          {testBlamed ? (
            <Words>
              <Strong>The test, before the cylinder. </Strong>
              {cylinder.reasons[0]?.text}
            </Words>
          ) : likelySound ? (
            <Words>
              <Strong>{cylinder.state === 'sound' ? 'Sound. ' : 'Probably sound. '}</Strong>
              {cylinder.reasons[0]?.text}
            </Words>
          ) : (
            <Words>
              <Strong>{`${nameOf(first)}. `}</Strong>
              {why(first) ? `${why(first)}.` : first.text}
            </Words>
          )}
          {next && next.probability >= NAMED ? (
            <Words>
              <Strong colour="slate">{`${nameOf(next)}. `}</Strong>
              {oddsText(next.probability)}
            </Words>
          ) : null}
          <Words colour="dim" style={styles.small}>
            {[
              ...rest.map((cause) => `${nameOf(cause)} ${oddsText(cause.probability)}`),
              ...(likelySound && !testBlamed ? [] : [`sound ${oddsText(sound)}`]),
              ...(test >= NAMED ? [`the test ${oddsText(test)}`] : []),
            ]
              .map((text) => `${text} · `)
              .join('')}
            <Words style={styles.link}>{open ? 'less' : 'why'}</Words>
          </Words>
        </View>
      </TouchableRipple>
      {open ? (
        <View style={styles.opened}>
          <Label>Against its limits</Label>
          {cylinder.reasons.map(({ rule, text }, i) => (
            <Words key={`${rule}${i}`}>{text}</Words>
          ))}
          {first ? (
            <>
              <Label>{`Why ${nameOf(first).toLowerCase()}`}</Label>
              <EvidenceOf cause={first} />
            </>
          ) : null}
        </View>
      ) : null}
    </Plate>
  );
}

/** All that it may be as one bar of one: the likeliest dark, sound pale. */
function Bar({ one: { cylinder, faults, sound, test } }: { one: CylinderOdds }) {
  const c = useColours();
  const fills = [c.ink, c.slate, c.dim];
  const named = faults.filter(({ probability }) => probability >= NAMED);
  const rest = Math.max(0, 1 - sound - test - named.reduce((sum, { probability }) => sum + probability, 0));
  const parts = [
    ...named.map((cause, i) => ({
      key: nameOf(cause),
      share: cause.probability,
      fill: fills[i] ?? c.dim,
      ink: c.plate,
    })),
    { key: 'the test', share: test, fill: c.plate, ink: c.ink },
    { key: 'others', share: rest, fill: c.plate, ink: c.ink },
    { key: 'sound', share: sound, fill: c.plateSunk, ink: c.ink },
  ]
    .filter(({ share }) => share > 0)
    .sort((a, b) => (b.share > a.share && b.key === 'sound' ? 1 : a.key === 'sound' && a.share > b.share ? -1 : 0));
  const words = parts.map(({ key, share }) => `${key} ${oddsText(share)}`).join(', ');
  return (
    <View role="img" aria-label={`Cylinder ${cylinder.id}: ${words}`} style={[styles.bar, { borderColor: c.line }]}>
      {parts.map(({ key, share, fill, ink }) => (
        <View key={key} style={[styles.part, { flexGrow: share, backgroundColor: fill, borderColor: c.line }]}>
          {share >= ROOM_FOR_FIGURE ? (
            <Figure style={[styles.figure, { color: ink }]}>{String(Math.round(100 * Math.min(0.99, share)))}</Figure>
          ) : null}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 10 },
  plate: { gap: 6, paddingVertical: 8 },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center' },
  title: { fontSize: 20 },
  bar: { flexDirection: 'row', height: 26, borderWidth: 2 },
  part: { flexShrink: 1, flexBasis: 0, alignItems: 'center', justifyContent: 'center', borderRightWidth: 1 },
  figure: { fontSize: 13 },
  tap: { minHeight: TOUCH.least, justifyContent: 'center' },
  small: { fontSize: 15 },
  link: { fontSize: 15, textDecorationLine: 'underline' },
  opened: { gap: 4 },
  fine: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    gap: 10,
    alignItems: 'center',
    minHeight: TOUCH.least,
  },
  right: { flexShrink: 1, textAlign: 'right' },
});
