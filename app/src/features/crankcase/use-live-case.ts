import type { Bench } from '@rugged/contract';
import { fromKPa, toKPa } from '@rugged/core';
import { useEffect, useEffectEvent } from 'react';
import { useJoined } from '@/bench/live/joined';
import { useLive, useStreamed } from '@/bench/live/use-live';
import type { CaseTestRecord, SampleRecord } from './records';

/** So many looks over the time of the test, beside the first. */
const LOOKS = 6;
/** The sensor is watched on for this long, s. */
const AFTER = 30;
/** A look this close to its time counts for it, s. */
const NEAR = 1.5;

/**
 * The sensor on a closed case. Its stream began when the clock did: joined late, or again after the signal was away,
 * what
 * was missed comes at once, and the looks that were due are kept at their own times.
 */
export function useLiveCase(
  bench: Bench,
  running: CaseTestRecord | undefined,
  samples: readonly SampleRecord[],
  holdSeconds: number,
  look: (value: number, at: number) => void,
) {
  const { stream, start } = useLive();
  const joined = useJoined('crankcase');
  const sensed = joined !== undefined || running?.conditions.tester?.simulated === true;
  const first = samples[0]?.figures.value;
  const unit = running?.conditions.unit ?? 'psi';
  const join = useEffectEvent(() => {
    if (!running || first === undefined) return;
    const startedAt = Date.parse(running.startedAt);
    start(
      {
        kind: 'crankcase',
        jobId: bench.job.id,
        cylinder: running.conditions.case ?? bench.engine.cylinders[0] ?? '1',
        take: Math.floor(startedAt / 100) % 1e9,
        mode: running.conditions.mode,
        startKPa: toKPa(first, unit).toFixed(3),
        seconds: holdSeconds + AFTER,
        after: `${startedAt}-0`,
      },
      undefined,
      joined,
    );
  });
  const known = first !== undefined;
  useEffect(() => {
    if (sensed && known) join();
  }, [sensed, known, running?.id]);

  // A few times a second: the clock is rendered as often.
  useStreamed(stream, ({ rows: taken, status }) => `${status} ${taken.length}`);
  const rows = stream?.rows ?? [];
  const hz = stream?.sampleHz ?? 0;
  const shown = (kPa: number) => Number(fromKPa(kPa, unit).toFixed(unit === 'kPa' ? 1 : 2));
  // A sensor of one's own tells what comes; what passed before it was joined is gone.
  const begun = joined && running ? Math.max(0, ((stream?.joinedAt ?? 0) - Date.parse(running.startedAt)) / 1000) : 0;
  const seconds = hz > 0 && rows.length > 0 ? begun + (rows.length - 1) / hz : 0;
  // One that was taken back stays taken back.
  const taken = bench.readings.flatMap((reading) =>
    reading.kind === 'crankcase' && reading.testId === running?.id ? [reading.figures.seconds] : [],
  );
  /** The first look that is due and was never kept. */
  const due =
    sensed && hz > 0
      ? Array.from({ length: LOOKS }, (_, i) => Math.round(((i + 1) * holdSeconds) / LOOKS)).find(
          (at) => at >= begun && at <= seconds && !taken.some((had) => Math.abs(had - at) <= NEAR),
        )
      : undefined;
  const keep = useEffectEvent((at: number) => {
    const row = rows[Math.round((at - begun) * hz)];
    if (row?.[0] !== undefined) look(shown(row[0]), at);
  });
  useEffect(() => {
    if (due !== undefined) keep(due);
  }, [due]);

  const now = stream?.now[0];
  return sensed ? { stream, value: now === undefined ? undefined : shown(now) } : undefined;
}
