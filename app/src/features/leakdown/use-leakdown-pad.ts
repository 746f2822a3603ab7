import type { ReadingRecordOf } from '@rugged/contract';
import { type Bench, readingsOfKind, readingsSinceRepair } from '@rugged/contract/bench';
import {
  airOnCrank,
  type ConditionsOf,
  fromKPa,
  houseRulesFor,
  neighboursOfCylinder,
  parts,
  type PressureUnit,
  toKPa,
  type Turn,
  turningSchedule,
} from '@rugged/core';
import { useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { readDraft, writeDraft } from '@/data/draft';
import { add, joinOrBegin, judgeEntered, keepReadings, refusedBy, testInHand, withdraw } from '@/data/recording';
import { useSignedIn } from '@/data/session';
import { asTester, useTesters } from '@/data/testers';
import { buzz } from '@/ui/buzz';
import type { LiveStream } from '@/bench/live/live-stream';
import { goFrom } from '@/bench/set-aside';
import { useJoined } from '@/bench/live/joined';
import { takeNumber, useLive } from '@/bench/live/use-live';
import type { Place } from '@/bench/cut-through';
import { emptyLeakDraft, isTyped, type LeakDraft, leakReducer, placeKey, typedLeak } from './leak-draft';

type LeakConditions = ConditionsOf<'leakdown'>;
type LeakRecord = ReadingRecordOf<'leakdown'>;

/** A needle rests when it has moved by less than this share of the supply for so long, s. */
const REST = { share: 0.006, leastKPa: 2.5, seconds: 1.5 } as const;
/** Asked when something is kept, never while it is drawn. */
const clock = () => Date.now();

/** So far apart the settling of a sensor goes on record, s. */
const SETTLING_EVERY = 0.25;
const SETTLING_UNTIL = 6;

/** All of the leak-down pad but its looks. */
export function useLeakdownPad(bench: Bench, startAt: string | undefined) {
  const {
    shop: { unit },
  } = useSignedIn();
  const [usual] = useTesters('leakdown');
  const { stream, start, stop } = useLive();
  const joined = useJoined('leakdown');
  const { engine, job } = bench;
  const keptKey = `leakdown.${job.id}.${unit}`;
  const fourStroke = engine.cycle === 'four-stroke';
  const [openedAt] = useState(() => Date.now());
  const counting = useMemo(() => readingsOfKind(readingsSinceRepair(bench), 'leakdown'), [bench]);
  const [conditions, setConditions] = useState<LeakConditions>(
    () => testInHand(bench, 'leakdown', openedAt)?.conditions ?? (usual ? { tester: asTester(usual) } : {}),
  );
  const measured = new Set(counting.map(({ figures }) => figures.cylinder));
  const schedule = turningSchedule(engine);
  const order = schedule?.map(({ cylinder: id }) => id) ?? engine.cylinders;
  const [cylinder, setCylinder] = useState(() =>
    startAt !== undefined && engine.cylinders.includes(startAt)
      ? startAt
      : (order.find((id) => !measured.has(id)) ?? (order[0] as string)),
  );
  const [draft, act] = useReducer(
    leakReducer,
    undefined,
    () =>
      readDraft<LeakDraft>(keptKey) ??
      emptyLeakDraft(usualSupply(unit, houseRulesFor(engine, bench.job.houseRules).leakSupplyKPa)),
  );
  const [listening, setListening] = useState(false);
  const [lastKept, setLastKept] = useState<LeakRecord>();
  useEffect(() => {
    writeDraft(keptKey, draft);
  }, [keptKey, draft]);

  const typed = typedLeak(draft, cylinder, unit, engine);
  const verdict = useMemo(() => {
    if (!typed.ok) return undefined;
    const recorded = joinOrBegin(bench, { kind: 'leakdown', conditions, figures: typed.reading, now: openedAt });
    return judgeEntered(bench, recorded, unit);
    // The draft is the only thing that moves between renders.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [bench, conditions, draft, cylinder, unit, openedAt]);
  const refused = verdict && refusedBy(bench, verdict, unit);
  const judged = verdict?.ok ? verdict.judgement.cylinders.find(({ id }) => id === cylinder) : undefined;

  const supplyKPa =
    draft.supply === '' || Number.isNaN(Number(draft.supply)) ? undefined : toKPa(Number(draft.supply), unit);
  /** Air on, against the sensor's pair: once both needles rest their figures are taken as if they were typed. */
  const airOn = () => {
    setLastKept(undefined);
    if (supplyKPa === undefined) return;
    let taken = false;
    start(
      {
        kind: 'leakdown',
        jobId: job.id,
        cylinder,
        take: takeNumber(),
        supplyKPa,
        orificeMm: conditions.tester?.orificeMm ?? 1,
      },
      (now) => {
        const rest = taken ? undefined : atRest(now, unit);
        if (!rest) return;
        taken = true;
        act({ do: 'take', ...rest });
      },
      joined,
    );
  };
  /** The hose blocked, the needle back at zero: ticked for this cylinder. */
  const zero = () => {
    act({ do: 'zeroed' });
    void add(
      bench,
      'ticks',
      { procedure: 'leakdown', step: 'zero', mark: 'done' },
      `Tester zeroed before cyl ${cylinder}`,
    );
  };

  /** To another cylinder: what was typed and heard here is there again when somebody comes back. */
  const goTo = (id: string, typedHere: LeakDraft | undefined) => {
    stop();
    const there = goFrom('leakdown', keptKey, [cylinder, id], typedHere && isTyped(typedHere) ? typedHere : undefined);
    setCylinder(id);
    act(there ? { do: 'restore', draft: there } : { do: 'clear' });
  };
  const select = (id: string) => {
    if (id === cylinder) return;
    setLastKept(undefined);
    setListening(false);
    goTo(id, draft);
  };
  const nextUnmeasured = [...order.slice(order.indexOf(cylinder) + 1), ...order.slice(0, order.indexOf(cylinder))].find(
    (id) => !measured.has(id),
  );

  /** What this device did not keep stands at its cylinder as it was typed; what was typed since waits at its own. */
  const putBack = useRef<(at: string, typed: LeakDraft) => void>(() => undefined);
  useEffect(() => {
    putBack.current = (at, what) => {
      goTo(at, draft);
      act({ do: 'restore', draft: what });
    };
  });

  const keep = () => {
    if (!typed.ok || refused) return;
    const recorded = joinOrBegin(bench, { kind: 'leakdown', conditions, figures: typed.reading, now: clock() });
    setListening(false);
    goTo(nextUnmeasured ?? cylinder, undefined);
    // Left out is not done: it stands in the record as skipped.
    if (!draft.zeroed)
      void add(
        bench,
        'ticks',
        { procedure: 'leakdown', step: 'zero', mark: 'skipped' },
        `Tester not zeroed before cyl ${cylinder}`,
      );
    buzz();
    void keepReadings(bench, [{ recorded, what: `Cyl ${cylinder} loses ${typed.percent.toFixed(0)} %` }]).then(
      () => setLastKept(recorded.reading),
      () => putBack.current(cylinder, draft),
    );
  };
  /** The pad is at its place at once: what is typed while it is being kept is typed for what comes in its stead. */
  const takeBack = (reading: LeakRecord) => {
    const { cylinder: of } = reading.figures;
    setLastKept(undefined);
    setListening(false);
    if (of !== cylinder) goTo(of, draft);
    void withdraw(bench, reading, `Leak-down of cyl ${of}`);
  };

  return {
    unit,
    cylinder,
    select,
    draft,
    act,
    typed,
    judged,
    counting,
    keep,
    takeBack,
    lastKept,
    listening,
    setListening,
    conditions,
    setConditions,
    fourStroke,
    /** Refused by the judgement itself, with its field. */
    refused,
    error: typed.ok ? undefined : typed.error,
    next: nextUnmeasured,
    /** How far to turn from the cylinder in hand to the next in the firing order. */
    turn: turnTo(schedule, cylinder),
    hold: supplyKPa === undefined ? undefined : airOnCrank(engine, supplyKPa),
    rotation: engine.rotation,
    /** With a sensor on either side of the orifice: its stream, and the air. */
    live: joined || conditions.tester?.simulated ? { stream, airOn, stop } : undefined,
    zero,
    places: placesOf(bench, cylinder),
    convertDraft: (to: PressureUnit) => act({ do: 'convert', from: unit, to }),
  };
}
export type LeakdownPad = ReturnType<typeof useLeakdownPad>;

function turnTo(schedule: ReturnType<typeof turningSchedule>, cylinder: string): Turn | undefined {
  if (!schedule || schedule.length < 2) return undefined;
  const at = schedule.findIndex((turn) => turn.cylinder === cylinder);
  return schedule[at + 1];
}

/** Where air may be heard on this engine, in the order in which an ear goes round. */
function placesOf({ engine }: Bench, cylinder: string): Place[] {
  const place = (at: Place['at'], neighbour?: string): Place => ({
    key: placeKey(at, neighbour),
    at,
    ...(neighbour === undefined ? {} : { cylinder: neighbour }),
  });
  return [
    place('exhaust'),
    place('intake'),
    place('crankcase'),
    ...(parts(engine).coolant ? [place('coolant')] : []),
    ...neighboursOfCylinder(engine, cylinder).map((id) => place('neighbour', id)),
    ...(engine.headless ? [] : [place('head-joint')]),
    ...(engine.valveGear === 'push-rod' && !engine.headless ? [place('push-rod-tunnel')] : []),
    place('adapter'),
  ];
}

/** Both figures once they rest, and how the cylinder's came to rest; nothing while they move. */
function atRest(
  { rows, sampleHz }: LiveStream,
  unit: PressureUnit,
): { supply: string; held: string; settling: { seconds: number; cylinderPressure: number }[] } | undefined {
  const window = rows.slice(-Math.ceil(REST.seconds * sampleHz));
  const mean = (channel: number) => window.reduce((sum, row) => sum + (row[channel] ?? 0), 0) / window.length;
  const [supply, held] = [mean(0), mean(1)];
  if (rows.length < 2 * window.length || window.length < REST.seconds * sampleHz || !(supply > 0)) return undefined;
  const moves = (channel: number) => {
    const some = window.map((row) => row[channel] ?? 0);
    return Math.max(...some) - Math.min(...some);
  };
  const still = Math.max(REST.leastKPa, REST.share * supply);
  if (moves(0) > still || moves(1) > still) return undefined;
  const shown = (kPa: number) => Number(fromKPa(kPa, unit).toFixed(unit === 'bar' || unit === 'kgf/cm2' ? 3 : 1));
  const every = Math.max(1, Math.round(SETTLING_EVERY * sampleHz));
  return {
    supply: String(shown(supply)),
    held: String(Math.min(shown(held), shown(supply))),
    settling: rows
      .slice(0, SETTLING_UNTIL * sampleHz)
      .flatMap((row, i) => (i % every === 0 ? [{ seconds: i / sampleHz, cylinderPressure: shown(row[1] ?? 0) }] : [])),
  };
}

/** What the shop feeds in, as somebody would type it. */
const usualSupply = (unit: PressureUnit, supplyKPa: number): string =>
  String(Number(fromKPa(supplyKPa, unit).toFixed(unit === 'kPa' ? 0 : 1)));
