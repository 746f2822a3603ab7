import type { Bench } from '@rugged/contract';
import { joinedSensor, simulatedSensor } from '@rugged/contract/live';
import { tellUnsuited, type Tester, type TesterKind, UNIT_SIGN } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { asTester, useTesters } from '@/data/testers';
import { useSignedIn } from '@/data/session';
import { JoinSensor } from '@/bench/live/join-sensor';
import { leave } from '@/bench/live/joined';
import { Button } from '@/ui/button';
import { Label, Strong, Words } from '@/ui/words';
import { unsuitedFor } from './unsuited';

interface Props {
  bench: Bench;
  kind: TesterKind;
  chosen: (Tester & { orificeMm?: number }) | undefined;
  onChoose(tester: Tester & { orificeMm?: number }): void;
}

/** Which tester is in the hand. What speaks against one for this engine is said before it is used. */
export function TesterChoice({ bench, kind, chosen, onChoose }: Props) {
  const {
    shop: { unit },
  } = useSignedIn();
  const testers = useTesters(kind);
  const against = testers.find(({ name }) => name === chosen?.name);
  // Whoever takes another tester has put the sensor down.
  const choose: Props['onChoose'] = (tester) => {
    leave(kind);
    onChoose(tester);
  };
  const said = against ? unsuitedFor(bench, against) : [];
  return (
    <View role="group" aria-label="Tester" style={styles.group}>
      <Label>Tester</Label>
      {testers.map((record) => {
        const here = record.name === chosen?.name;
        return (
          <Button
            key={record.id}
            kind={here ? 'chosen' : 'plain'}
            pressed={here}
            onPress={() => choose(asTester(record))}
          >{`${record.name}${scaleWords(record.tester)}`}</Button>
        );
      })}
      {bench.engine.simulated ? (
        <Button
          icon="chart-line"
          kind={chosen?.simulated ? 'chosen' : 'plain'}
          pressed={chosen?.simulated === true}
          onPress={() => choose({ ...simulatedSensor(bench.engine.fuel), ...SENSOR[kind] })}
        >
          Simulated sensor, live
        </Button>
      ) : null}
      {chosen?.simulated ? (
        <Words colour="dim">
          A virtual engine with a hidden fault stands behind this demo engine. What it reads is marked as simulated.
        </Words>
      ) : null}
      <JoinSensor kind={kind} onJoined={() => onChoose({ ...joinedSensor(bench.engine.fuel), ...SENSOR[kind] })} />
      {said.map((one) => (
        <Words key={one.unsuited}>
          <Strong colour={one.severity === 'stop' ? 'rust' : 'ink'}>
            {one.severity === 'stop' ? 'Not this one. ' : 'Mind: '}
          </Strong>
          {tellUnsuited(one, unit)}
        </Words>
      ))}
    </View>
  );
}

/** What of a sensor is not as on the plug hole. */
const SENSOR: Readonly<Record<TesterKind, Tester & { orificeMm?: number }>> = {
  compression: {},
  leakdown: { fullScale: 100, orificeMm: 1 },
  crankcase: { fullScale: 15, division: 0.02 },
};

const scaleWords = ({ fullScale, unit }: Tester) =>
  fullScale === undefined ? '' : `, ${fullScale} ${UNIT_SIGN[unit ?? 'psi']}`;

const styles = StyleSheet.create({ group: { gap: 6 } });
