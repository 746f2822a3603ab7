import type {
  CauseName,
  Engine,
  Family,
  HouseRules,
  PressureUnit,
  Purpose,
  ReadHereLimit,
  Site,
  State,
  Symptom,
  TestKind,
  Virtual,
} from '@rugged/core';
import type { Role, SignsAlone } from '@rugged/contract/people';
import type { PriceList } from '@rugged/core/decide';

/** The rows as they are stored. Absent is null here and left out on the wire. */
type Nullable<T> = { [K in keyof T]: T[K] | null };

export interface ShopRow {
  id: string;
  name: string;
  unit: PressureUnit;
  site: Site;
  houseRules: Partial<HouseRules>;
  nextJobNumber: number;
  feedSecret: string | null;
  prices: PriceList | null;
  families: Family[] | null;
  signsAlone: SignsAlone | null;
  reach: string | null;
  version: number;
}
/** What opens doors: an address and a password, of whoever it is in one shop or in several. */
export interface AccountRow {
  id: string;
  email: string;
  passwordHash: string;
  lastShop: string | null;
}
export interface PersonRow {
  id: string;
  shopId: string;
  accountId: string;
  name: string;
  role: Role;
  /** Since then nobody is let in under it. */
  leftAt: Date | null;
}
/** The digest of what was sent when it was made, so that the same request is recognised whatever was changed since. */
interface MadeFrom {
  madeFrom: string | null;
}
export type OwnerRow = MadeFrom & { id: string; shopId: string; name: string; version: number } & Nullable<{
    phone: string;
    email: string;
    note: string;
  }>;
export type MachineRow = MadeFrom & {
  id: string;
  shopId: string;
  ownerId: string;
  name: string;
  version: number;
} & Nullable<{ serial: string; note: string }>;
export type EngineRow = MadeFrom & {
  id: string;
  shopId: string;
  machineId: string;
  name: string;
  version: number;
} & Nullable<
    Required<Engine> & {
      hidden: Virtual;
      simulated: boolean;
      model: string;
      dueEveryUse: number;
      dueEveryMonths: number;
    }
  > & { bookIds: string[] };
export type BookRow = MadeFrom & {
  id: string;
  shopId: string;
  source: string;
  figures: object;
  version: number;
} & Nullable<{ engineTemperature: string; conditions: string; model: string; page: string; retired: boolean }>;
export type JobRow = MadeFrom & {
  id: string;
  shopId: string;
  number: number;
  engineId: string;
  complaint: string;
  site: Site;
  houseRules: Partial<HouseRules>;
  status: 'open' | 'closed';
  openedAt: Date;
  openedBy: string;
  version: number;
} & Nullable<{
    alreadyDone: string;
    symptoms: Symptom[];
    purpose: Purpose;
    otherSaid: string;
    meter: number;
    usedBefore: number;
    readHere: ReadHereLimit;
    closedAt: Date;
    /** Engine and books as they were when the job was closed. */
    sheet: object;
  }>;
/** When it came in, and why, where its job was closed. */
type Came = Nullable<{ receivedAt: Date; amends: string }>;
export type TestRow = Came & {
  id: string;
  shopId: string;
  jobId: string;
  kind: TestKind;
  conditions: object;
  startedAt: Date;
  startedBy: string;
};
export type ReadingRow = Came & {
  id: string;
  shopId: string;
  testId: string;
  kind: TestKind;
  figures: object;
  takenAt: Date;
  takenBy: string;
} & Nullable<{ supersedes: string; withdrawn: boolean }>;
export type OverruleRow = Came & {
  id: string;
  shopId: string;
  jobId: string;
  reason: string;
  madeAt: Date;
  madeBy: string;
} & Nullable<{ cylinder: string; state: State; cause: CauseName }>;
/** Added once by somebody, never changed. */
type Made = Came & { id: string; shopId: string; jobId: string; madeAt: Date; madeBy: string };
export type TesterRow = MadeFrom & {
  id: string;
  shopId: string;
  kind: string;
  name: string;
  tester: object;
  adapters: object[];
  usual: boolean;
  retired: boolean;
  version: number;
} & Nullable<{ oRingCheckedOn: string; dueOn: string; comparison: object }>;
export type TickRow = Made & { procedure: string; step: string; mark: string };
export type SignatureRow = Made & { procedure: string };
/** Erased there is no picture any more, only that there was one. */
export type PhotoRow = Made & { mime: string; digest: string } & Nullable<{ image: Buffer; small: Buffer }>;
export type NoteRow = Made & { about: string } & Nullable<{
    cylinder: string;
    part: string;
    text: string;
    plug: string;
    photoId: string;
    supersedes: string;
    withdrawn: boolean;
  }>;
export type RepairRow = Made & { what: string } & Nullable<{
    parts: string;
    cost: number;
    meter: number;
    cylinders: string[];
    repair: string;
    hours: number;
    partsCost: number;
  }>;
export type DecisionRow = Made & { input: object } & Nullable<{ chosen: string; stopAt: number }>;
export type PageRow = Made & { page: object };
export type AnswerRow = Made & { answer: string; through: string } & Nullable<{
    pageId: string;
    option: string;
    stopAt: number;
    note: string;
  }>;
export type OutcomeRow = Made & { cylinder: string; found: CauseName } & Nullable<{
    predicted: CauseName;
    probability: number;
    note: string;
  }>;
export interface PracticeResultRow {
  id: string;
  shopId: string;
  name: string;
  madeAt: Date;
  madeBy: string;
  total: number;
  right: boolean;
  skills: string[];
  said: { p: number; right: boolean };
}
