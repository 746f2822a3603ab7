import { useMemo, useState } from 'react';
import { forgetDraft, useDraft } from '@/data/draft';
import {
  type Change,
  type FigureField,
  isTouched,
  NAMES,
  readSheet,
  type SheetDraft,
  shownText,
  UNTOUCHED,
  type Written,
} from './sheet';

export interface Sheet {
  draft: SheetDraft;
  read: ReturnType<typeof readSheet>;
  touched: boolean;
  /** Cylinders tapped so far while the order is not complete. */
  tapped: readonly string[];
  tap(cylinder: string): void;
  untap(): void;
  set(change: Change): void;
  setText(field: string, text: string): void;
  text(field: FigureField): string;
  reset(): void;
}

const withoutNames = (texts: SheetDraft['texts']) =>
  Object.fromEntries(Object.entries(texts).filter(([field]) => !NAMES.some((bank) => bank === field)));

/** A sheet in the hand: what was touched stays on this device until it is kept or given up. */
export function useSheet(engine: Written, key: string): Sheet {
  const [draft, setDraft] = useDraft<SheetDraft>(key, UNTOUCHED);
  const [tapped, setTapped] = useState<readonly string[]>([]);
  const read = useMemo(() => readSheet(engine, draft), [engine, draft]);
  // Names that were typed for other cylinders are gone with them.
  const set = (change: Change) =>
    setDraft((now) => ({
      texts: change.cylinders ? withoutNames(now.texts) : now.texts,
      fields: { ...now.fields, ...change },
    }));
  const setText = (field: string, text: string) =>
    setDraft((now) => ({ ...now, texts: { ...now.texts, [field]: text } }));
  const without = (field: string) =>
    setDraft((now) => ({
      ...now,
      texts: Object.fromEntries(Object.entries(now.texts).filter(([one]) => one !== field)),
    }));
  const tap = (cylinder: string) => {
    if (read.engine.firingOrder || tapped.includes(cylinder)) return;
    const order = [...tapped, cylinder];
    // The last one left follows by itself.
    const left = read.engine.cylinders.filter((id) => !order.includes(id));
    if (left.length > 1) return setTapped(order);
    set({ firingOrder: [...order, ...left] });
    setTapped([]);
  };
  const untap = () => {
    if (tapped.length > 0) return setTapped(tapped.slice(0, -1));
    setTapped((read.engine.firingOrder ?? []).slice(0, -2));
    set({ firingOrder: null, firingIntervals: null });
    without('firingIntervals');
  };
  return {
    draft,
    read,
    touched: isTouched(draft),
    tapped,
    tap,
    untap,
    set,
    setText,
    text: (field) => shownText(read.engine, draft, field),
    reset: () => {
      setDraft(UNTOUCHED);
      setTapped([]);
      forgetDraft(key);
    },
  };
}
