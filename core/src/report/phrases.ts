import { fixed } from '../quantity/fixed';

/** Small pieces that every sentence is made of. */

export function percent(figureInPercent: number): string {
  return `${fixed(figureInPercent, 0)} %`;
}

/** A figure that stands beside a line it is not on: it never reads like the line itself. */
export function percentBeside(figureInPercent: number, line: number): string {
  const plain = percent(figureInPercent);
  if (figureInPercent === line || plain !== percent(line)) return plain;
  const finer = `${fixed(figureInPercent, 1)} %`;
  return finer === `${fixed(line, 1)} %` ? `${fixed(figureInPercent, 2)} %` : finer;
}

export const count = (n: number, noun: string) => `${n} ${noun}${n === 1 ? '' : 's'}`;
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** `cyl 2`, `cyl 2 and 3`, `cyl 1, 2 and 3` */
export function cylinders(ids: readonly string[]): string {
  const last = ids[ids.length - 1];
  return ids.length < 2 ? `cyl ${last}` : `cyl ${ids.slice(0, -1).join(', ')} and ${last}`;
}

/** `Cyl 2 is`, `Cyl 2 and 3 are` */
export const are = (ids: readonly string[]) => `${capital(cylinders(ids))} ${ids.length === 1 ? 'is' : 'are'}`;
