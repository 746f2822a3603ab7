/** Processes by id and kernel start time, so that a recycled id is never taken for the old one. */
import fs from 'node:fs';

export interface Process {
  pid: number;
  start: string | null;
}
export function procStart(pid: number): string | null {
  try {
    const s = fs.readFileSync(`/proc/${pid}/stat`, 'utf8');
    const f = s.slice(s.lastIndexOf(')') + 2).split(' ');
    return f[0] === 'Z' ? null : (f[19] ?? null);
  } catch {
    return null;
  }
}
export const me = (): Process => ({ pid: process.pid, start: procStart(process.pid) });
export const alive = (o: Process | null | undefined): boolean =>
  !!o && procStart(o.pid) !== null && procStart(o.pid) === o.start;
