import type { Engine } from '../engine/engine';
import { parts, type Parts } from '../engine/parts';

/** A machine that has everything: what is told of no particular engine. */
export const ANY_MACHINE: Parts = parts({
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'motorcycle',
  cylinders: ['1', '2'],
  cooling: 'liquid',
  compressionRelease: 'lever',
} satisfies Engine);

/** `a, b or c` */
export const either = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`;
