import type { Bench } from '@rugged/contract';
import { type State, STATES } from '@rugged/core';
import { useState } from 'react';
import { outbox } from '@/data/client';
import { newId } from '@/data/new-id';
import { reasonsByField, validate } from '@/data/validating';
import { shownStates } from '@/features/bench/shown-state';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { useNotice } from '@/ui/notice';
import { Sheet } from '@/ui/sheet';
import { STATE_WORD } from '@/ui/state-mark';
import { Words } from '@/ui/words';

const OPTIONS = STATES.map((value: State) => ({ value, word: STATE_WORD[value] }));

/** A mechanic's own verdict on a cylinder. The reason is kept with it, and the computed state too. */
export function OverruleSheet({ bench, cylinder, onClose }: { bench: Bench; cylinder: string; onClose(): void }) {
  const tell = useNotice();
  const standing = shownStates(bench, undefined).overruled.get(cylinder);
  const [state, setState] = useState<State>();
  const [reason, setReason] = useState('');
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});

  const keep = async (chosen: State | undefined) => {
    const body = { id: newId(), jobId: bench.job.id, cylinder, ...(chosen ? { state: chosen } : {}), reason: reason.trim(), madeAt: new Date().toISOString() };
    const checked = await validate(({ newOverruleSchema }) => newOverruleSchema, body);
    setErrors(reasonsByField(checked));
    if (!checked.ok) return;
    await outbox.keep([{ method: 'POST', path: '/overrules', body, jobId: bench.job.id, what: `Overrule, cyl ${cylinder}, ${bench.engine.name}` }]);
    tell({ text: chosen ? `Cyl ${cylinder} overruled to ${STATE_WORD[chosen].toLowerCase()}` : `Overrule of cyl ${cylinder} lifted` });
    onClose();
  };

  return (
    <Sheet title={`Overrule cyl ${cylinder}`} visible onClose={onClose}>
      <Words colour="dim">Your word stands on the page; what was computed stays beside it.</Words>
      <Choice<State> label="Your verdict" options={OPTIONS} chosen={state} onChoose={setState} />
      <Field label="Reason" value={reason} onChange={setReason} error={errors['reason']} multiline />
      <Button kind="main" disabled={state === undefined} onPress={() => void keep(state)}>{state ? `Overrule to ${STATE_WORD[state].toLowerCase()}` : 'Choose a verdict'}</Button>
      {standing ? <Button onPress={() => void keep(undefined)}>Lift the overrule that stands</Button> : null}
    </Sheet>
  );
}
