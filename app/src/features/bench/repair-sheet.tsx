import { type Bench, latestOf } from '@rugged/contract/bench';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { add } from '@/data/recording';
import { useDraft } from '@/data/draft';
import { reasonsByField, validate } from '@/data/validating';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { typedNumber } from '@/ui/format';
import { Sheet } from '@/ui/sheet';
import { Label } from '@/ui/words';

interface Draft {
  what: string;
  parts: string;
  hours: string;
  partsCost: string;
  cost: string;
  meter: string;
  cylinders: string[];
}
const BLANK: Draft = { what: '', parts: '', hours: '', partsCost: '', cost: '', meter: '', cylinders: [] };

/** What was repaired. It ends the line of readings before it, and the next test is its proof. */
export function RepairSheet({ bench, onClose }: { bench: Bench; onClose(): void }) {
  const decision = latestOf(bench.decisions);
  const agreed = decision?.input.options.find(({ name }) => name === decision.chosen);
  const [kept, setDraft] = useDraft<Draft>(`repair.${bench.job.id}`, { ...BLANK, what: agreed?.name ?? '' });
  const draft = { ...BLANK, ...kept };
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const set = (change: Partial<Draft>) => setDraft((now) => ({ ...now, ...change }));
  const field = (name: Exclude<keyof Draft, 'cylinders'>, label: string, figures = false) => (
    <Field
      label={label}
      value={draft[name]}
      onChange={(text) => set({ [name]: text })}
      error={errors[name]}
      figures={figures}
      {...(figures ? { keyboard: 'decimal-pad' as const, signs: 'grouped' as const } : {})}
    />
  );
  const keep = async () => {
    const { what, parts, cylinders } = draft;
    const [cost, meter] = [typedNumber(draft.cost, 'grouped'), typedNumber(draft.meter, 'grouped')];
    const [hours, partsCost] = [typedNumber(draft.hours, 'grouped'), typedNumber(draft.partsCost, 'grouped')];
    const repair = {
      what: what.trim(),
      ...(parts.trim() === '' ? {} : { parts: parts.trim() }),
      // What was decided is a job of the shop's list: its hours and parts teach the list.
      ...(agreed?.repair === undefined || what.trim() !== agreed.name ? {} : { repair: agreed.repair }),
      ...(hours === undefined ? {} : { hours: hours as number }),
      ...(partsCost === undefined ? {} : { partsCost: partsCost as number }),
      ...(cost === undefined ? {} : { cost: cost as number }),
      ...(meter === undefined ? {} : { meter: meter as number }),
      ...(cylinders.length === 0 ? {} : { cylinders }),
    };
    const ids = { id: bench.job.id, jobId: bench.job.id, madeAt: new Date().toISOString() };
    const checked = await validate(({ newRepairSchema }) => newRepairSchema, { ...ids, ...repair });
    setErrors(reasonsByField(checked));
    if (!checked.ok) return;
    await add(bench, 'repairs', repair, `Repair, ${repair.what}`);
    setDraft(BLANK);
    onClose();
  };
  const { cylinders } = bench.engine;
  return (
    <Sheet
      title="Repaired"
      visible
      onClose={onClose}
      foot={
        <Button kind="main" onPress={() => void keep()}>
          Keep the repair
        </Button>
      }
    >
      {field('what', 'What was done')}
      {field('parts', 'Parts')}
      <View style={styles.row}>
        {field('hours', 'Hours', true)}
        {field('partsCost', 'Parts cost', true)}
        {field('cost', 'Whole bill', true)}
        {field('meter', 'Meter', true)}
      </View>
      {cylinders.length > 1 ? (
        <View role="group" aria-label="Which cylinders" style={styles.group}>
          <Label>Which cylinders; none: the whole engine</Label>
          <View style={styles.row}>
            {cylinders.map((id) => {
              const on = draft.cylinders.includes(id);
              return (
                <Button
                  key={id}
                  kind={on ? 'chosen' : 'plain'}
                  pressed={on}
                  label={`Cylinder ${id} repaired`}
                  onPress={() =>
                    set({ cylinders: on ? draft.cylinders.filter((one) => one !== id) : [...draft.cylinders, id] })
                  }
                >
                  {id}
                </Button>
              );
            })}
          </View>
        </View>
      ) : null}
    </Sheet>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 }, group: { gap: 4 } });
