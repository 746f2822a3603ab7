import type { CompressionReadingRecord, NewCompressionTest } from '@rugged/contract';
import { type Bench, compressionOf, countingReadings } from '@rugged/contract/bench';
import { type Cycle, displacementRise, type Dose, formatPressure, fromKPa, lockingDoseMl, type PressureUnit, recommendedDose, siteAtmosphere, toKPa, UNIT_SIGN, volumesOf } from '@rugged/core';
import { useEffect, useMemo, useReducer, useState } from 'react';
import { outbox } from '@/data/client';
import { readDraft, writeDraft } from '@/data/draft';
import { judgeBench } from '@/data/jobs';
import type { NewEntry } from '@/data/outbox/entry';
import { useSignedIn } from '@/data/session';
import { newId } from '@/data/new-id';
import { asTester, useTesters } from '@/data/testers';
import { takeNumber, useLive } from '@/features/live/use-live';
import { unsuitedFor } from '@/features/testers/unsuited';
import type { LiveStream } from '@/features/live/live-stream';
import { type Conditions, conditionsOf, latestTest, SAME_SESSION_MS, sameConditions, usualConditions } from './conditions';
import { type Draft, draftReducer, EMPTY_DRAFT, typedReading } from './draft';

/** The pad as this device keeps it until a reading is kept. */
interface KeptPad { cylinder: string; wet: boolean; draft: Draft; oil?: string; conditions: Conditions; at: number }

