import { type Bench, countingReadings } from '@rugged/contract/bench';
import type { Inside } from '@rugged/core';
import { useState } from 'react';
import { useDraft } from '@/data/draft';
import { keepReadings } from '@/data/recording';
import { isLook, looksOf, nextPart, partOfField, partsOf, typedLooks } from './looks';
import { recordedParts } from './recorded-parts';
import { isSize, type Sizes, sizesOf, typedSizes } from './sizes';

/** What is typed of the parts of one cylinder. What is changed corrects what was kept; both stay. */
export function useParts(bench: Bench, cylinder: string) {
  const parts = partsOf(bench.engine);
  const counting = countingReadings(bench.readings);
  const kept: Sizes = { ...sizesOf(counting.filter(isSize), cylinder), ...looksOf(counting.filter(isLook), cylinder) };
  const [draft, setDraft] = useDraft<Sizes>(`teardown.${bench.job.id}.${cylinder}`, {});
  const [chosen, choose] = useState<Inside>(() => nextPart(parts, parts[parts.length - 1] as Inside, kept));
  const [tried, setTried] = useState(false);
  const typed: Sizes = { ...kept, ...draft };
  const measured = typedSizes(typed, cylinder);
  const looked = typedLooks(typed, cylinder, parts);
  const errors = { ...(measured.ok ? {} : measured.errors), ...(looked.ok ? {} : looked.errors) };
  const next = nextPart(parts, chosen, typed);

  const keep = () => {
    setTried(true);
    if (!measured.ok || !looked.ok) {
      // The field that is wrong may be of a part that is not in sight.
      const wrong = Object.keys(errors).map(partOfField);
      if (wrong[0] !== undefined && !wrong.includes(chosen)) choose(wrong[0]);
      return;
    }
    void keepReadings(bench, recordedParts(bench, cylinder, measured.parts, looked.looks, Date.now())).then(() => {
      setDraft({});
      setTried(false);
      // That it is kept is seen on the drawing; a notice would lie over the keys.
      choose(next);
    });
  };
  return {
    parts,
    chosen,
    choose,
    typed,
    errors: tried ? errors : {},
    change: (field: string, value: string) => setDraft({ ...draft, [field]: value }),
    changed: Object.entries(draft).some(([field, value]) => value !== (kept[field] ?? '')),
    isLast: next === chosen,
    keep,
  };
}
