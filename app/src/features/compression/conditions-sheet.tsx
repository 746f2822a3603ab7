import type { Bench } from '@rugged/contract';
import { useState } from 'react';
import { TesterChoice } from '@/bench/testers/tester-choice';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { typedNumber } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Sheet } from '@/ui/sheet';
import { Strong, Words } from '@/ui/words';
import { AfterRepair } from '@/bench/after-repair';
import type { Conditions } from './conditions';

const TEMPERATURE = [
  { value: 'cold', word: 'Cold' },
  { value: 'warm', word: 'Warm' },
] as const;
const THROTTLE = [
  { value: 'open', word: 'Wide open' },
  { value: 'closed', word: 'Shut' },
] as const;
const PLUGS = [
  { value: 'all-out', word: 'All out' },
  { value: 'one-out', word: 'One at a time' },
] as const;

const NEEDLE = [
  { value: 'rests', word: 'Comes to rest' },
  { value: 'swings', word: 'Swings: read both ends' },
] as const;

const CHECKED = [
  { value: 'no', word: 'Not questioned' },
  { value: 'yes', word: 'Questioned, and good' },
] as const;

const checkedOrNot = ({ checked: _, ...rest }: Conditions, yes: boolean): Conditions =>
  yes ? { ...rest, checked: true } : rest;

interface Props {
  bench: Bench;
  conditions: Conditions;
  visible: boolean;
  onClose(): void;
  onChange(conditions: Conditions): void;
  /** The needle will not settle: both its ends are read. */
  swings: boolean;
  onSwings(swings: boolean): void;
  onTrace(): void;
}

/** How the test is set up. A change begins a new test, so that unlike readings are not mixed unseen. */
export function ConditionsSheet({ bench, conditions, visible, onClose, onChange, swings, onSwings, onTrace }: Props) {
  const diesel = bench.engine.fuel === 'diesel';
  const [rpm, setRpm] = useState(conditions.crankingRpm === undefined ? '' : String(conditions.crankingRpm));
  const typedRpm = typedNumber(rpm, 'grouped');
  const rpmError =
    typedRpm === undefined || (typeof typedRpm === 'number' && typedRpm > 0 && typedRpm <= 5000)
      ? undefined
      : 'must be a number from 1 to 5,000 rev/min';
  const done = () => {
    if (rpmError) return;
    const { crankingRpm, ...rest } = conditions;
    onChange(typedRpm === undefined ? rest : { ...rest, crankingRpm: typedRpm as number });
    onClose();
  };
  return (
    <Sheet
      title="How it is tested"
      visible={visible}
      onClose={done}
      foot={
        <Button kind="main" onPress={done}>
          Done
        </Button>
      }
    >
      <Plate hand>
        <Strong>Before you crank</Strong>
        <Words>
          {diesel
            ? 'Fuel shut off so that it cannot start, glow plugs disconnected, '
            : 'Ignition disabled with a path to ground, fuel off, '}
          in neutral and chocked, propeller, blade or chain clear. The manual and local rules stand above this page.
        </Words>
      </Plate>
      <Choice
        label="Engine"
        options={TEMPERATURE}
        chosen={conditions.engineTemperature}
        onChoose={(engineTemperature) => onChange({ ...conditions, engineTemperature })}
      />
      {diesel ? null : (
        <>
          <Choice
            label="Throttle"
            options={THROTTLE}
            chosen={conditions.throttle}
            onChoose={(throttle) => onChange({ ...conditions, throttle })}
          />
          <Choice
            label="Plugs"
            options={PLUGS}
            chosen={conditions.plugs}
            onChoose={(plugs) => onChange({ ...conditions, plugs })}
          />
        </>
      )}
      <Field
        label="Cranking speed, rev/min"
        hint="If you know it."
        value={rpm}
        onChange={setRpm}
        error={rpmError}
        keyboard="decimal-pad"
        figures
        signs="grouped"
      />
      <Choice
        label="The needle"
        options={NEEDLE}
        chosen={swings ? 'swings' : 'rests'}
        onChoose={(needle) => onSwings(needle === 'swings')}
      />
      <Choice
        label="The test itself"
        options={CHECKED}
        chosen={conditions.checked ? 'yes' : 'no'}
        onChoose={(checked) => onChange(checkedOrNot(conditions, checked === 'yes'))}
      />
      <AfterRepair conditions={conditions} onChange={onChange} />
      <TesterChoice
        bench={bench}
        kind="compression"
        chosen={conditions.tester}
        onChoose={(tester) => onChange({ ...conditions, tester })}
      />
      <Button icon="chart-line" onPress={onTrace}>
        Figures from a recorded trace
      </Button>
    </Sheet>
  );
}
