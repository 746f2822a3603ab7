import { useRouter } from 'expo-router';
import { useEffect, useMemo, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { levelAskedOf } from '@rugged/contract/people';
import type { Level } from '@rugged/core/practice';
import { useDraft } from '@/data/draft';
import { useSignedIn } from '@/data/session';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { useColours } from '@/ui/theme';
import { Figure, Label, Strong, Words } from '@/ui/words';
import { bestOf, calibration, firstTimes, gatherResults, PASSED, resultsOf, skillsOf } from './results';
import { type Ask, useAsk } from './practice-worker';
import { LEVEL_ORDER, LEVEL_WORDS, SKILL_WORDS } from './words';

/** Engines to learn on: the one of the day, the levels, one that somebody named, and how it went so far. */
export function PracticeScreen() {
  const router = useRouter();
  const { person, shop, watched } = useSignedIn();
  const alone = watched ? levelAskedOf(person.role, shop.signsAlone) : undefined;
  const ask = useAsk();
  const [known, setKnown] = useState(() => resultsOf(person.id));
  useEffect(() => {
    let here = true;
    void gatherResults(person.id).then((all) => {
      if (here) setKnown(all);
    });
    return () => {
      here = false;
    };
  }, [person.id]);
  const results = useMemo(() => firstTimes(known), [known]);
  const waiting = known.filter(({ sent, refused }) => !sent && !refused).length;
  const best = bestOf(results);
  const [all, setAll] = useDraft<boolean>(`practice.all.${person.id}`, false);
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string>();
  const [today] = useState(() => new Date().toISOString().slice(0, 10));
  const isOpen = (level: Level): boolean => {
    const at = LEVEL_ORDER.indexOf(level);
    return all || at === 0 || (best.get(LEVEL_ORDER[at - 1] as Level) ?? 0) >= PASSED;
  };
  const next = useNextCases(ask, today, LEVEL_ORDER.filter(isOpen).slice(-MADE_BEFOREHAND).reverse());
  const open = async (task: { level?: Level; day?: string; said?: string }) => {
    try {
      const waits = next(task.level ?? task.day ?? '');
      const name = waits ?? (await ask({ ask: 'name', chance: Math.random(), ...task })).name;
      router.push(`/practice/${name}`);
    } catch (refused) {
      setWrong((refused as Error).message);
    }
  };
  const skills = skillsOf(results);
  const sure = calibration(results);
  return (
    <Screen title="Practice" under="Engines to learn on. Nothing here can break.">
      <Plate label="The one of the day" style={styles.plate}>
        <Label>The one of the day</Label>
        <Words>Short, and the same for everybody.</Words>
        <Button kind="main" onPress={() => void open({ day: today })}>
          Work it
        </Button>
      </Plate>
      <Plate label="Levels" style={styles.plate}>
        <Label>Levels</Label>
        {alone === undefined ? null : (
          <Strong>{`Once you passed level ${alone} you sign alone. Until then somebody signs beside you.`}</Strong>
        )}
        {LEVEL_ORDER.map((level, i) => {
          const { title, learns } = LEVEL_WORDS[level];
          const score = best.get(level);
          return (
            <View key={level} style={styles.level}>
              <View style={styles.grow}>
                <Strong>{`${i + 1}  ${title}`}</Strong>
                <Words colour="dim">{learns}</Words>
              </View>
              {score === undefined ? null : (
                <View accessibilityLabel={`best ${score}`}>
                  <Figure style={styles.score} colour={score >= PASSED ? 'moss' : 'ochre'}>
                    {String(score)}
                  </Figure>
                </View>
              )}
              {isOpen(level) ? (
                <Button onPress={() => void open({ level })} label={`Level ${i + 1}, ${title}: a new case`}>
                  New
                </Button>
              ) : (
                <Words colour="dim">{`after ${i}`}</Words>
              )}
            </View>
          );
        })}
        {all ? null : (
          <Button onPress={() => setAll(true)} label="Open all levels">
            Open all levels
          </Button>
        )}
      </Plate>
      <Plate label="Reading dials" style={styles.plate}>
        <Label>Reading dials</Label>
        <Words>Ten dials in units that are met, against the clock.</Words>
        <Button onPress={() => router.push('/practice/dials')}>Ten dials</Button>
      </Plate>
      <Plate label="One that somebody gave you" style={styles.plate}>
        <Label>One that somebody gave you</Label>
        <Field
          label="Its name"
          hint="7-dune-kite"
          value={typed}
          onChange={(text) => {
            setTyped(text);
            setWrong(undefined);
          }}
          {...(wrong === undefined ? {} : { error: wrong })}
        />
        <Button onPress={() => void open({ said: typed })} disabled={typed.trim() === ''}>
          Work this one
        </Button>
      </Plate>
      {results.length > 0 ? (
        <Plate label="How it goes" style={styles.plate}>
          <Label>{`How it goes: ${results.length} ${results.length === 1 ? 'case' : 'cases'}`}</Label>
          {skills.map(({ skill, mean, totals }) => (
            <View key={skill} style={styles.row}>
              <Words style={styles.grow}>{SKILL_WORDS[skill]}</Words>
              <Totals totals={totals} />
              <Figure style={styles.score}>{String(mean)}</Figure>
            </View>
          ))}
          {sure.map(({ said, right, times }) => (
            <Words key={said}>{`When you said ${said} in 100 it was so ${right} times in 100, of ${times}.`}</Words>
          ))}
          {waiting > 0 ? <Words colour="dim">{`${waiting} on this device only, until there is signal.`}</Words> : null}
        </Plate>
      ) : null}
    </Screen>
  );
}

/** The last cases that asked for a skill, one bar each, the latest at the right. */
function Totals({ totals }: { totals: readonly number[] }) {
  const c = useColours();
  return (
    <View
      role="img"
      aria-label={`The last ${totals.length}: ${totals.join(', ')}`}
      style={[styles.totals, { borderColor: c.line }]}
    >
      {totals.map((total, i) => (
        <View
          key={i}
          style={{
            width: BAR,
            height: Math.max(2, (TALLEST * total) / 100),
            backgroundColor: total >= PASSED ? c.moss : c.ochre,
          }}
        />
      ))}
    </View>
  );
}
/** px */
const BAR = 8;
const TALLEST = 26;

/** Of so many levels, the furthest that are open. */
const MADE_BEFOREHAND = 3;
/** The case of the day and one of the levels that come next, made while the list is read: they open at once. */
function useNextCases(ask: Ask, today: string, levels: readonly Level[]): (of: string) => string | undefined {
  const names = useRef(new Map<string, string>());
  const asked = levels.join(' ');
  useEffect(() => {
    let here = true;
    const made = names.current;
    const make = async () => {
      const tasks = [
        { key: today, day: today },
        ...asked.split(' ').map((level) => ({ key: level, level: level as Level })),
      ];
      // One after the other: what is tapped meanwhile waits for one of them at most.
      for (const { key, ...task } of tasks) {
        if (!here) return;
        if (made.has(key)) continue;
        const { name } = await ask({ ask: 'name', chance: Math.random(), ...task });
        await ask({ ask: 'ready', name });
        made.set(key, name);
      }
    };
    // What could not be made is asked for when it is opened, and says why.
    make().catch(() => undefined);
    return () => {
      here = false;
    };
  }, [ask, asked, today]);
  return (of) => names.current.get(of);
}

const styles = StyleSheet.create({
  plate: { gap: 8 },
  level: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: 56 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  grow: { flex: 1 },
  score: { fontSize: 20 },
  totals: { flexDirection: 'row', alignItems: 'flex-end', gap: 2, height: TALLEST + 2, borderBottomWidth: 2 },
});
