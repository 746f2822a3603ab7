import { type Bench, toJobFile } from '@rugged/contract/bench';
import { InputError, judge, judgeTyped, type PressureUnit, type Report, report } from '@rugged/core';
import type { JudgeAnswer, JudgeTask } from '@/workers/judge.worker';
import { workerAddress } from '@/workers/worker-address';

export type Verdict = { ok: true; judgement: Report } | { ok: false; error: InputError };

/**
 * What the readings prove, computed here and now and told in one unit.
 * @param typed something is still being typed: what is next is not asked at every key
 */
export function judgeBench(bench: Bench, unit: PressureUnit, typed = false): Verdict {
  try {
    return { ok: true, judgement: report((typed ? judgeTyped : judge)(toJobFile(bench)), unit) };
  } catch (error) {
    if (error instanceof InputError) return { ok: false, error: error as InputError };
    throw error;
  }
}

/** A bench that has not changed is not judged again, whichever place shows it: the way back to the Bay is short. */
const judged = new WeakMap<Bench, Map<PressureUnit, Verdict>>();
/** Nor is one of which only the sending changed: who took a reading, that the server has it. The latest stand last. */
const judgedAlike = new Map<string, Verdict>();
const MOST_ALIKE = 100;

/** The verdict on what is kept, computed once for as long as it says the same. */
export function judgeOnce(bench: Bench, unit: PressureUnit): Verdict {
  return knownVerdict(bench, unit) ?? learnt(bench, unit, judgeAlike(bench, unit));
}

/** The latest verdict of each job, and of how many jobs. */
const latest = new Map<string, Verdict>();
const MOST_LATEST = 30;
const ofJob = (bench: Bench, unit: PressureUnit) => `${bench.job.id} ${unit}`;

/** What was said of a job last, though something of it has changed since. */
export const latestVerdict = (bench: Bench, unit: PressureUnit): Verdict | undefined => latest.get(ofJob(bench, unit));

function learnt(bench: Bench, unit: PressureUnit, verdict: Verdict): Verdict {
  const job = ofJob(bench, unit);
  latest.delete(job);
  latest.set(job, verdict);
  for (const oldest of latest.keys()) {
    if (latest.size <= MOST_LATEST) break;
    latest.delete(oldest);
  }
  const units = judged.get(bench) ?? new Map<PressureUnit, Verdict>();
  judged.set(bench, units);
  units.set(unit, verdict);
  return verdict;
}

function judgeAlike(bench: Bench, unit: PressureUnit): Verdict {
  const facts = `${unit} ${JSON.stringify(toJobFile(bench))}`;
  const verdict = judgedAlike.get(facts) ?? judgeBench(bench, unit);
  judgedAlike.delete(facts);
  judgedAlike.set(facts, verdict);
  for (const oldest of judgedAlike.keys()) {
    if (judgedAlike.size <= MOST_ALIKE) break;
    judgedAlike.delete(oldest);
  }
  return verdict;
}

/** What was asked of the worker and is not answered yet. */
const asked = new Map<number, { bench: Bench; unit: PressureUnit }>();
const listeners = new Set<() => void>();
/** Nothing until it is asked for the first time; null where there are no workers, or it could not be started. */
let worker: Worker | null | undefined;
let lastId = 0;

/** Told when something asked for beside the screen is judged. */
export function onJudged(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export const knownVerdict = (bench: Bench, unit: PressureUnit): Verdict | undefined => judged.get(bench)?.get(unit);

/** Judges beside the screen what is not known yet; where that cannot be, here. */
export function judgeSoon(bench: Bench, unit: PressureUnit): void {
  const isAsked = [...asked.values()].some((of) => of.bench === bench && of.unit === unit);
  if (isAsked || knownVerdict(bench, unit)) return;
  worker = worker === undefined ? started() : worker;
  lastId += 1;
  asked.set(lastId, { bench, unit });
  if (!worker) return answered(lastId, undefined);
  worker.postMessage({ id: lastId, job: toJobFile(bench), unit } satisfies JudgeTask);
}

function started(): Worker | null {
  if (typeof Worker === 'undefined') return null;
  const made = new Worker(workerAddress('judge'));
  made.onmessage = ({ data: { id, judgement } }: MessageEvent<JudgeAnswer>) => answered(id, judgement);
  // Never fetched, or it broke: what was asked is judged here.
  made.onerror = () => {
    worker = null;
    for (const id of [...asked.keys()]) answered(id, undefined);
  };
  return made;
}

function answered(id: number, judgement: Report | undefined): void {
  const of = asked.get(id);
  if (!of) return;
  asked.delete(id);
  if (judgement) learnt(of.bench, of.unit, { ok: true, judgement });
  else judgeOnce(of.bench, of.unit);
  for (const listener of listeners) listener();
}
