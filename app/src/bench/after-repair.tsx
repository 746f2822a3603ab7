import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';

const AFTER = [
  { value: 'no', word: 'As before' },
  { value: 'repair', word: 'First after a repair' },
] as const;

interface Repaired {
  after?: 'repair';
  repair?: string;
}
interface Props<C extends Repaired> {
  conditions: C;
  onChange(conditions: C): void;
}

/** A test after a repair begins a new line: what was read earlier is kept as before, and the verdict is of now. */
export function AfterRepair<C extends Repaired>({ conditions, onChange }: Props<C>) {
  const { after, repair, ...rest } = conditions;
  return (
    <>
      <Choice
        label="This test is"
        options={AFTER}
        chosen={after ?? 'no'}
        onChoose={(value) => onChange((value === 'repair' ? { ...conditions, after: 'repair' } : rest) as C)}
      />
      {after ? (
        <Field
          label="What was done"
          value={repair ?? ''}
          onChange={(text) => {
            const { repair: _, ...without } = conditions;
            onChange((text === '' ? without : { ...conditions, repair: text }) as C);
          }}
        />
      ) : null}
    </>
  );
}
