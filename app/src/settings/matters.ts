import type { Matter } from '@rugged/core';

type Sampled = Matter extends `${infer Name}School` ? Name : never;

/** Each matter on which practitioners disagree, its schools, and what the choice comes to on a sample. */
export const MATTERS: readonly {
  matter: Matter;
  /** The sample that shows what it comes to. */
  sample: Sampled;
  title: string;
  why: string;
  words: Readonly<Record<string, string>>;
}[] = [
  {
    matter: 'temperatureSchool',
    sample: 'temperature',
    title: 'Warm or cold',
    why: 'What a book means that does not say how warm the engine is.',
    words: { warm: 'Warm', cold: 'Cold' },
  },
  {
    matter: 'throttleSchool',
    sample: 'throttle',
    title: 'Throttle',
    why: 'Whether a shut throttle explains readings that are low all round.',
    words: { 'wide-open': 'Wide open, always', 'no-difference': 'Makes no difference' },
  },
  {
    matter: 'plugSchool',
    sample: 'plug',
    title: 'Plugs',
    why: 'All out spins faster; one at a time saves work. Alike on every cylinder.',
    words: { 'all-out': 'All out', 'one-at-a-time': 'One at a time' },
  },
  {
    matter: 'strokeSchool',
    sample: 'stroke',
    title: 'Strokes',
    why: 'Until two strokes add less than a division, or five and done.',
    words: { 'until-it-stops': 'Until it stops rising', 'five-strokes': 'Five strokes' },
  },
  {
    matter: 'firstTestSchool',
    sample: 'firstTest',
    title: 'First test',
    why: 'What the next card proposes before anything is measured.',
    words: {
      planner: 'What tells most a minute',
      compression: 'Compression',
      'leak-down': 'Leak-down',
      'valve-clearance': 'Valve clearances',
      vacuum: 'Vacuum',
    },
  },
  {
    matter: 'wetRiseSchool',
    sample: 'wetRise',
    title: 'Wet rise that means rings',
    why: 'Oil takes up room and lifts a reading by itself.',
    words: {
      sealing: 'Sealing alone',
      'any-clear-rise': 'Any clear rise',
      'others-level': 'Back to the others',
      'ten-percent': 'Ten percent',
    },
  },
  {
    matter: 'compressionSchool',
    sample: 'compression',
    title: 'Without a book',
    why: "Which of the trade's two rules of thumb stands in for a book.",
    words: { a: 'School A', b: 'School B' },
  },
  {
    matter: 'rebuildSchool',
    sample: 'rebuild',
    title: 'Rings alone, or the bore too',
    why: 'What a worn top end gets.',
    words: { 'hone-and-ring': 'Hone and ring', 'bore-or-replace': 'Bore or replace' },
  },
  {
    matter: 'learningSchool',
    sample: 'learning',
    title: 'Learn from engines opened here',
    why:
      'What the teardown sheets say moves the odds before anything is measured: never under a tenth of what the ' +
      'trade says, never over ten times.',
    words: { 'opened-here': 'Opened here', 'trade-alone': 'The trade alone' },
  },
];
