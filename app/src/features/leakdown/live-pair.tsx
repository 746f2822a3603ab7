import { fromKPa, toKPa, UNIT_SIGN } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { GaugePair } from '@/bench/gauge-pair';
import { useStreamed } from '@/bench/live/use-live';
import { Plate } from '@/ui/plate';
import { Words } from '@/ui/words';
import type { LeakdownPad } from './use-leakdown-pad';

/** What goes in and what is held, on two drawn gauges whose needles move with the sensor. */
export function LivePair({ pad, live }: { pad: LeakdownPad; live: NonNullable<LeakdownPad['live']> }) {
  const { unit, draft } = pad;
  const { stream } = live;
  // Figures a few times a second; the needles move by themselves.
  useStreamed(stream, ({ rows, status }) => `${status} ${Math.floor(rows.length / 5)}`);
  const figures = stream?.now.map((kPa) => fromKPa(kPa, unit));
  const fullScale =
    fromKPa(toKPa(100, 'psi'), unit) >= Number(draft.supply || 0)
      ? Number(fromKPa(toKPa(100, 'psi'), unit).toFixed(unit === 'psi' || unit === 'kPa' ? 0 : 1))
      : Number(draft.supply) * 1.2;
  const digits = unit === 'psi' || unit === 'kPa' ? 0 : 1;
  const one = (name: string, channel: 0 | 1, text: string) => {
    const now = figures?.[channel];
    return {
      name,
      shown:
        text !== '' && draft.settling ? Number(text).toFixed(digits) : now === undefined ? '' : now.toFixed(digits),
      live: () => fromKPa(stream?.now[channel] ?? 0, unit),
    };
  };
  return (
    <Plate label="Live sensors" style={styles.plate}>
      <GaugePair
        unit={UNIT_SIGN[unit]}
        fullScale={fullScale}
        gauges={[one('Supply', 0, draft.supply), one('Held', 1, draft.held)]}
      />
      <View role="status">
        <Words colour={stream?.status === 'lost' || stream?.status === 'refused' ? 'rust' : 'dim'}>
          {words(stream?.status, draft.settling !== undefined, stream?.trouble)}
        </Words>
      </View>
    </Plate>
  );
}

function words(
  status: NonNullable<NonNullable<LeakdownPad['live']>['stream']>['status'] | undefined,
  rests: boolean,
  trouble: string | undefined,
): string {
  if (rests) return 'The needles rest. Keep it, or listen where it goes.';
  switch (status) {
    case undefined:
      return 'Sensors on either side of the orifice. Crank held, then air on.';
    case 'joining':
      return 'Joining the sensor.';
    case 'running':
      return 'Air going in: wait until both needles rest.';
    case 'lost':
      return 'Signal to the sensor lost. It goes on by itself where it was.';
    case 'ended':
      return (
        'The needles did not come to rest: the crank may have turned. ' +
        'Air off, find the top again, hold it, air on.'
      );
    case 'refused':
      return `${trouble ?? 'The sensor does not answer'}.`;
  }
}

const styles = StyleSheet.create({ plate: { flexGrow: 1, justifyContent: 'center' } });
