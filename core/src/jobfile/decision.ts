/** What a repair may lead to once it is open: another option takes its place. */
export interface Escalation {
  /** Name of an option. */
  to: string;
  /** Chance of it, 0 to 1. */
  probability: number;
}

/** One way to go on. Money in the currency of the decision, hours at the shop's rate. */
export interface RepairOption {
  name: string;
  /** Causes that it cures; none for doing nothing. */
  cures?: string[];
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
  escalates?: Escalation[];
}

/** What is to be decided, as a job file carries it. */
export interface DecisionInput {
  currency?: string;
  labourRatePerHour: number;
  /** What the machine is worth running, and as it stands. */
  valueRunning: number;
  valueAsIs: number;
  /** Hours that the owner still wants of it. */
  wantedHours?: number;
  options: RepairOption[];
}
