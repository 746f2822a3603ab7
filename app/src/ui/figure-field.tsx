import { useState } from 'react';
import { Field } from './field';
import { typedNumber } from './format';

interface Props {
  label: string;
  value: number | undefined;
  onChange(value: number | undefined): void;
  least?: number;
  most?: number;
  hint?: string;
  placeholder?: string;
  error?: string | undefined;
}

/** A figure that other hands may move too: what is typed stands as typed, and what is no figure is said, not taken. */
export function FigureField({ label, value, onChange, least = 0, most = 1e7, hint, placeholder, error }: Props) {
  const [typed, setTyped] = useState({ text: textOf(value), value });
  // Moved from elsewhere, with a slider or an undo.
  if (typed.value !== value) setTyped({ text: textOf(value), value });
  const parsed = typedNumber(typed.text, 'grouped');
  const wrong =
    typeof parsed === 'string'
      ? 'is no number'
      : parsed !== undefined && parsed < least
        ? `must be ${least} or more`
        : parsed !== undefined && parsed > most
          ? `must be ${most} or less`
          : undefined;
  return (
    <Field
      label={label}
      value={typed.text}
      onChange={(text) => {
        const next = typedNumber(text, 'grouped');
        const good = typeof next !== 'string' && (next === undefined || (next >= least && next <= most));
        setTyped({ text, value: good ? next : value });
        if (good) onChange(next);
      }}
      error={wrong ?? error}
      figures
      signs="grouped"
      keyboard="decimal-pad"
      {...(hint === undefined ? {} : { hint })}
      {...(placeholder === undefined ? {} : { placeholder })}
    />
  );
}

const textOf = (value: number | undefined) => (value === undefined ? '' : String(value));
