import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { HoldCurve } from '@/bench/hold-curve';
import { Button } from '@/ui/button';
import { Plate } from '@/ui/plate';
import { Figure, Label, Words } from '@/ui/words';
import type { PracticeCase, Worked } from './use-practice';

const WATCHED_SECONDS = 180;
/** Three minutes are watched in so many seconds. */
const SHOWN_IN = 6;

/** The crankcase shut off at its pressure, and three minutes of watching. */
export function CaseBay({ of, worked }: { of: PracticeCase; worked: Worked }) {
  const last = worked.work.cases.at(-1);
  const [seconds, setSeconds] = useState(last ? WATCHED_SECONDS : 0);
  const running = seconds < WATCHED_SECONDS && last !== undefined;
  useEffect(() => {
    if (!running) return undefined;
    const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
    const every = setInterval(
      () =>
        setSeconds((now) => Math.min(WATCHED_SECONDS, still ? WATCHED_SECONDS : now + WATCHED_SECONDS / SHOWN_IN / 10)),
      100,
    );
    return () => clearInterval(every);
  }, [running]);
  const samples = (last?.samples ?? []).filter((one) => one.seconds <= seconds);
  const now = samples.at(-1);
  return (
    <>
      <Plate label="Crankcase" style={styles.plate}>
        {last ? (
          <>
            <View style={styles.row}>
              <Label style={styles.grow}>{`${Math.floor(seconds / 60)} min ${Math.round(seconds % 60)} s`}</Label>
              <Words>
                <Figure style={styles.figure}>{now ? now.value.toFixed(1) : '–'}</Figure>
                {' psi'}
              </Words>
            </View>
            <View style={styles.curve}>
              <HoldCurve
                samples={samples}
                rigPerMinute={0}
                holdSeconds={WATCHED_SECONDS}
                maxDrop={1}
                seconds={seconds}
                unit="psi"
              />
            </View>
            <Words colour="dim">It may lose 1 psi in three minutes.</Words>
          </>
        ) : (
          <Words colour="dim">
            Carburettor, exhaust and plug hole are closed with plugs and rubber. Five psi go in, never more than eight:
            the seals take no more. Then nobody touches it for three minutes.
          </Words>
        )}
      </Plate>
      <Button
        kind="main"
        disabled={of.busy || running}
        onPress={() => {
          setSeconds(0);
          void of.perform({ do: 'case', mode: 'pressure' });
        }}
      >
        {last ? 'Again' : 'Five psi in, and watch it'}
      </Button>
    </>
  );
}

const styles = StyleSheet.create({
  plate: { gap: 6 },
  row: { flexDirection: 'row', alignItems: 'center' },
  grow: { flex: 1 },
  figure: { fontSize: 26 },
  curve: { height: 190 },
});
