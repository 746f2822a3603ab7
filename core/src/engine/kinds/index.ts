import { FOUR_STROKES } from './four-strokes';
import type { Kind } from './kind';
import { TWO_STROKES } from './two-strokes';

export type { Kind, Range } from './kind';
export type KindName = keyof typeof TWO_STROKES | keyof typeof FOUR_STROKES;
/** The kinds of engine that come to a bench, each as it usually is. Source: what the trade takes as usual. */
export const KINDS_OF_ENGINE: Readonly<Record<KindName, Kind>> = { ...TWO_STROKES, ...FOUR_STROKES };
export const KIND_NAMES = Object.keys(KINDS_OF_ENGINE) as KindName[];
