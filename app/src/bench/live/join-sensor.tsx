import type { LiveKind } from '@rugged/contract/live';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { NoSignal, request } from '@/data/api';
import { Button } from '@/ui/button';
import { Figure, Strong, Words } from '@/ui/words';
import { join, leave, useJoined } from './joined';
import { canPlug, Plugged } from './plugged';

/** `482 917`, as it is read out. */
const spoken = (code: string) => `${code.slice(0, 3)} ${code.slice(3)}`;

/** A sensor of one's own instead of a hand gauge: by a code over the network, or a board on a cable. */
export function JoinSensor({ kind, onJoined }: { kind: LiveKind; onJoined(): void }) {
  const joined = useJoined(kind);
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const doing = async (work: () => Promise<void>) => {
    setBusy(true);
    setTrouble(undefined);
    try {
      await work();
      onJoined();
    } catch (error) {
      // Nobody chose a board: nothing is wrong.
      if ((error as Error).name !== 'NotFoundError')
        setTrouble(error instanceof NoSignal ? 'Pairing needs signal.' : `${(error as Error).message}.`);
    } finally {
      setBusy(false);
    }
  };
  const pair = () =>
    doing(async () => {
      const { id, code } = await request<{ id: string; code: string }>('POST', '/sensors', { kind });
      join(kind, { way: 'paired', id, code });
    });
  const plug = () => doing(async () => join(kind, { way: 'plugged', board: await Plugged.ask() }));
  if (joined)
    return (
      <View style={styles.group}>
        {joined.way === 'paired' ? (
          <>
            <Words>
              <Strong>Pairing code </Strong>
              <Figure style={styles.code}>{spoken(joined.code)}</Figure>
            </Words>
            <Words colour="dim">
              {`The sensor sends to ${location.host} under this code. It is good for four hours, for this test only.`}
            </Words>
          </>
        ) : (
          <Words>A board on a cable is read.</Words>
        )}
        <Button onPress={() => leave(kind)}>Leave the sensor</Button>
      </View>
    );
  return (
    <View style={styles.group}>
      <View style={styles.row}>
        <Button busy={busy} onPress={() => void pair()}>
          Join a sensor
        </Button>
        {canPlug() ? (
          <Button busy={busy} onPress={() => void plug()}>
            Board on a cable
          </Button>
        ) : null}
      </View>
      {trouble ? <Words colour="rust">{trouble}</Words> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  group: { gap: 6 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  code: { fontSize: 24 },
});
