import { useState } from 'react';
import { reasonsByField, validate } from '@/data/validating';

type Errors = Readonly<Record<string, string>>;

/** A small settings form: text fields, checked by the contract, saved by hand, errors at their fields. */
export function useSettingsForm<T, F extends Record<string, string>>(
  start: F,
  schema: Parameters<typeof validate<T>>[0],
  toValue: (form: F) => unknown,
  save: (value: T) => Promise<Errors>,
) {
  const [form, setForm] = useState(start);
  const [errors, setErrors] = useState<Errors>({});
  const [saving, setSaving] = useState(false);
  const submit = async () => {
    const checked = await validate(schema, toValue(form));
    setErrors(reasonsByField(checked));
    if (!checked.ok) return;
    setSaving(true);
    setErrors(await save(checked.value));
    setSaving(false);
  };
  return {
    form,
    errors,
    saving,
    changed: JSON.stringify(form) !== JSON.stringify(start),
    set: (field: keyof F) => (text: string) => setForm((before) => ({ ...before, [field]: text })),
    submit: () => void submit(),
  };
}
