import { StyleSheet, View } from 'react-native';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Strong, Words } from '@/ui/words';
import type { PracticeCase, Worked } from './use-practice';

/** How the engine stands on the bench, and what hands can do about it. */
export function GetReady({ of, worked }: { of: PracticeCase; worked: Worked }) {
  const { hands } = worked.work;
  const { engine } = worked.of.job;
  const sparked = engine.fuel === 'petrol';
  const rows = [
    ...(sparked
      ? [
          {
            name: 'Throttle',
            stands: hands.throttle === 'open' ? 'held open' : 'shut',
            act: hands.throttle === 'open' ? undefined : ({ do: 'throttle', to: 'open' } as const),
            word: 'Open it',
          },
        ]
      : []),
    {
      name: sparked ? 'Plugs' : 'Injectors',
      stands: hands.plugs === 'out' ? 'out' : 'in',
      act: hands.plugs === 'out' ? undefined : ({ do: 'plugs', to: 'out' } as const),
      word: 'Take them out',
    },
    {
      ...(sparked
        ? { name: 'Leads', stands: hands.earthed ? 'on earth' : 'loose, ignition live', word: 'Put on earth' }
        : {
            name: 'Stop',
            stands: hands.earthed ? 'held: no fuel comes' : 'free: the pump gives fuel',
            word: 'Hold it',
          }),
      act: hands.earthed ? undefined : ({ do: 'earth' } as const),
    },
    {
      name: 'Engine',
      stands: hands.warm ? 'warm' : 'cold',
      act: hands.warm || engine.runs === false ? undefined : ({ do: 'warm' } as const),
      word: 'Run it warm',
    },
  ];
  return (
    <Plate label="How it stands" style={styles.plate}>
      {rows.map(({ name, stands, act, word }) => (
        <View key={name} style={styles.row}>
          <View style={styles.words}>
            <Strong>{name}</Strong>
            <Words colour="dim">{stands}</Words>
          </View>
          {act ? (
            <Button onPress={() => void of.perform(act)} disabled={of.busy} label={`${name}: ${word}`}>
              {word}
            </Button>
          ) : null}
        </View>
      ))}
      {engine.runs === false && !hands.warm ? <Words colour="dim">It does not run: it is tested cold.</Words> : null}
    </Plate>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 6 },
  row: { flexDirection: 'row', alignItems: 'center', minHeight: 52, gap: 10 },
  words: { flex: 1 },
});
