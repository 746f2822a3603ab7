import type { Bench } from '@rugged/contract';
import { PRESSURE_UNITS, UNIT_SIGN } from '@rugged/core';
import { StyleSheet, View } from 'react-native';
import { useChangeShop } from '@/data/session';
import { Button } from '@/ui/button';
import { Keypad } from '@/ui/keypad';
import { Plate } from '@/ui/plate';
import { Strong, Words } from '@/ui/words';
import { CylinderStrip } from './cylinder-strip';
import { FiguresRow } from './figures-row';
import { Listening } from './listening';
import { LivePair } from './live-pair';
import { SaysPlate } from './says-plate';
import type { LeakdownPad as Pad } from './use-leakdown-pad';

interface Props {
  bench: Bench;
  pad: Pad;
  onDone(): void;
}

/** First what goes in and what is held, then where the rest goes. */
export function LeakdownPad({ bench, pad, onDone }: Props) {
  return pad.listening ? <Listening bench={bench} pad={pad} /> : <Figures bench={bench} pad={pad} onDone={onDone} />;
}

function Figures({ bench, pad, onDone }: Props) {
  const { mutate } = useChangeShop();
  const { draft, act, unit, typed } = pad;
  const heldName = draft.percent ? 'Leakage' : 'Held in cylinder';
  const moving = pad.live?.stream !== undefined && ['joining', 'running', 'lost'].includes(pad.live.stream.status);
  const nextUnit = PRESSURE_UNITS[(PRESSURE_UNITS.indexOf(unit) + 1) % PRESSURE_UNITS.length] ?? 'psi';
  return (
    <View style={styles.pad}>
      <CylinderStrip bench={bench} pad={pad} />
      <Hold pad={pad} />
      {pad.live ? <LivePair pad={pad} live={pad.live} /> : <FiguresRow pad={pad} />}
      <SaysPlate pad={pad} />
      {pad.live ? null : (
        <Keypad
          onKey={(key) => act({ do: 'key', key })}
          side={[
            {
              name: 'Supply',
              label: 'Supply',
              chosen: draft.focus === 'supply',
              onPress: () => act({ do: 'focus', focus: 'supply' }),
            },
            {
              name: draft.percent ? 'Lost' : 'Held',
              label: heldName,
              chosen: draft.focus === 'held',
              onPress: () => act({ do: 'focus', focus: 'held' }),
            },
            { name: 'Listen', label: 'Listen where it goes', onPress: () => pad.setListening(true) },
            {
              name: UNIT_SIGN[unit],
              label: `Unit ${UNIT_SIGN[unit]}, switch`,
              onPress: () => {
                pad.convertDraft(nextUnit);
                mutate({ unit: nextUnit });
              },
            },
          ]}
        />
      )}
      <View style={styles.row}>
        {typed.ok ? (
          <>
            <Button
              kind="ground"
              tall
              onPress={pad.keep}
              style={styles.grow}
              label={`Keep ${typed.percent.toFixed(0)} % without listening`}
            >{`Keep ${typed.percent.toFixed(0)} %`}</Button>
            <Button kind="main" onPress={() => pad.setListening(true)} style={styles.wide} label="Listen where it goes">
              Listen
            </Button>
          </>
        ) : pad.live &&
          !(
            pad.lastKept &&
            pad.next === undefined &&
            pad.counting.some(({ figures }) => figures.cylinder === pad.cylinder)
          ) ? (
          <>
            <Button kind="ground" tall onPress={onDone} style={styles.grow}>
              To the bench
            </Button>
            <Button kind="main" onPress={pad.live.airOn} disabled={moving} style={styles.wide}>
              {moving ? 'Air going in' : `Air on, cyl ${pad.cylinder}`}
            </Button>
          </>
        ) : (
          <Button kind="main" onPress={onDone} style={styles.grow}>
            Back to the bench
          </Button>
        )}
      </View>
    </View>
  );
}

const told = ({ from, to }: { from: number; to: number }) =>
  from.toFixed(0) === to.toFixed(0) ? to.toFixed(0) : `${from.toFixed(0)} to ${to.toFixed(0)}`;

/** What the air will do to the crank, before it goes on. */
function Hold({ pad }: { pad: Pad }) {
  const { hold } = pad;
  return (
    <Plate hand style={styles.hold}>
      <Words style={styles.caution}>
        <Strong>
          {hold
            ? `The air pushes with ${told(hold.forceKg)} kg. `
            : 'The air pushes with the weight of a person or more. '}
        </Strong>
        {hold?.torqueNm
          ? 'Crank: ' +
            hold.torqueNm.map(({ degrees, torque }) => `${told(torque)} N m at ${degrees}°`).join(', ') +
            `, worst ${hold.worst?.torqueNm.toFixed(0)}${hold.known ? '' : ', by the usual sizes of its kind'}. `
          : ''}
        Lock the flywheel both ways, then pressure up slowly, hands off.
      </Words>
    </Plate>
  );
}

const styles = StyleSheet.create({
  pad: { flex: 1, gap: 8 },
  row: { flexDirection: 'row', gap: 8 },
  hold: { paddingVertical: 8 },
  caution: { fontSize: 15.5, lineHeight: 19 },
  grow: { flexGrow: 1, flexShrink: 1 },
  wide: { flexGrow: 2, flexShrink: 1, flexBasis: 0 },
});
