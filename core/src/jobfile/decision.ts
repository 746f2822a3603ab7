/** What a repair may lead to once it is open: another option takes its place. */
export interface Escalation {
  /** Name of an option. */
  to: string;
  /** Chance of it, 0 to 1. */
  probability: number;
}

/** The figures of a repair that nobody knows exactly. Money in the decision's currency, hours at the shop's rate. */
export interface RepairFigures {
  partsLow?: number;
  partsLikely?: number;
  partsHigh?: number;
  hoursLow?: number;
  hoursLikely?: number;
  hoursHigh?: number;
  /** To get there and back: out of the boat, out of the frame. Paid once, whatever is found. */
  accessHours?: number;
  /** What somebody else's machines cost. */
  machineShop?: number;
  /** Chance that it holds where it was the right one; 1 where nobody says. */
  holdsProbability?: number;
}

/** Jobs that a shop has a price for. */
export const REPAIRS = [
  'leave',
  'run-on',
  'clearances',
  'release',
  'decarbonise',
  'valve-train',
  'head-gasket',
  'valve-grind',
  'guides-and-seats',
  'cylinder-head',
  'top-end',
  'bore-and-piston',
  'barrel-kit',
  'sleeve',
  'used-top-end',
  'crank-seals',
  'inner-seal',
  'reed-block',
  'small-end',
  'crank',
  'flywheel-key',
  'rebuild',
  'used-engine',
  'new-engine',
] as const;
export type RepairName = (typeof REPAIRS)[number];

/** One way to go on. */
export const WORKS = ['easy', 'usual', 'hard'] as const;
export type Works = (typeof WORKS)[number];

export interface RepairOption extends RepairFigures {
  name: string;
  /** Which of the shop's jobs it is, where it is one. */
  repair?: RepairName;
  /** Or which of them are done at once. */
  jobs?: RepairName[];
  /** Not shown until somebody asks for other ways; never recommended. What another turns into may stand here. */
  aside?: boolean;
  /** Nobody has said yet what it mends, or costs: until then it has no chance and is never recommended. */
  unsaid?: boolean;
  /** Causes that it cures; none for doing nothing. */
  cures?: string[];
  /** Nothing is cured, and it runs all the same. */
  runsAsItIs?: boolean;
  /** Share of what running adds to its worth: an old engine that runs on is no mended one. 1 where nobody says. */
  gainShare?: number;
  /** Chance that it stops for good in a hundred hours of use; none where nobody says. */
  failsPer100Hours?: number;
  escalates?: Escalation[];
}

/** What is to be decided, as a job file carries it. */
export interface DecisionInput {
  currency?: string;
  labourRatePerHour: number;
  /** On top of parts, hours and machine work; none where the sums carry it already. */
  taxPercent?: number;
  /** What the machine is worth running, and as it stands. Without both the bills are told, and nothing is advised. */
  valueRunning?: number;
  valueAsIs?: number;
  /** Hours that the owner still wants of it. */
  wantedHours?: number;
  /** How hard it works in them; as usual where nobody said. */
  works?: Works;
  /** What a breakdown would cost: a tow, a lost day. Nothing where it is only pushed home. */
  breakdownCosts?: number;
  options: RepairOption[];
}

/** What a job file asks to be decided: the ways are made ready where it has none, at the usual rate where it has none. */
export type DecisionAsked = Partial<DecisionInput>;
