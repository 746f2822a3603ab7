import { useEffect, useRef, useState } from 'react';
import type { PracticeAnswers } from '@/workers/practice.worker';
import type { PracticeCase, Worked } from './use-practice';

/** A turning as it was made, from when on the needle moves, and how far it may go just now. */
type Turning = PracticeAnswers['turn'] & { from: number; until: number };

/** A stroke that was nearly over when the key was let go is over. */
const NEARLY_SECONDS = 0.04;
const LOOKED_AT_MS = 60;

const secondsOf = ({ from }: Turning): number => (performance.now() - from) / 1000;
function needleNow(turning: Turning | undefined): number {
  if (!turning) return 0;
  const { needle, hz, until } = turning;
  const at = Math.round(Math.min(until, secondsOf(turning)) * hz);
  return needle[Math.min(needle.length - 1, Math.max(0, at))] ?? 0;
}

export interface Cranking {
  /** Something turns, or was pulled and not read yet. */
  running: boolean;
  strokes: readonly number[];
  needle(): number;
  /** The key goes down, and up. */
  down(): void;
  up(): void;
  /** One pull of the cord; what was pulled is read. */
  pull(): void;
  read(): void;
}

/** A key that is held, or a cord that is pulled, and the needle that follows. What was turned becomes a reading. */
export function useCranking(
  { ask, perform, busy }: PracticeCase,
  { pulled, most }: Pick<Worked, 'pulled' | 'most'>,
  cylinder: string,
): Cranking {
  const turning = useRef<Turning>(undefined);
  /** Of several tries the last one counts: what was asked for before is not waited for. */
  const tries = useRef(0);
  const held = useRef(false);
  const [pulls, setPulls] = useState(0);
  const [strokes, setStrokes] = useState<readonly number[]>([]);
  const [running, setRunning] = useState(false);

  const start = async (until: number): Promise<boolean> => {
    tries.current += 1;
    const mine = tries.current;
    turning.current = undefined;
    setStrokes([]);
    setRunning(true);
    const made = await ask({ ask: 'turn', cylinder });
    if (tries.current !== mine) return false;
    turning.current = { ...made, from: performance.now(), until };
    return true;
  };
  const finish = (count: number) => {
    tries.current += 1;
    setRunning(false);
    setPulls(0);
    if (count > 0) void perform({ do: 'crank', cylinder, strokes: count });
  };
  const up = () => {
    if (!held.current) return;
    held.current = false;
    const now = turning.current;
    const count = now ? now.ends.filter((end) => end <= secondsOf(now) + NEARLY_SECONDS).length : 0;
    if (now) setStrokes(now.strokes.slice(0, count));
    finish(Math.min(most, count));
  };
  const down = () => {
    if (held.current || busy) return;
    held.current = true;
    void start(Infinity);
  };
  const pull = async () => {
    if (pulls >= most || (busy && pulls === 0)) return;
    if (pulls === 0) {
      setPulls(1);
      if (!(await start(0))) return;
    } else setPulls(pulls + 1);
    const now = turning.current;
    if (!now) return;
    const count = pulls + 1;
    turning.current = {
      ...now,
      from: performance.now() - 1000 * (now.ends[count - 2] ?? 0),
      until: now.ends[count - 1] ?? 0,
    };
    setStrokes(now.strokes.slice(0, count));
  };

  // Strokes appear as they come; a key that is held for too long comes to its end by itself.
  const latest = useRef(up);
  useEffect(() => {
    latest.current = up;
  });
  useEffect(() => {
    if (!running || pulled) return undefined;
    const every = setInterval(() => {
      const now = turning.current;
      if (!now) return;
      const count = now.ends.filter((end) => end <= secondsOf(now)).length;
      setStrokes((before) => (before.length === count ? before : now.strokes.slice(0, count)));
      if (count >= most) latest.current();
    }, LOOKED_AT_MS);
    return () => clearInterval(every);
  }, [running, pulled, most]);

  return {
    running,
    strokes,
    needle: () => needleNow(turning.current),
    down,
    up,
    pull: () => void pull(),
    read: () => finish(pulls),
  };
}
