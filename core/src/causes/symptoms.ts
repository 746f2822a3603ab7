import type { Parts } from '../engine/parts';
import type { CylinderCause } from './cylinder-cause';

/** Complaints that move the odds, as they are kept. */
export const SYMPTOMS = [
  'will-not-start',
  'hard-cold',
  'hard-hot',
  'low-power',
  'misfires',
  'burns-oil',
  'blue-smoke',
  'white-smoke',
  'black-smoke',
  'smokes-on-slopes',
  'overheats',
  'loses-coolant',
  'water-in-oil',
  'seized-once',
  'rough-idle',
  'backfires',
  'knocks',
  'ticking',
  'runs-lean',
  'idles-high',
  'rebuilt',
  'stood-for-years',
  'condemned',
] as const;
export type Symptom = (typeof SYMPTOMS)[number];

/** What a complaint makes likelier, as a factor on the odds. Source: what the trade looks at first when it hears it. */
const LIKELIER: Readonly<Partial<Record<Symptom, Partial<Record<CylinderCause, number>>>>> = {
  'burns-oil': { 'rings-or-bore': 3, 'piston-damage': 1.5 },
  'blue-smoke': { 'rings-or-bore': 3 },
  overheats: { 'head-gasket-coolant': 4, 'head-gasket-between': 2, 'piston-damage': 1.5 },
  'loses-coolant': { 'head-gasket-coolant': 8 },
  'water-in-oil': { 'head-gasket-coolant': 8 },
  'seized-once': { 'piston-damage': 4, 'rings-or-bore': 2 },
  'rough-idle': { 'exhaust-valve': 1.5, 'valve-train': 2 },
  backfires: { 'intake-valve': 2, 'exhaust-valve': 1.5 },
  'hard-hot': { 'exhaust-valve': 1.5, 'intake-valve': 1.5 },
  misfires: { 'exhaust-valve': 1.2, 'valve-train': 1.2 },
  'white-smoke': { 'head-gasket-coolant': 3 },
  'smokes-on-slopes': { 'head-gasket-external': 2, 'rings-or-bore': 1.5 },
  'stood-for-years': { 'rings-or-bore': 1.5, 'valve-train': 2, 'intake-valve': 1.5, 'exhaust-valve': 1.5 },
  knocks: { carbon: 3, 'piston-damage': 1.5 },
  ticking: { 'valve-train': 3 },
};

/** Complaints that only some engines can have. */
const ONLY: Readonly<Partial<Record<Symptom, (has: Parts) => boolean>>> = {
  'burns-oil': ({ valves }) => valves,
  'water-in-oil': ({ valves, coolant }) => valves && coolant,
  ticking: ({ valves }) => valves,
  'loses-coolant': ({ coolant }) => coolant,
  'smokes-on-slopes': ({ valves }) => valves,
  misfires: ({ sparked }) => sparked,
  backfires: ({ sparked }) => sparked,
  'runs-lean': ({ sparked }) => sparked,
};
/** What can be said of an engine with these parts. */
export const symptomsOf = (has: Parts): Symptom[] => SYMPTOMS.filter((symptom) => ONLY[symptom]?.(has) ?? true);

/** 1 for a word that nobody knows here. */
export const likelierBy = (symptom: string, cause: CylinderCause): number => LIKELIER[symptom as Symptom]?.[cause] ?? 1;

/** Complaints that a leaking crankcase makes while compression is good. */
export const CASE_SYMPTOMS: readonly string[] = [
  'runs-lean',
  'idles-high',
  'seized-once',
  'rebuilt',
] satisfies Symptom[];
