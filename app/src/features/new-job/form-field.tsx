import { type Control, type FieldErrors, useController } from 'react-hook-form';
import { Field } from '@/ui/field';
import type { Signs } from '@/ui/format';
import type { NewJobForm, TextField } from './form';

interface TextProps {
  control: Control<NewJobForm>;
  errors: FieldErrors<NewJobForm>;
  name: TextField;
  label: string;
  hint?: string;
  figures?: boolean;
  signs?: Signs;
}

/** A typed field of the form, with what is wrong with it. */
export function FormField({ control, errors, name, label, hint, figures = false, signs = 'asked' }: TextProps) {
  const { field } = useController({ control, name });
  return (
    <Field
      label={label}
      value={field.value}
      onChange={field.onChange}
      error={errors[name]?.message}
      figures={figures}
      signs={signs}
      {...(hint ? { hint } : {})}
      {...(figures ? { keyboard: 'decimal-pad' as const } : {})}
    />
  );
}
