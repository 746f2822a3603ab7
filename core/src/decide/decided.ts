import type { DecisionInput } from '../jobfile/decision';
import type { Purpose } from '../jobfile/purpose';
import type { State } from '../jobfile/state';
import type { Flip } from './flips';
import type { Trouble, Troubles } from './odds';
import type { OpenTest, TestWorth } from './test-worth';

/** What a job is believed to have, and what can still be tested: all that a decision takes of it. */
export interface WeighedJob {
  /** Of the engine; `dead` too where it makes so little that it hardly runs. */
  state: State;
  troubles: Troubles;
  tests: OpenTest[];
}

export interface DecidedOption {
  name: string;
  /** Of the bill, in the currency. */
  mean: number;
  p10: number;
  p50: number;
  p90: number;
  /** Of what is done at once, in the mean; and what may follow once it is open, in the mean on top. */
  firstBill: number;
  mayFollow: { name: string; probability: number; mean: number }[];
  /** What it mends, and what likelier than 0.2 it does not. */
  cures: string[];
  leaves: Trouble[];
  /** Nobody has said yet what it mends: it has no chance until then. */
  unsaid?: true;
  /** Chance that the machine runs afterwards, for as long as it is wanted. */
  runs: number;
  /** That the bill passes what the machine is worth running; missing where nobody said what that is. */
  chanceOverValue?: number;
  /** What the machine is worth afterwards without the bill, in the mean. */
  valueLeft?: number;
}

export interface Decided {
  options: DecidedOption[];
  /** What else could be done, for whoever asks. */
  others: DecidedOption[];
  /** Missing where nobody said what the machine is worth: then there are bills and chances, and no advice. */
  recommended?: string;
  /** Others that leave as much, within the doubt of their bills. */
  aboutTheSame: string[];
  flips: Flip[];
  /** The bill at which the recommended option is no better than the next best: stop there, and call. */
  stopAndCall?: number;
  /** What a test would be worth that told the cause for certain. */
  perfectTestWorth?: number;
  /** What each test that can still be made is worth, the one that gains most first. */
  tests: TestWorth[];
  /** The one that pays for itself, before anything is decided. */
  findOutFirst?: TestWorth;
  causes: { cause: Trouble; probability: number }[];
}

export type Is = 'yes' | 'no' | 'not-yet';

/** Why it is yes, no, or not yet. */
export type Because =
  /** Nothing inside stands against it. */
  | { because: 'seals' }
  /** What is measured does not say it yet; the test that would. */
  | { because: 'unproven'; test?: 'wet' | 'leakdown'; cylinder?: string }
  /** What it has; what is done about it, and what that comes to. */
  | { because: FaultyBecause; cause: Trouble; cylinder?: string; chance: number; way?: string; bill?: number };
export type FaultyBecause =
  | 'known'
  | 'pays'
  | 'runs-on'
  | 'does-not-pay'
  | 'no-value'
  | 'takes-off'
  | 'agrees'
  | 'disagrees'
  | 'comes-apart'
  | 'stays-together';

/** The answer to what an engine was brought in for. */
export type Answer = { purpose: Purpose; is: Is } & Because;

/** With the answer to what the engine was brought in for. */
export interface DecidedJob extends Decided {
  answer: Answer;
  /** What was weighed, with the ways that were made ready. */
  input: DecisionInput;
}
