import { useState } from 'react';
import { typedNumber } from '@/ui/format';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { Sheet } from '@/ui/sheet';
import { Words } from '@/ui/words';
import type { LeakConditions } from './use-leakdown-pad';

interface Props { conditions: LeakConditions; onChange(conditions: LeakConditions): void; onClose(): void }

const TEMPERATURE = [{ value: 'cold', word: 'Cold' }, { value: 'warm', word: 'Warm' }] as const;
/** A drilled hole in a tester; a millimetre and less on most, up to three on those for large engines. */
const MOST_MM = 10;

/** How the engine stands, and the tester's own hole: with it the leak has a size that two testers share. */
export function LeakTesterSheet({ conditions, onChange, onClose }: Props) {
  const [orifice, setOrifice] = useState(conditions.tester?.orificeMm === undefined ? '' : String(conditions.tester.orificeMm));
  const [temperature, setTemperature] = useState(conditions.engineTemperature);
  const mm = typedNumber(orifice);
  const wrong = mm !== undefined && (typeof mm !== 'number' || !(mm > 0) || mm > MOST_MM);
  const done = () => {
    const { orificeMm: _old, ...rest } = conditions.tester ?? {};
    const tester = { ...rest, ...(typeof mm === 'number' ? { orificeMm: mm } : {}) };
    const { tester: _tester, engineTemperature: _temperature, ...others } = conditions;
    onChange({ ...others, ...(temperature ? { engineTemperature: temperature } : {}), ...(Object.keys(tester).length > 0 ? { tester } : {}) });
    onClose();
  };
  return (
    <Sheet title="Leak-down tester" visible onClose={onClose}>
      <Choice label="Engine" options={TEMPERATURE} chosen={temperature} onChoose={(value) => setTemperature(value)} />
      <Field label="Orifice, mm" value={orifice} onChange={setOrifice} figures keyboard="decimal-pad" error={wrong ? `must be a number above 0 and at most ${MOST_MM}` : undefined} hint="The hole between the two gauges. Empty: not known, percent only." />
      <Words colour="dim">Regulator backed off before the air goes on. Zero it with the hose blocked, and again between cylinders. No valve core in this hose.</Words>
      <Button kind="main" disabled={wrong} onPress={done}>Use it</Button>
    </Sheet>
  );
}
