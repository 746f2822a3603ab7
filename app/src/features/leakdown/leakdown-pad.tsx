import type { Bench } from '@rugged/contract';
import { leakPercent } from '@/bench/leak-percent';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { CylinderStrip } from '@/bench/cylinder-strip';
import { TemperatureQuestion } from '@/bench/temperature-question';
import { Button } from '@/ui/button';
import { Keypad } from '@/ui/pad/keypad';
import { PadButtons, padButton } from '@/ui/pad/pad-buttons';
import { PadFrame } from '@/ui/pad/pad-frame';
import { useRoom } from '@/ui/pad/room';
import { Plate } from '@/ui/plate';
import { Strong, Words } from '@/ui/words';
import { FiguresRow } from './figures-row';
import { Listening } from './listening';
import { LivePair } from './live-pair';
import { SaysPlate } from './says-plate';
import { TurnRow, ZeroKey } from './turn-row';
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
  const { tight } = useRoom();
  const { draft, act } = pad;
  // One question at a time: the force before the air goes on, warm or cold once there is a figure.
  const asking = pad.conditions.engineTemperature === undefined && draft.held !== '';
  return (
    <PadFrame
      face={
        <>
          <CylinderStrip
            cylinders={bench.engine.cylinders}
            here={pad.cylinder}
            figureOf={(id) => {
              const kept = pad.counting.findLast(({ figures }) => figures.cylinder === id)?.figures;
              return kept && `${leakPercent(kept).toFixed(0)} %`;
            }}
            onSelect={pad.select}
          />
          {tight ? null : <TurnRow pad={pad} />}
          {asking ? (
            <TemperatureQuestion
              onSay={(engineTemperature) => pad.setConditions({ ...pad.conditions, engineTemperature })}
            />
          ) : (
            <Hold pad={pad} />
          )}
          {pad.live ? <LivePair pad={pad} live={pad.live} /> : <FiguresRow pad={pad} />}
          <SaysPlate bench={bench} pad={pad} />
        </>
      }
      hand={
        <>
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
                  label: draft.percent ? 'Leakage' : 'Held in cylinder',
                  chosen: draft.focus === 'held',
                  onPress: () => act({ do: 'focus', focus: 'held' }),
                },
                {
                  name: '% dial',
                  label: draft.percent ? 'Two gauges' : 'Percent dial',
                  chosen: draft.percent === true,
                  onPress: () => act({ do: 'percent', percent: !draft.percent }),
                },
                { name: 'Listen', label: 'Listen where it goes', onPress: () => pad.setListening(true) },
              ]}
            />
          )}
          <Buttons pad={pad} onDone={onDone} />
        </>
      }
    />
  );
}

function Buttons({ pad, onDone }: { pad: Pad; onDone(): void }) {
  const { typed, live } = pad;
  const moving = live?.stream !== undefined && ['joining', 'running', 'lost'].includes(live.stream.status);
  const through =
    pad.lastKept && pad.next === undefined && pad.counting.some(({ figures }) => figures.cylinder === pad.cylinder);
  if (typed.ok)
    return (
      <PadButtons>
        <Button
          kind="ground"
          tall
          onPress={pad.keep}
          disabled={pad.refused !== undefined}
          style={padButton.lesser}
          label={`Keep ${typed.percent.toFixed(0)} % without listening`}
        >{`Keep ${typed.percent.toFixed(0)} %`}</Button>
        <Button kind="main" onPress={() => pad.setListening(true)} style={padButton.main} label="Listen where it goes">
          Listen
        </Button>
      </PadButtons>
    );
  if (live && !through)
    return (
      <PadButtons>
        <Button kind="ground" tall onPress={onDone} style={padButton.lesser}>
          To the bench
        </Button>
        <Button kind="main" onPress={live.airOn} disabled={moving} style={padButton.main}>
          {moving ? 'Air going in' : `Air on, cyl ${pad.cylinder}`}
        </Button>
      </PadButtons>
    );
  return (
    <Button kind="main" onPress={onDone}>
      Back to the bench
    </Button>
  );
}

const told = ({ from, to }: { from: number; to: number }) =>
  from.toFixed(0) === to.toFixed(0) ? to.toFixed(0) : `${from.toFixed(0)} to ${to.toFixed(0)}`;

/** What the air will do to the crank, before it goes on. Where the screen is low it is one line that opens. */
function Hold({ pad }: { pad: Pad }) {
  const { hold } = pad;
  const { tight } = useRoom();
  const [open, setOpen] = useState(false);
  const pushes = hold
    ? `The air pushes with ${told(hold.forceKg)} kg. `
    : 'The air pushes with the weight of a person or more. ';
  if (tight && !open)
    return (
      <View style={styles.row}>
        <Plate hand style={styles.folded}>
          <TouchableRipple role="button" aria-expanded={false} onPress={() => setOpen(true)} style={styles.line}>
            <Words style={styles.caution}>
              <Strong>{hold ? `${told(hold.forceKg)} kg. ` : 'A person’s weight. '}</Strong>
              Lock it both ways.
            </Words>
          </TouchableRipple>
        </Plate>
        <ZeroKey pad={pad} ground />
      </View>
    );
  const words = (
    <Words style={styles.caution}>
      <Strong>{pushes}</Strong>
      {hold?.torqueNm
        ? 'Crank: ' +
          hold.torqueNm.map(({ degrees, torque }) => `${told(torque)} N m at ${degrees}°`).join(', ') +
          `, worst ${hold.worst?.torqueNm.toFixed(0)}${hold.known ? '' : ', by the usual sizes of its kind'}. `
        : ''}
      Lock the flywheel both ways, then pressure up slowly, hands off.
    </Words>
  );
  return (
    <Plate hand style={styles.hold}>
      {tight ? (
        <TouchableRipple role="button" aria-expanded onPress={() => setOpen(false)}>
          {words}
        </TouchableRipple>
      ) : (
        words
      )}
    </Plate>
  );
}

const styles = StyleSheet.create({
  hold: { paddingVertical: 8 },
  row: { flexDirection: 'row', gap: 6 },
  folded: { paddingVertical: 0, paddingHorizontal: 8, flexGrow: 1, flexShrink: 1, flexBasis: 0 },
  line: { minHeight: 44, justifyContent: 'center' },
  caution: { fontSize: 15.5, lineHeight: 19 },
});
