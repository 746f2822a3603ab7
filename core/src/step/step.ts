import type { TestKind } from '../jobfile/tests';

/** Procedures there are: each test has one of its name, or shares one; and what comes before, between and after. */
export type ProcedureName =
  | Exclude<TestKind, 'crankcase' | 'bore' | 'ring-gap' | 'piston' | 'opened'>
  | 'wet'
  | 'listening'
  | 'crankcase-pressure'
  | 'crankcase-vacuum'
  | 'quick-checks'
  | 'waking'
  | 'teardown'
  | 'lead-map'
  | 'leave-as-found';

/** What a step changes on the machine, to be put back when the job is closed. */
export const CHANGES = [
  'ignition-off',
  'fuel-off',
  'injection-off',
  'stop-held',
  'plugs-out',
  'leads-off',
  'valve-core-out',
  'clamp-on',
  'blade-off',
  'breather-off',
  'caps-on',
  'lever-set',
  'filler-open',
  'battery-boosted',
  'vacuum-tapped',
  'fuel-tapped',
  'cover-off',
  'oil-in-bores',
  'head-off',
  'throttle-tied',
  'oil-tapped',
] as const;
export type Change = (typeof CHANGES)[number];

/** Where the hand is in danger. */
export type Hand =
  | 'plug-hole'
  | 'flywheel'
  | 'ignition'
  | 'fuel'
  | 'air'
  | 'cooling'
  | 'eyes'
  | 'exhaust'
  | 'case'
  | 'battery'
  | 'lifting'
  | 'boat';

export interface StepCaution {
  text: string;
  hand: Hand;
}

export interface Step {
  id: string;
  what: string;
  why: string;
  /** With a caution a step must be read before the test can be signed: it cannot be skipped. */
  caution?: StepCaution;
  changes?: Change;
}

export interface Procedure {
  name: ProcedureName;
  steps: Step[];
}

/** What the steps of a procedure depend on. Absent conditions hold always. */
export interface When {
  cycle?: 'two-stroke' | 'four-stroke';
  fuel?: 'petrol' | 'diesel';
  starting?: 'recoil' | 'kick' | 'electric' | 'none';
  cooling?: 'air' | 'liquid';
  afloat?: boolean;
  road?: boolean;
  blade?: boolean;
  handheld?: boolean;
  several?: boolean;
  release?: 'none' | 'automatic' | 'lever';
  distributor?: boolean;
  sideValve?: boolean;
  warmSchool?: boolean;
  plugsAllOut?: boolean;
  untilItStops?: boolean;
  engineEndValve?: boolean;
  honeSchool?: boolean;
  injection?: boolean;
  headGasket?: boolean;
  /** It has a battery and a starter, whether it can be cranked or not. */
  electric?: boolean;
}

/** A step as the data has it: with when it applies, and {places} for figures. */
export interface StepData extends Step {
  when?: When;
}