/** All of the compression pad but its looks. */
export function useCompressionPad(bench: Bench, startAt: string | undefined, startWet: boolean) {
  const { shop } = useSignedIn();
  const testers = useTesters('compression');
  const [usual] = testers;
  const { unit } = shop;
  const { engine, job } = bench;
  const counting = useMemo(() => compressionOf(countingReadings(bench.readings)).filter((reading) => !reading.wet), [bench.readings]);
  const [openedAt] = useState(() => Date.now());
  const keptKey = `compression.${job.id}.${unit}`;
  /** What was set and typed before a reload, as long as it is the same session at the engine. */
  const [before] = useState(() => { const kept = readDraft<KeptPad>(keptKey); return kept && openedAt - kept.at < SAME_SESSION_MS ? kept : undefined; });
  const [conditions, setConditions] = useState<Conditions>(() => {
    if (before) return before.conditions;
    const latest = latestTest(bench, openedAt);
    return latest ? conditionsOf(latest) : usualConditions(usual && asTester(usual));
  });
  const measured = new Set(counting.map((reading) => reading.cylinder));
  const [cylinder, setCylinder] = useState(() =>
    startAt !== undefined && engine.cylinders.includes(startAt) ? startAt : engine.cylinders.find((id) => !measured.has(id)) ?? engine.cylinders[0] as string);
  const [wet, setWet] = useState(startWet);
  const same = before?.cylinder === cylinder && before.wet === wet ? before : undefined;
  const [oilText, setOilText] = useState<string | undefined>(same?.oil);
  const [draft, act] = useReducer(draftReducer, same?.draft ?? EMPTY_DRAFT);
  useEffect(() => { writeDraft(keptKey, { cylinder, wet, draft, conditions, at: Date.now(), ...(oilText === undefined ? {} : { oil: oilText }) } satisfies KeptPad); }, [keptKey, cylinder, wet, draft, conditions, oilText]);
  const [tried, setTried] = useState(false);
  const [lastKept, setLastKept] = useState<CompressionReadingRecord>();

  const dryKPa = dryOf(counting, cylinder);
  const dose = doseFor(bench, dryKPa);
  // The dose that suits stands there until somebody types another.
  const oil = wet ? { ml: oilText ?? (dose ? dose.ml.toFixed(1) : '') } : undefined;
  const typed = typedReading(draft, cylinder, unit, engine, conditions.tester, oil);
  const error = typed.ok ? undefined : typed.error;
  const attempts = (wet ? compressionOf(countingReadings(bench.readings)).filter((reading) => reading.wet) : counting).filter((reading) => reading.cylinder === cylinder);

  /** The bench as it would be with the draft kept: what the pad says of it while it is typed. */
  const verdict = useMemo(() => {
    if (!typed.ok) return judgeBench(bench);
    const entries = entriesFor(bench, withSpeed(bench, conditions, undefined, openedAt), typed.reading, draft.correcting, openedAt, 'draft');
    return judgeBench({
      ...bench,
      tests: [...bench.tests, ...(entries.test ? [entries.test] : [])],
      readings: [...bench.readings, entries.reading],
    });
    // The draft's text is the only thing that moves between renders.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [bench, conditions, draft, cylinder, unit, openedAt, oil?.ml]);

  const { stream, start, stop } = useLive();
  const simulated = conditions.tester?.simulated === true;
  /** Cranks against the sensor: what it catches goes on the dial as if it were typed. */
  const crank = () => {
    setLastKept(undefined);
    act({ do: 'clear' });
    let steady = false;
    start({
      kind: 'compression', jobId: job.id, cylinder, take: takeNumber(), throttle: conditions.throttle ?? 'open',
      engineTemperature: conditions.engineTemperature ?? 'warm', ...(wet && Number(oil?.ml) > 0 ? { oilMl: Number(oil?.ml) } : {}),
    }, ({ strokes, status }) => {
      // Judged once it has stopped rising and at the end, not at every stroke: the needle keeps its frames.
      if (!strokes || strokes.strokes.length === 0 || (status !== 'ended' && (steady || !stoppedRising(strokes.strokes)))) return;
      steady = true;
      const shown = strokes.strokes.map(({ peak }) => Number(fromKPa(peak, unit).toFixed(unit === 'psi' || unit === 'kPa' ? 0 : 2)));
      act({ do: 'take', strokes: shown, peak: Math.max(...shown) });
    });
  };

  const select = (id: string) => {
    stop();
    setCylinder(id);
    setLastKept(undefined);
    setOilText(undefined);
    act({ do: 'clear' });
    setTried(false);
  };

  /** The next cylinder nobody has measured yet, in order, round from here. */
  const nextUnmeasured = (): string | undefined => {
    const at = engine.cylinders.indexOf(cylinder);
    const round = [...engine.cylinders.slice(at + 1), ...engine.cylinders.slice(0, at)];
    return round.find((id) => !measured.has(id));
  };

  const keep = (again: boolean) => {
    setTried(true);
    if (!typed.ok) return;
    const rpm = stream && crankingRpm(stream, engine.cycle);
    stop();
    const now = Date.now();
    const { test, reading } = entriesFor(bench, withSpeed(bench, conditions, rpm, now), typed.reading, draft.correcting, now, newId());
    const figure = `${formatPressure(toKPa(reading.peak, reading.unit), unit)} ${UNIT_SIGN[unit]}`;
    const entries: NewEntry[] = [
      ...(test ? [{ method: 'POST' as const, path: '/tests', body: { ...test }, jobId: job.id, what: `Compression test, ${engine.name}` }] : []),
      { method: 'POST', path: '/readings', body: { ...reading }, jobId: job.id, what: `Cyl ${cylinder}${wet ? ' wet' : ''} ${figure}, ${engine.name}` },
    ];
    const next = nextUnmeasured();
    void outbox.keep(entries).then(() => {
      act({ do: 'clear' });
      setTried(false);
      if (!again && !wet && !draft.correcting && next !== undefined) setCylinder(next);
      setLastKept(reading);
    });
  };

  const takeBack = async (reading: CompressionReadingRecord) => {
    await outbox.keep([withdrawal(reading, job.id, engine.name)]);
    setLastKept(undefined);
    select(reading.cylinder);
  };

  return {
    unit, cylinder, select, draft, act, conditions, setConditions, typed, verdict, attempts, counting, keep, takeBack, lastKept,
    /** Shown only once it matters: while typing is going on a peak below a stroke is not wrong yet. */
    error: error && (tried || draft.peak.length >= 2) ? error : undefined,
    missing: tried && !typed.ok && !typed.error,
    next: wet ? undefined : nextUnmeasured(),
    wet, oil, dose, setOil: setOilText,
    /** With a live sensor: its stream, and the starter. */
    live: simulated ? { stream, crank, stop, cycle: engine.cycle } : undefined,
    /** What speaks against the tester in hand, said before anybody cranks. */
    unsuited: testers.filter(({ name }) => name === conditions.tester?.name).flatMap((record) => unsuitedFor(bench, record)).filter(({ severity }) => severity === 'stop'),
    /** Between dry and wet; what was typed for the one says nothing of the other. */
    toggleWet: () => {
      setWet(!wet);
      select(cylinder);
    },
    /** What the oil alone may lift the dry reading to, in the shown unit. */
    oilAlone: wet ? oilAlone(bench, dryKPa, Number(oil?.ml), unit) : undefined,
    dryMissing: wet && dryKPa === undefined,
    shownIn: (figure: number, from: PressureUnit) => trimmed(fromKPa(toKPa(figure, from), unit)),
    /** What was typed, in another unit: the same pressure, not the same digits. */
    convertDraft: (to: PressureUnit) => act({ do: 'convert', convert: (figure) => trimmed(fromKPa(toKPa(figure, unit), to)) }),
  };
}

export type CompressionPad = ReturnType<typeof useCompressionPad>;

/** A stroke that adds less than this share of the peak adds nothing a gauge shows. */
const RISES = 0.01;

function stoppedRising(strokes: readonly { peak: number }[]): boolean {
  const [last, before] = [strokes[strokes.length - 1], strokes[strokes.length - 2]];
  return last !== undefined && before !== undefined && strokes.length >= 3 && last.peak - before.peak < RISES * last.peak;
}

/** A four-stroke compresses once in two turns. Rounded to ten, so that one take after another joins the same test. */
export function crankingRpm({ strokes }: LiveStream, cycle: Cycle): number | undefined {
  const perMinute = strokes?.strokesPerMinute();
  return perMinute === undefined ? undefined : 10 * Math.round((perMinute * (cycle === 'four-stroke' ? 2 : 1)) / 10);
}

/**
 * The conditions with the speed that a sensor measured. Cylinders differ by a little and are still one test: it keeps the
 * speed it began with.
 */
function withSpeed(bench: Bench, conditions: Conditions, rpm: number | undefined, now: number): Conditions {
  if (conditions.crankingRpm !== undefined || conditions.tester?.simulated !== true) return conditions;
  const latest = latestTest(bench, now);
  const { crankingRpm, ...others } = latest ? conditionsOf(latest) : {};
  if (crankingRpm !== undefined && sameConditions(others, conditions)) return { ...conditions, crankingRpm };
  return rpm === undefined ? conditions : { ...conditions, crankingRpm: rpm };
}

/** The test that the reading joins, or the new one it needs, and the reading itself. */
function entriesFor(
  bench: Bench, conditions: Conditions, typed: Pick<CompressionReadingRecord, 'cylinder' | 'unit' | 'peak' | 'strokes' | 'wet' | 'oilMl'>, correcting: CompressionReadingRecord | undefined,
  now: number, readingId: string,
): { test?: NewCompressionTest; reading: CompressionReadingRecord } {
  const takenAt = new Date(now).toISOString();
  if (correcting) return { reading: { ...typed, id: readingId, testId: correcting.testId, takenAt, supersedes: correcting.id } };
  const latest = latestTest(bench, now);
  if (latest && sameConditions(conditionsOf(latest), conditions)) return { reading: { ...typed, id: readingId, testId: latest.id, takenAt } };
  const test: NewCompressionTest = { id: readingId === 'draft' ? 'draft' : newId(), jobId: bench.job.id, kind: 'compression', ...conditions, startedAt: takenAt };
  return { test, reading: { ...typed, id: readingId, testId: test.id, takenAt } };
}

/** The latest dry reading of a cylinder that a wet one is set against, kPa; nothing when it makes nothing. */
function dryOf(counting: readonly CompressionReadingRecord[], cylinder: string): number | undefined {
  const dry = counting.findLast((reading) => reading.cylinder === cylinder);
  return dry && dry.peak > 0 ? toKPa(dry.peak, dry.unit) : undefined;
}

function doseFor({ engine, job }: Bench, dryKPa: number | undefined): Dose | undefined {
  const volumes = volumesOf(engine);
  return volumes && dryKPa !== undefined ? recommendedDose(dryKPa, volumes, siteAtmosphere(job.site)) : undefined;
}

function oilAlone({ engine, job }: Bench, dryKPa: number | undefined, oilMl: number, unit: PressureUnit): { from: number; to: number } | undefined {
  const volumes = volumesOf(engine);
  if (!volumes || dryKPa === undefined || !(oilMl >= 0) || oilMl >= lockingDoseMl(volumes.chamberCm3)) return undefined;
  const rise = displacementRise(dryKPa, volumes, oilMl, siteAtmosphere(job.site));
  return { from: fromKPa(dryKPa, unit), to: fromKPa(dryKPa * (1 + rise), unit) };
}

/** A reading taken back is a row of its own: both stay. */
function withdrawal({ id, testId, cylinder, unit, peak, wet }: CompressionReadingRecord, jobId: string, engine: string): NewEntry {
  const body: CompressionReadingRecord = { id: newId(), testId, cylinder, unit, peak, takenAt: new Date().toISOString(), supersedes: id, withdrawn: true, ...(wet ? { wet } : {}) };
  return { method: 'POST', path: '/readings', body: { ...body }, jobId, what: `Cyl ${cylinder} ${peak} ${UNIT_SIGN[unit]} taken back, ${engine}` };
}

/** A converted figure as somebody would type it. */
const trimmed = (figure: number) => String(Number(figure.toFixed(2)));
