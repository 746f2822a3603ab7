import type { ReadingRecordOf } from '@rugged/contract';
import { type Bench, latestOf, readingsOfKind, readingsSinceRepair } from '@rugged/contract/bench';
import {
  type CompressionReading,
  type Cycle,
  displacementOn,
  type DoseAdvice,
  doseFor,
  formatPressure,
  fromKPa,
  mlInWords,
  type PressureUnit,
  siteAtmosphere,
  toKPa,
  UNIT_SIGN,
} from '@rugged/core';
import { useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { readDraft, writeDraft } from '@/data/draft';
import { judgeOnce } from '@/data/judged';
import { useSignedIn } from '@/data/session';
import { asTester, useTesters } from '@/data/testers';
import { buzz } from '@/ui/buzz';
import { asTyped, typedNumber } from '@/ui/format';
import { useJoined } from '@/bench/live/joined';
import { takeNumber, useLive } from '@/bench/live/use-live';
import { unsuitedFor } from '@/bench/testers/unsuited';
import type { LiveStream } from '@/bench/live/live-stream';
import { goFrom } from '@/bench/set-aside';
import {
  correction,
  inSession,
  joinOrBegin,
  keepReadings,
  sameConditions,
  testInHand,
  withdraw,
  judgeEntered,
  refusedBy,
} from '@/data/recording';
import { type Conditions, usualConditions } from './conditions';
import { type Draft, draftReducer, EMPTY_DRAFT, typedReading } from './draft';

export type CompressionRecord = ReadingRecordOf<'compression'>;

/** The pad as this device keeps it until a reading is kept. */
interface KeptPad {
  cylinder: string;
  wet: boolean;
  draft: Draft;
  oil?: string;
  conditions: Conditions;
  at: number;
}

/** All of the compression pad but its looks. */
export function useCompressionPad(bench: Bench, startAt: string | undefined, startWet: boolean) {
  const { shop } = useSignedIn();
  const testers = useTesters('compression');
  const [usual] = testers;
  const { unit } = shop;
  const { engine, job } = bench;
  const standing = useMemo(() => readingsOfKind(readingsSinceRepair(bench), 'compression'), [bench]);
  const counting = useMemo(() => standing.filter(({ figures }) => !figures.wet), [standing]);
  const [openedAt] = useState(() => Date.now());
  const keptKey = `compression.${job.id}.${unit}`;
  // Who has repaired it begins anew: nobody knows whether it is still warm.
  const repairedAt = Date.parse(latestOf(bench.repairs)?.madeAt ?? '') || 0;
  /** What was set and typed before a reload, as long as it is the same session at the engine. */
  const [before] = useState(() => {
    const kept = readDraft<KeptPad>(keptKey);
    return kept && inSession('compression', kept.at, openedAt) ? kept : undefined;
  });
  const [conditions, setConditions] = useState<Conditions>(() => {
    if (before && before.at > repairedAt) return before.conditions;
    return testInHand(bench, 'compression', openedAt)?.conditions ?? usualConditions(engine, usual && asTester(usual));
  });
  const measured = new Set(counting.map(({ figures }) => figures.cylinder));
  const [cylinder, setCylinder] = useState(() =>
    startAt !== undefined && engine.cylinders.includes(startAt)
      ? startAt
      : (engine.cylinders.find((id) => !measured.has(id)) ?? (engine.cylinders[0] as string)),
  );
  const [wet, setWet] = useState(startWet);
  const same = before?.cylinder === cylinder && before.wet === wet ? before : undefined;
  const [oilText, setOilText] = useState<string | undefined>(same?.oil);
  const [draft, act] = useReducer(draftReducer, same?.draft ?? EMPTY_DRAFT);
  useEffect(() => {
    writeDraft(keptKey, {
      cylinder,
      wet,
      draft,
      conditions,
      at: Date.now(),
      ...(oilText === undefined ? {} : { oil: oilText }),
    } satisfies KeptPad);
  }, [keptKey, cylinder, wet, draft, conditions, oilText]);
  const [tried, setTried] = useState(false);
  const [lastKept, setLastKept] = useState<CompressionRecord>();

  const dryKPa = dryOf(counting, cylinder);
  const dose = adviceFor(bench, dryKPa);
  // The dose that suits stands there until somebody types another.
  const oil = wet
    ? { ml: oilText ?? (dryKPa !== undefined && dose.fromMl !== undefined ? mlInWords(dose.fromMl) : '') }
    : undefined;
  const oilMl = Number(typedNumber(oil?.ml ?? '', 'decimal') ?? NaN);
  const typed = typedReading(draft, cylinder, unit, engine, conditions.tester, oil);
  const attempts = standing.filter(({ figures }) => figures.cylinder === cylinder && (figures.wet === true) === wet);

  /** The bench as it would be with the draft kept: what the pad says of it while it is typed. */
  const verdict = useMemo(() => {
    if (!typed.ok) return judgeOnce(bench, unit);
    const withSpeedKept = withSpeed(bench, conditions, undefined, openedAt);
    return judgeEntered(bench, recorded(bench, withSpeedKept, typed.reading, draft.correcting, openedAt), unit);
    // The draft's text is the only thing that moves between renders.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [bench, conditions, draft, cylinder, unit, openedAt, oil?.ml]);

  const refused = typed.ok ? refusedBy(bench, verdict, unit) : undefined;
  const error = typed.ok ? refused : typed.error;

  const { stream, start, stop } = useLive();
  const joined = useJoined('compression');
  const sensed = joined !== undefined || conditions.tester?.simulated === true;
  const takeCaught = (strokes: readonly { peak: number }[]) => {
    const shown = strokes.map(({ peak }) =>
      Number(fromKPa(peak, unit).toFixed(unit === 'psi' || unit === 'kPa' ? 0 : 2)),
    );
    act({ do: 'take', strokes: shown, peak: Math.max(...shown) });
  };
  /** Somebody lets the starter go: what was caught until then stands on the dial. */
  const letGo = () => {
    const caught = stream?.strokes?.strokes ?? [];
    if (caught.length > 0) takeCaught(caught);
    stop();
  };
  /** Cranks against the sensor: what it catches goes on the dial as if it were typed. */
  const crank = () => {
    setLastKept(undefined);
    act({ do: 'clear' });
    let steady = false;
    start(
      {
        kind: 'compression',
        jobId: job.id,
        cylinder,
        take: takeNumber(),
        throttle: conditions.throttle ?? 'open',
        engineTemperature: conditions.engineTemperature ?? 'warm',
        ...(wet && oilMl > 0 ? { oilMl } : {}),
      },
      ({ strokes, status }) => {
        // Judged once it has stopped rising and at the end, not at every stroke: the needle keeps its frames.
        if (
          !strokes ||
          strokes.strokes.length === 0 ||
          (status !== 'ended' && (steady || !stoppedRising(strokes.strokes)))
        )
          return;
        steady = true;
        takeCaught(strokes.strokes);
      },
      joined,
    );
  };

  /** To another cylinder, or between dry and wet: what was typed here is there again when somebody comes back. */
  const goTo = (id: string, oiled: boolean, typedHere: Draft | undefined) => {
    stop();
    const there = goFrom<{ draft: Draft; oil?: string }>(
      'compression',
      keptKey,
      [placeOf(cylinder, wet), placeOf(id, oiled)],
      typedHere && isTyped(typedHere)
        ? { draft: typedHere, ...(oilText === undefined ? {} : { oil: oilText }) }
        : undefined,
    );
    setCylinder(id);
    setWet(oiled);
    if (id !== cylinder || oiled !== wet) setOilText(there?.oil);
    act(there ? { do: 'restore', draft: there.draft } : { do: 'clear' });
    setTried(false);
  };
  const select = (id: string) => {
    if (id === cylinder && !draft.correcting) return;
    setLastKept(undefined);
    goTo(id, wet, draft);
  };

  /** The next cylinder nobody has measured yet, in order, round from here. */
  const nextUnmeasured = (): string | undefined => {
    const at = engine.cylinders.indexOf(cylinder);
    const round = [...engine.cylinders.slice(at + 1), ...engine.cylinders.slice(0, at)];
    return round.find((id) => !measured.has(id));
  };

  /** What this device did not keep stands at its cylinder as it was typed; what was typed since waits at its own. */
  const putBack = useRef<(at: string, typed: Draft) => void>(() => undefined);
  useEffect(() => {
    putBack.current = (at, what) => {
      goTo(at, wet, draft);
      act({ do: 'restore', draft: what });
    };
  });

  const keep = (again: boolean) => {
    setTried(true);
    if (!typed.ok || refused) return;
    const rpm = stream && crankingRpm(stream, engine.cycle);
    stop();
    const now = Date.now();
    const one = recorded(bench, withSpeed(bench, conditions, rpm, now), typed.reading, draft.correcting, now);
    const { figures } = one.reading;
    const next = nextUnmeasured();
    // The pad is free at once: what is typed next is typed for the next one, and a second press keeps nothing twice.
    goTo(!again && !wet && !draft.correcting && next !== undefined ? next : cylinder, wet, undefined);
    buzz();
    const kept = keepReadings(bench, [
      {
        recorded: one,
        what:
          `Cyl ${cylinder}${wet ? ' wet' : ''} ${formatPressure(toKPa(figures.peak, figures.unit), unit)} ` +
          `${UNIT_SIGN[unit]}`,
      },
    ]);
    void kept.then(
      () => setLastKept(one.reading),
      () => putBack.current(cylinder, draft),
    );
  };

  /** The pad is at its place at once: what is typed while it is being kept is typed for what comes in its stead. */
  const takeBack = async (reading: CompressionRecord) => {
    const { cylinder: of, peak, unit: readIn, wet: oiled = false } = reading.figures;
    setLastKept(undefined);
    if (draft.correcting) goTo(of, oiled, undefined);
    else if (placeOf(of, oiled) !== placeOf(cylinder, wet)) goTo(of, oiled, draft);
    await withdraw(bench, reading, `Cyl ${of} ${peak} ${UNIT_SIGN[readIn]}`);
  };

  return {
    unit,
    cylinder,
    select,
    draft,
    act,
    conditions,
    setConditions,
    typed,
    verdict,
    attempts,
    counting,
    keep,
    takeBack,
    lastKept,
    /** Shown only once it matters: while typing is going on a peak below a stroke is not wrong yet. */
    error: error && (tried || draft.peak.length >= 2) ? error : undefined,
    missing: tried && !typed.ok && !typed.error,
    next: wet ? undefined : nextUnmeasured(),
    wet,
    swings: draft.low !== undefined,
    setSwings: (swings: boolean) => act({ do: 'swings', swings }),
    oil,
    dose,
    setOil: setOilText,
    /** With a live sensor: its stream, and the starter. */
    live: sensed ? { stream, crank, stop: letGo, cycle: engine.cycle } : undefined,
    /** What speaks against the tester in hand, said before anybody cranks. */
    unsuited: testers
      .filter(({ name }) => name === conditions.tester?.name)
      .flatMap((record) => unsuitedFor(bench, record))
      .filter(({ severity }) => severity === 'stop'),
    /** Between dry and wet; what was typed for the one says nothing of the other. */
    toggleWet: () => {
      setLastKept(undefined);
      goTo(cylinder, !wet, draft);
    },
    /** What the oil alone may lift the dry reading to, in the shown unit. */
    oilAlone: wet ? oilAlone(bench, dryKPa, oilMl, unit) : undefined,
    dryMissing: wet && dryKPa === undefined,
    shownIn: (figure: number, from: PressureUnit) => asTyped(figure, from, unit),
    /** What was typed, in another unit: the same pressure, not the same digits. */
    convertDraft: (to: PressureUnit) => act({ do: 'convert', from: unit, to }),
  };
}

export type CompressionPad = ReturnType<typeof useCompressionPad>;

const placeOf = (cylinder: string, wet: boolean) => (wet ? `wet ${cylinder}` : `dry ${cylinder}`);

/** Digits that are not kept yet. A correction only repeats what is kept. */
const isTyped = ({ peak, low, strokes, correcting }: Draft): boolean =>
  !correcting && [peak, low ?? '', ...strokes].some((text) => text !== '');

/** A stroke that adds less than this share of the peak adds nothing a gauge shows. */
const RISES = 0.01;

function stoppedRising(strokes: readonly { peak: number }[]): boolean {
  const [last, before] = [strokes[strokes.length - 1], strokes[strokes.length - 2]];
  return (
    last !== undefined && before !== undefined && strokes.length >= 3 && last.peak - before.peak < RISES * last.peak
  );
}

/** A four-stroke compresses once in two turns. Rounded to ten, so that one take after another joins the same test. */
export function crankingRpm({ strokes }: LiveStream, cycle: Cycle): number | undefined {
  const perMinute = strokes?.strokesPerMinute();
  return perMinute === undefined ? undefined : 10 * Math.round((perMinute * (cycle === 'four-stroke' ? 2 : 1)) / 10);
}

/**
 * The conditions with the speed that a sensor measured. Cylinders differ by a little and are still one test: it keeps
 * the
 * speed it began with.
 */
function withSpeed(bench: Bench, conditions: Conditions, rpm: number | undefined, now: number): Conditions {
  if (conditions.crankingRpm !== undefined || conditions.tester?.simulated !== true) return conditions;
  const { crankingRpm, ...others } = testInHand(bench, 'compression', now)?.conditions ?? {};
  if (crankingRpm !== undefined && sameConditions<'compression'>(others, conditions))
    return { ...conditions, crankingRpm };
  return rpm === undefined ? conditions : { ...conditions, crankingRpm: rpm };
}

/** What is typed as it would be kept: in the place of the reading it corrects, else in the test it belongs to. */
const recorded = (
  bench: Bench,
  conditions: Conditions,
  figures: CompressionReading,
  correcting: CompressionRecord | undefined,
  now: number,
) =>
  correcting
    ? correction(correcting, figures, now)
    : joinOrBegin(bench, { kind: 'compression', conditions, figures, now });

/** The latest dry reading of a cylinder that a wet one is set against, kPa; nothing when it makes nothing. */
function dryOf(counting: readonly CompressionRecord[], cylinder: string): number | undefined {
  const dry = counting.findLast(({ figures }) => figures.cylinder === cylinder)?.figures;
  return dry && dry.peak > 0 ? toKPa(dry.peak, dry.unit) : undefined;
}

/** What may be poured on this engine as far as it is known; a chamber that nobody gave still guards against locking. */
const adviceFor = ({ engine, job }: Bench, dryKPa: number | undefined): DoseAdvice =>
  doseFor(engine, dryKPa ?? DRY_WHERE_NOTHING_WAS_READ_KPA, siteAtmosphere(job.site));
const DRY_WHERE_NOTHING_WAS_READ_KPA = 900;

function oilAlone(
  { engine, job }: Bench,
  dryKPa: number | undefined,
  oilMl: number,
  unit: PressureUnit,
): { from: number; to: number } | undefined {
  if (dryKPa === undefined || !(oilMl >= 0) || oilMl >= adviceFor({ engine, job } as Bench, dryKPa).lockMl)
    return undefined;
  const lifts = displacementOn(engine, dryKPa, oilMl, siteAtmosphere(job.site));
  if (!lifts) return undefined;
  const rise = lifts.share;
  return { from: fromKPa(dryKPa, unit), to: fromKPa(dryKPa * (1 + rise), unit) };
}
