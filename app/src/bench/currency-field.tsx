import { checkCurrency } from '@rugged/core';
import { useState } from 'react';
import { Field } from '@/ui/field';

/** Three capital letters of a currency that there is; what is none is said, not taken. */
export function CurrencyField({
  value,
  onChange,
}: {
  value: string | undefined;
  onChange(currency: string | undefined): void;
}) {
  const [typed, setTyped] = useState(value ?? '');
  const currency = typed.trim().toUpperCase();
  return (
    <Field
      label="Currency"
      value={typed}
      placeholder="EUR"
      onChange={(text) => {
        setTyped(text);
        const next = text.trim().toUpperCase();
        if (next === '') onChange(undefined);
        else if (isCurrency(next)) onChange(next);
      }}
      error={currency === '' || isCurrency(currency) ? undefined : 'is none that we know: three letters, as EUR'}
    />
  );
}

function isCurrency(code: string): boolean {
  try {
    checkCurrency('currency', code);
    return true;
  } catch {
    return false;
  }
}
