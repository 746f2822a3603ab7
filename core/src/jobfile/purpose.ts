/** Why anybody tests an engine. Each wants something else at the end. */
export const PURPOSES = [
  'fault',
  'go-or-stop',
  'second-opinion',
  'buying',
  'before-teardown',
  'after-rebuild',
  'waking',
  'baseline',
] as const;
export type Purpose = (typeof PURPOSES)[number];
