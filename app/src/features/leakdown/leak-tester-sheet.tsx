import type { Bench } from '@rugged/contract';
import { Button } from '@/ui/button';
import { AfterRepair } from '@/bench/after-repair';
import { Choice } from '@/ui/choice';
import { TesterChoice } from '@/bench/testers/tester-choice';
import { Sheet } from '@/ui/sheet';
import { Words } from '@/ui/words';
import type { LeakdownPad } from './use-leakdown-pad';

const TEMPERATURE = [
  { value: 'cold', word: 'Cold' },
  { value: 'warm', word: 'Warm' },
] as const;
const ROCKERS = [
  { value: 'on', word: 'On' },
  { value: 'off', word: 'Off: both valves shut' },
] as const;
const GAUGES = [
  { value: 'two', word: 'Two gauges' },
  { value: 'percent', word: 'Percent dial' },
] as const;

/** How the engine stands, which tester, and what its dial says. */
export function LeakTesterSheet({ bench, pad, onClose }: { bench: Bench; pad: LeakdownPad; onClose(): void }) {
  const { conditions, setConditions, draft, act } = pad;
  return (
    <Sheet
      title="Leak-down tester"
      visible
      onClose={onClose}
      foot={
        <Button kind="main" onPress={onClose}>
          Done
        </Button>
      }
    >
      <Choice
        label="Engine"
        options={TEMPERATURE}
        chosen={conditions.engineTemperature}
        onChoose={(engineTemperature) => setConditions({ ...conditions, engineTemperature })}
      />
      <TesterChoice
        bench={bench}
        kind="leakdown"
        chosen={conditions.tester}
        onChoose={(tester) => setConditions({ ...conditions, tester })}
      />
      {conditions.tester?.simulated ? null : (
        <Choice
          label="Its dial"
          options={GAUGES}
          chosen={draft.percent ? 'percent' : 'two'}
          onChoose={(value) => act({ do: 'percent', percent: value === 'percent' })}
        />
      )}
      {pad.fourStroke ? (
        <Choice
          label="Rockers"
          options={ROCKERS}
          chosen={conditions.rockersOff ? 'off' : 'on'}
          onChoose={(value) => {
            const { rockersOff: _, ...rest } = conditions;
            setConditions(value === 'off' ? { ...rest, rockersOff: true } : rest);
          }}
        />
      ) : null}
      <AfterRepair conditions={conditions} onChange={setConditions} />
      <Words colour="dim">
        Regulator backed off before the air goes on. Zero it with the hose blocked, and again between cylinders. No
        valve core in this hose.
      </Words>
    </Sheet>
  );
}
