import type { Bench } from '@rugged/contract';
import {
  canHaveCause,
  capital,
  CAUSE_NAME,
  type CauseName,
  CAUSES,
  type Engine,
  type State,
  STATES,
} from '@rugged/core';
import { useState } from 'react';
import { newId } from '@/data/new-id';
import { add } from '@/data/recording';
import { reasonsByField, validate } from '@/data/validating';
import { shownStates } from '@/bench/shown-state';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { useNotice } from '@/ui/notice';
import { Sheet } from '@/ui/sheet';
import { STATE_WORD } from '@/ui/state-mark';
import { Words } from '@/ui/words';

const OPTIONS = STATES.map((value: State) => ({ value, word: STATE_WORD[value] }));

/** What this engine can have: a two-stroke has no valves to blame. */
const causesOf = (engine: Engine) =>
  CAUSES.filter((cause) => canHaveCause(engine, cause)).map((value) => ({ value, word: capital(CAUSE_NAME[value]) }));

/** A mechanic's own verdict on a cylinder. The reason is kept with it, and the computed state too. */
export function OverruleSheet({ bench, cylinder, onClose }: { bench: Bench; cylinder: string; onClose(): void }) {
  const tell = useNotice();
  const standing = shownStates(bench, undefined).overruled.get(cylinder);
  const [state, setState] = useState(standing?.state);
  const [cause, setCause] = useState(standing?.cause);
  const [reason, setReason] = useState('');
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});

  const keep = async (chosen: { state?: State | undefined; cause?: CauseName | undefined }) => {
    const record = {
      cylinder,
      ...(chosen.state ? { state: chosen.state } : {}),
      ...(chosen.cause ? { cause: chosen.cause } : {}),
      reason: reason.trim(),
    };
    const checked = await validate(({ newOverruleSchema }) => newOverruleSchema, {
      ...record,
      id: newId(),
      jobId: bench.job.id,
      madeAt: new Date().toISOString(),
    });
    setErrors(reasonsByField(checked));
    if (!checked.ok) return;
    await add(bench, 'overrules', record, `Overrule, cyl ${cylinder}`);
    tell({
      text: chosen.state
        ? `Cyl ${cylinder} overruled to ${STATE_WORD[chosen.state].toLowerCase()}`
        : chosen.cause
          ? `Your opinion on cyl ${cylinder} is kept`
          : `Overrule of cyl ${cylinder} lifted`,
    });
    onClose();
  };

  return (
    <Sheet
      title={`Overrule cyl ${cylinder}`}
      visible
      onClose={onClose}
      foot={
        <>
          {' '}
          <Button
            kind="main"
            disabled={state === undefined && cause === undefined}
            onPress={() => void keep({ state, cause })}
          >
            {state
              ? `Overrule to ${STATE_WORD[state].toLowerCase()}`
              : cause
                ? 'Keep your opinion'
                : 'Choose a verdict or a cause'}
          </Button>
          {standing ? <Button onPress={() => void keep({})}>Lift what stands</Button> : null}
        </>
      }
    >
      <Words colour="dim">Your word stands on the page; what was computed stays beside it.</Words>
      <Choice<State>
        label="Your verdict"
        options={OPTIONS}
        chosen={state}
        onChoose={(value) => setState(value === state ? undefined : value)}
      />
      <Choice<CauseName>
        label="What you take it to be"
        options={causesOf(bench.engine)}
        chosen={cause}
        onChoose={(value) => setCause(value === cause ? undefined : value)}
      />
      <Field label="Reason" value={reason} onChange={setReason} error={errors['reason']} multiline />
    </Sheet>
  );
}
