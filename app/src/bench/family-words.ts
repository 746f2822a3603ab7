import type { Family } from '@rugged/core';

/** Kinds of engine, as they are asked for. */
export const FAMILY_WORD: Readonly<Record<Family, string>> = {
  handheld: 'Hand-held',
  'small-engine': 'Small engine',
  generator: 'Generator',
  outboard: 'Outboard',
  inboard: 'Inboard',
  motorcycle: 'Motorcycle',
  scooter: 'Scooter',
  powersports: 'Powersports',
};
