/** One part of a run of tests: a program that is started, listened to and counted. */
import { spawn } from 'node:child_process';
import type { Check } from '../checks.ts';
import { projectDir, say } from '../packages.mjs';

export interface Timed {
  readonly name: string;
  readonly seconds: number;
}

/** What a report says of the tests in it. */
export interface Counted {
  readonly passed: number;
  readonly failed: number;
  /** What failed, or passed only at the second try, with the first line of why. */
  readonly named: readonly string[];
  readonly tests: readonly Timed[];
}

export interface Result extends Counted, Timed {}

interface How {
  readonly cwd?: string;
  readonly env?: Readonly<Record<string, string>>;
  /** Reads the report it wrote. Without one it is a single check, by its exit code. */
  readonly count?: () => Counted | undefined;
  /** It runs alone and may speak as it goes. */
  readonly aloud?: boolean;
}

const LOST: Counted = { passed: 0, failed: 1, named: ['wrote no report'], tests: [] };

/**
 * Runs Node on `args`. What it prints comes in one piece when it ends, so that two parts side by side do not talk into
 * each other.
 */
export function runPart(name: string, args: readonly string[], how: How = {}): Promise<Result> {
  const { cwd = projectDir, env = {}, count, aloud = false } = how;
  say(`== ${name} ...`);
  const started = Date.now();
  const child = spawn(process.execPath, args, {
    cwd,
    stdio: ['ignore', aloud ? 2 : 'pipe', aloud ? 2 : 'pipe'],
    env: { ...process.env, CI: '1', EXPO_NO_TELEMETRY: '1', DATABASE_URL: '', ...env },
  });
  const printed: Buffer[] = [];
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (piece: Buffer) => printed.push(piece));
  return new Promise((resolve) => {
    const ended = (status: number | null) => {
      const counted = count ? (count() ?? LOST) : { passed: status === 0 ? 1 : 0, failed: 0, named: [], tests: [] };
      const seconds = (Date.now() - started) / 1000;
      const failed = Math.max(counted.failed, status === 0 ? 0 : 1);
      if (failed > 0) process.stderr.write(Buffer.concat(printed));
      say(`== ${name}: ${counted.passed} passed, ${failed} failed, ${seconds.toFixed(0)} s`);
      resolve({ ...counted, name, seconds, failed });
    };
    child.once('error', (error) => {
      printed.push(Buffer.from(`${error.message}\n`));
      ended(1);
    });
    child.once('close', ended);
  });
}

export const runCheck = ({ name, args }: Check): Promise<Result> => runPart(name, args);

/** On two cores three programs at a time, for each waits now and then: whoever has ended takes the next. */
const LANES = 3;

export async function inLanes<T>(work: readonly (() => Promise<T>)[], lanes = LANES): Promise<T[]> {
  const waiting = [...work.entries()];
  const done: T[] = [];
  const lane = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) done[next[0]] = await next[1]();
  };
  await Promise.all(Array.from({ length: lanes }, lane));
  return done;
}
