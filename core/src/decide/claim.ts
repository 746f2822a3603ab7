import type { Trouble } from './odds';

/** What another shop said an engine needs, or has: a rebuild, or one part. */
export type Claim = 'rebuild' | 'rings' | 'valves' | 'gasket' | 'carbon' | 'seals' | 'release' | 'nothing';

/** In the order in which they are looked for: who says "rebuild, the rings are gone" says rebuild. */
const WORDS: readonly (readonly [Claim, RegExp])[] = [
  ['nothing', /\b(no fault|nothing wrong|(engine|it) is (good|fine|sound)|all good)\b/i],
  ['rebuild', /\b(rebuil|overhaul|(new|another|used) (engine|motor)|replace the (engine|motor)|scrap|condemn|junk)/i],
  ['gasket', /\bgasket/i],
  ['valves', /\bvalve/i],
  ['rings', /\b(ring|piston|bore|barrel|cylinder is worn|scored)/i],
  ['carbon', /\b(carbon|coke|decoke|decarbon)/i],
  ['seals', /\b(crank|seal|crankcase)/i],
  ['release', /\b(compression release|decompress)/i],
];

/** What somebody said, as far as it can be told from the words; missing where it cannot. */
export const claimIn = (said: string): Claim | undefined => WORDS.find(([, words]) => words.test(said))?.[0];

/** Troubles that bear a claim out. */
export const BEARS_OUT: Readonly<Record<Exclude<Claim, 'rebuild'>, readonly Trouble[]>> = {
  nothing: ['sound'],
  rings: ['rings-or-bore', 'piston-damage', 'bore-past-rings'],
  valves: ['intake-valve', 'exhaust-valve', 'valve-train', 'valve-guides'],
  gasket: ['head-gasket-external', 'head-gasket-between', 'head-gasket-coolant'],
  carbon: ['carbon'],
  seals: ['crank-seal'],
  release: ['compression-release'],
};
