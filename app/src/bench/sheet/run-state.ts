import type { Engine } from '@rugged/core';

export const RUN_STATES = [
  { value: 'runs', word: 'Runs' },
  { value: 'cranks', word: 'Cranks' },
  { value: 'neither', word: 'Neither' },
] as const;
export type RunState = (typeof RUN_STATES)[number]['value'];

/** Whether it runs, can at least be cranked, or neither; nothing where nobody said. */
export const runStateOf = ({ runs, cranks }: Pick<Engine, 'runs' | 'cranks'>): RunState | undefined =>
  runs === true ? 'runs' : cranks === false ? 'neither' : cranks === true || runs === false ? 'cranks' : undefined;
export const asRunState = (state: RunState) => ({ runs: state === 'runs', cranks: state !== 'neither' });
