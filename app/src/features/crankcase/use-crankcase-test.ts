import { type Bench, countingReadings, readingsOfKind, testsOfKind } from '@rugged/contract/bench';
import { type FiguresOf, fromKPa, holdLimits, toKPa, type VacuumUnit } from '@rugged/core';
import { useEffect, useMemo, useState } from 'react';
import { add, another, begin, judgeEntered, keepReadings, withdraw } from '@/data/recording';
import { useSignedIn } from '@/data/session';
import { typedNumber } from '@/ui/format';
import { useLiveCase } from './use-live-case';
import type { CaseConditions, SampleRecord, CaseTestRecord } from './records';

/** A watch longer than this was walked away from. */
const LONGEST_MS = 3600 * 1000;

/**
 * A closed case watched over time. The clock is the start of the test in the record: it goes on through a reload, a
 * locked phone, a day without signal.
 */
export function useCrankcaseTest(bench: Bench) {
  const { shop } = useSignedIn();
  const now = useNow();
  const running = runningTest(bench, now);
  const limits = holdLimits(bench.books);
  const samples = useMemo(() => (running ? samplesOf(bench, running.id) : []), [bench, running]);
  const unit: VacuumUnit = running?.conditions.unit ?? shop.unit;
  const seconds = running ? Math.max(0, Math.round((now - Date.parse(running.startedAt)) / 1000)) : 0;
  const shown = (kPa: number) => fromKPa(kPa, unit);

  /** Closes the rig: the first look is the start of the watch. */
  const start = (conditions: CaseConditions, value: number, celsius?: number) =>
    keepReadings(bench, [
      {
        recorded: begin(bench, { kind: 'crankcase', conditions, figures: sample(0, value, celsius), now: Date.now() }),
        what: `Crankcase at 0 s: ${value} ${conditions.unit}`,
      },
    ]);
  /** What is wrong with a start, before it is kept: too much for the seals above all. */
  const wrongStart = (conditions: CaseConditions, text: string): string | undefined => {
    const value = typedNumber(text);
    if (value === undefined) return undefined;
    if (typeof value !== 'number' || value <= 0) return 'must be a number above 0';
    const begun = begin(bench, { kind: 'crankcase', conditions, figures: sample(0, value), now });
    const judged = judgeEntered(bench, begun, shop.unit);
    return judged.ok ? undefined : judged.error.reason;
  };
  // The start itself is the look at nought.
  const look = (value: number, at = Math.max(1, seconds)) => {
    if (!running) return;
    void keepReadings(bench, [
      { recorded: another(running, sample(at, value), Date.now()), what: `Crankcase at ${at} s: ${value} ${unit}` },
    ]);
  };
  const takeBack = (one: SampleRecord) => {
    void withdraw(bench, one, `Crankcase look at ${one.figures.seconds} s`);
  };

  /** What the soapy water showed. */
  const note = (text: string) => {
    const at = running?.conditions.case;
    void add(
      bench,
      'notes',
      { about: 'other', text, ...(at === undefined ? {} : { cylinder: at }) },
      'Note on the crankcase',
    );
  };
  const live = useLiveCase(bench, running, samples, limits.holdSeconds, look);

  return {
    unit,
    running,
    note,
    live,
    samples,
    seconds,
    start,
    wrongStart,
    look,
    takeBack,
    limits: {
      holdSeconds: limits.holdSeconds,
      maxDrop: shown(limits.maxDropKPa),
      highest: shown(limits.highestKPa),
      source: limits.source,
    },
    /** The usual start: what the book says, else 5 psi either way. */
    usualStart: (mode: CaseConditions['mode'], inUnit: VacuumUnit) => {
      const book = bench.books.find(({ crankcase }) => crankcase)?.crankcase;
      const kPa = book && mode === 'pressure' ? toKPa(book.pressure, book.unit) : toKPa(5, 'psi');
      return Number(fromKPa(kPa, inUnit).toFixed(inUnit === 'kPa' ? 0 : 1));
    },
  };
}
export type CrankcasePad = ReturnType<typeof useCrankcaseTest>;

const sample = (seconds: number, value: number, celsius?: number): FiguresOf<'crankcase'> => ({
  seconds,
  value,
  ...(celsius === undefined ? {} : { celsius }),
});

const samplesOf = (bench: Bench, testId: string): SampleRecord[] =>
  readingsOfKind(countingReadings(bench.readings), 'crankcase')
    .filter((reading) => reading.testId === testId)
    .sort((a, b) => a.figures.seconds - b.figures.seconds);

/** The latest test that was begun here and is young enough to be watched still. */
function runningTest(bench: Bench, now: number): CaseTestRecord | undefined {
  const [latest] = testsOfKind(bench.tests, 'crankcase');
  return latest && now - Date.parse(latest.startedAt) < LONGEST_MS ? latest : undefined;
}

/** Twice a second, so that the seconds never skip. */
function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const tick = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(tick);
  }, []);
  return now;
}
