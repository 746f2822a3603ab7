import { formatPressure, KIND_OF_ENGINE, type KindName, readHere, UNIT_SIGN } from '@rugged/core';
import { useMemo } from 'react';
import { useReadHere } from '@/data/dates';
import { useSignedIn } from '@/data/session';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';

/** What engines of this model, or of this kind, read in this shop; nothing for fewer than five. */
export function useShopReadings(engineId: string) {
  const { data } = useReadHere(engineId);
  return useMemo(() => {
    const found = data ? readHere(data.engines) : undefined;
    if (!data || !found) return undefined;
    const name = data.of === 'kind' ? KIND_OF_ENGINE[data.name as KindName] : data.name;
    return { ...found, of: data.of, name };
  }, [data]);
}

/** The shop's own readings beside this engine's. @param readKPa what this one read, the counting dry ones */
export function ReadHerePlate({ engineId, readKPa }: { engineId: string; readKPa: readonly number[] }) {
  const {
    shop: { unit },
  } = useSignedIn();
  const here = useShopReadings(engineId);
  if (!here) return null;
  const p = (kPa: number) => formatPressure(kPa, unit);
  const mine =
    readKPa.length === 0
      ? ''
      : ` This one: ${[...readKPa]
          .sort((a, b) => a - b)
          .map(p)
          .join(', ')}.`;
  return (
    <Plate label="What it reads here">
      <Label>{here.of === 'model' ? `What ${here.name} reads here` : `What its kind reads here: ${here.name}`}</Label>
      <Words>
        {`${here.engines} others: ${p(here.fromKPa)} to ${p(here.toKPa)} ${UNIT_SIGN[unit]}, the middle one ` +
          `${p(here.medianKPa)}.${mine}`}
      </Words>
      <Words colour="dim">Each engine by its own middle, as read: this shop&apos;s experience, no limit.</Words>
    </Plate>
  );
}
