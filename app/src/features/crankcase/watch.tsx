import type { Bench } from '@rugged/contract';
import { UNIT_SIGN } from '@rugged/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { LiveStatus } from '@/bench/live/live-stream';
import { useDraft } from '@/data/draft';
import { useVerdict } from '@/data/jobs';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { typedNumber } from '@/ui/format';
import { PadButtons, padButton } from '@/ui/pad/pad-buttons';
import { PadFrame } from '@/ui/pad/pad-frame';
import { Plate } from '@/ui/plate';
import { Screen } from '@/ui/screen';
import { StateMark } from '@/ui/state-mark';
import { Figure, Words } from '@/ui/words';
import { CaseClock } from '@/bench/case-clock';
import { HoldCurve } from '@/bench/hold-curve';
import { LooksSheet } from './looks-sheet';
import type { CaseScreen } from './records';
import { SoapMap } from './soap-map';
import type { CrankcasePad } from './use-crankcase-test';

interface Props {
  bench: Bench;
  pad: CrankcasePad;
  screen: CaseScreen;
  onDone(): void;
  onAgain(): void;
}

/** The clock, what is left, and where to look for what is not. It fits without scrolling. */
export function Watch({ bench, pad, screen, onDone, onAgain }: Props) {
  const verdict = useVerdict(bench);
  const [open, setOpen] = useState<'looks' | 'soap'>();
  const { running, samples, seconds, unit, limits } = pad;
  const judged = verdict.ok
    ? verdict.judgement.crankcase?.tests.find(
        ({ mode, case: at }) => mode === running?.conditions.mode && at === running.conditions.case,
      )
    : undefined;
  const reason = judged?.reasons[0];
  const left = Math.max(0, limits.holdSeconds - seconds);
  const leaks = judged?.state === 'low' || judged?.state === 'watch' || (judged?.state === 'unproven' && left === 0);
  return (
    <Screen {...screen} fixed>
      <PadFrame
        face={
          <>
            <Plate label="Clock" style={styles.face}>
              <CaseClock
                seconds={seconds}
                words={left > 0 ? `${left} s to go. Look now and then, and at the end.` : 'Time is up: read the gauge.'}
              />
              {pad.live ? <LiveLine pad={pad} /> : null}
              <HoldCurve
                samples={samples.map(({ figures }) => figures)}
                rigPerMinute={running?.conditions.rigDropPerMinute ?? 0}
                holdSeconds={limits.holdSeconds}
                maxDrop={limits.maxDrop}
                seconds={seconds}
                unit={UNIT_SIGN[unit]}
              />
            </Plate>
            {judged && reason ? (
              <Plate label="What it says" style={styles.says}>
                <View style={styles.clock}>
                  <StateMark state={judged.state} size={20} />
                  <Words style={styles.reason}>{reason.text}</Words>
                </View>
              </Plate>
            ) : null}
          </>
        }
        hand={
          <>
            <Look bench={bench} pad={pad} />
            <PadButtons>
              <Button kind="ground" onPress={() => setOpen('looks')} style={padButton.lesser}>
                {`Looks, ${samples.length}`}
              </Button>
              {leaks ? (
                <Button kind="main" tall={false} onPress={() => setOpen('soap')} style={padButton.lesser}>
                  Soap map
                </Button>
              ) : null}
              <Button kind="ground" onPress={onDone} style={padButton.lesser}>
                To the bench
              </Button>
            </PadButtons>
          </>
        }
      />
      {open === 'looks' ? <LooksSheet pad={pad} onClose={() => setOpen(undefined)} onAgain={onAgain} /> : null}
      {open === 'soap' ? (
        <SoapMap
          cylinders={bench.engine.cylinders.length}
          job={bench.job.id}
          onKeep={pad.note}
          onClose={() => setOpen(undefined)}
        />
      ) : null}
    </Screen>
  );
}

/** One look at the gauge: typed, or the sensor's figure of now. */
function Look({ bench, pad }: { bench: Bench; pad: CrankcasePad }) {
  const [text, setText] = useDraft(`case.${bench.job.id}.look.${pad.unit}`, '');
  const { unit, limits, live } = pad;
  const value = typedNumber(text);
  const wrong =
    value === undefined
      ? undefined
      : typeof value !== 'number' || value < 0
        ? 'must be a number, not negative'
        : value > limits.highest
          ? `is above the ${limits.highest.toFixed(1)} ${UNIT_SIGN[unit]} that crank seals are made for: let it out`
          : undefined;
  const look = () => {
    if (typeof value !== 'number' || wrong !== undefined) return;
    pad.look(value);
    setText('');
  };
  if (live)
    return (
      <Button
        kind="main"
        disabled={live.value === undefined}
        onPress={() => {
          if (live.value !== undefined) pad.look(live.value);
        }}
      >
        {live.value === undefined ? 'Waiting for the sensor' : `Keep ${live.value} now`}
      </Button>
    );
  return (
    <Plate style={styles.entry} label="Look at the gauge">
      <View style={styles.grow}>
        <Field
          label={`Gauge now, ${UNIT_SIGN[unit]}`}
          value={text}
          onChange={setText}
          figures
          keyboard="decimal-pad"
          error={wrong}
          onSubmit={look}
        />
      </View>
      <Button
        kind="main"
        disabled={typeof value !== 'number' || wrong !== undefined}
        onPress={look}
        style={styles.keep}
      >
        Keep
      </Button>
    </Plate>
  );
}

/** What the sensor says now; looks are taken by themselves as the time comes. */
function LiveLine({ pad: { live, unit } }: { pad: CrankcasePad }) {
  const status = live?.stream?.status;
  return (
    <View style={styles.clock} role="status">
      <Figure style={styles.time}>
        {live?.value === undefined ? '–' : live.value.toFixed(unit === 'kPa' ? 1 : 2)}
      </Figure>
      <Words colour={status === 'lost' || status === 'refused' ? 'rust' : 'dim'} style={styles.grow}>
        {`${UNIT_SIGN[unit]}. ${sensorWords(status, live?.stream?.trouble)}`}
      </Words>
    </View>
  );
}

function sensorWords(status: LiveStatus | undefined, trouble = 'The sensor does not answer'): string {
  switch (status) {
    case 'lost':
      return 'Signal to the sensor lost: what it missed comes when it is back.';
    case 'refused':
      return `${trouble}.`;
    case 'ended':
      return 'The sensor is done.';
    case 'joining':
    case 'running':
    case undefined:
      return 'Looks are kept by themselves.';
  }
}

const styles = StyleSheet.create({
  face: { flex: 1, minHeight: 0, paddingVertical: 6 },
  clock: { flexDirection: 'row', gap: 12, alignItems: 'center' },
  time: { fontSize: 40, minWidth: 112 },
  grow: { flexGrow: 1, flexShrink: 1, flexBasis: 0 },
  says: { paddingVertical: 6 },
  reason: { flexGrow: 1, flexShrink: 1, flexBasis: 0, fontSize: 15, lineHeight: 18 },
  entry: { flexDirection: 'row', gap: 8, alignItems: 'flex-end', paddingVertical: 6 },
  keep: { minWidth: 120 },
});
