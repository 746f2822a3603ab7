import {
  compressionLimits,
  fenceOf,
  formatPressure,
  KIND_OF_ENGINE,
  type KindName,
  readHere,
  siteAtmosphere,
  UNIT_SIGN,
} from '@rugged/core';
import type { Bench } from '@rugged/contract';
import { useMemo } from 'react';
import { StyleSheet } from 'react-native';
import { useReadHere } from '@/data/dates';
import { changeJob } from '@/data/jobs';
import { useSignedIn } from '@/data/session';
import { Button } from '@/ui/button';
import { useNotice } from '@/ui/notice';
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
export function ReadHerePlate({
  engineId,
  readKPa,
  bench,
}: {
  engineId: string;
  readKPa: readonly number[];
  /** The job that may be judged by it, where no book is. */
  bench?: Bench;
}) {
  const {
    shop: { unit },
  } = useSignedIn();
  const here = useShopReadings(engineId);
  const judgedBy = bench?.job.readHere;
  const shown = judgedBy ?? here;
  if (!shown) return null;
  const { name, engines, fromKPa, medianKPa, toKPa } = shown;
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
      <Label>{here?.of === 'kind' ? `What its kind reads here: ${name}` : `What ${name} reads here`}</Label>
      <Words>
        {`${engines} others: ${p(fromKPa)} to ${p(toKPa)} ${UNIT_SIGN[unit]}, the middle one ${p(medianKPa)}.${mine}`}
      </Words>
      <Words colour="dim">Each engine by its own middle, as read.</Words>
      {bench?.job.status === 'open' && !hasBook(bench) ? <JudgeByIt bench={bench} here={here} /> : null}
    </Plate>
  );
}

const hasBook = ({ engine, books, job }: Bench): boolean =>
  compressionLimits(engine, books, siteAtmosphere(job.site)).source.kind === 'book';

/** Without a book a job may be judged by what others read here; kept with the job as it is now. */
function JudgeByIt({ bench, here }: { bench: Bench; here: ReturnType<typeof useShopReadings> }) {
  const tell = useNotice();
  const {
    shop: { unit },
  } = useSignedIn();
  const { readHere: judgedBy, status } = bench.job;
  // What a closed job is judged by stays.
  const closed = status === 'closed';
  const change = (to: Bench['job']['readHere'], text: string) =>
    void changeJob(bench, { readHere: to ?? null }, text).then(() => tell({ text }));
  if (judgedBy)
    return (
      <>
        <Words>{`No book: this job is judged by it. Low is under ${formatPressure(fenceOf(judgedBy), unit)}.`}</Words>
        {closed ? null : (
          <Button onPress={() => change(undefined, 'Judged by the rule of thumb')} style={styles.gap}>
            Back to the rule of thumb
          </Button>
        )}
      </>
    );
  if (!here || closed) return null;
  const { of: _, ...limit } = here;
  return (
    <>
      <Words>
        {`No book says more. Judged by it, low would be under ${formatPressure(fenceOf(here), unit)}, and one to ` +
          `watch under ${formatPressure(Math.max(fenceOf(here), here.fromKPa), unit)}.`}
      </Words>
      <Button onPress={() => change(limit, 'Judged by what others read here')} style={styles.gap}>
        Judge this job by it
      </Button>
    </>
  );
}

const styles = StyleSheet.create({ gap: { marginTop: 8 } });
