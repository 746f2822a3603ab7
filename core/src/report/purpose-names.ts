import type { Purpose } from '../jobfile/purpose';

/** Why it is tested, as it is asked. */
export const PURPOSE_NAME: Readonly<Record<Purpose, string>> = {
  fault: 'Find a fault',
  'go-or-stop': 'Worth going on?',
  'second-opinion': 'Second opinion',
  buying: 'Before buying',
  'before-teardown': 'Before a teardown',
  'after-rebuild': 'After a rebuild',
  waking: 'Wake it up',
  baseline: 'Baseline',
};
