import { DataTypes, type Model, type ModelAttributes, type ModelStatic, type Sequelize } from 'sequelize';
import type {
  AccountRow,
  ShopRow,
  PersonRow,
  OwnerRow,
  MachineRow,
  EngineRow,
  BookRow,
  JobRow,
  TestRow,
  ReadingRow,
  OverruleRow,
  TesterRow,
  TickRow,
  SignatureRow,
  PhotoRow,
  NoteRow,
  RepairRow,
  DecisionRow,
  PageRow,
  AnswerRow,
  OutcomeRow,
  PracticeResultRow,
} from './rows';

export type Stored<Row extends object> = ModelStatic<Model<Row, Partial<Row>>>;

export interface Models {
  shops: Stored<ShopRow>;
  accounts: Stored<AccountRow>;
  people: Stored<PersonRow>;
  owners: Stored<OwnerRow>;
  machines: Stored<MachineRow>;
  engines: Stored<EngineRow>;
  books: Stored<BookRow>;
  jobs: Stored<JobRow>;
  tests: Stored<TestRow>;
  readings: Stored<ReadingRow>;
  overrules: Stored<OverruleRow>;
  testers: Stored<TesterRow>;
  ticks: Stored<TickRow>;
  signatures: Stored<SignatureRow>;
  photos: Stored<PhotoRow>;
  notes: Stored<NoteRow>;
  outcomes: Stored<OutcomeRow>;
  repairs: Stored<RepairRow>;
  decisions: Stored<DecisionRow>;
  pages: Stored<PageRow>;
  answers: Stored<AnswerRow>;
  practice_results: Stored<PracticeResultRow>;
}

const { ARRAY, UUID, TEXT, DOUBLE, INTEGER, JSONB, BOOLEAN, DATE, DATEONLY, BLOB } = DataTypes;
const id = { type: UUID, primaryKey: true };
/** Of what changes later: its version, and the digest of what it was made from. */
const changing = { version: { type: INTEGER, defaultValue: 1 }, madeFrom: TEXT };
/** Of what is only added: when it came in, why, where its job was closed, and whether an apprentice made it. */
const added = { receivedAt: DATE, amends: TEXT, apprentice: BOOLEAN };
const made = { id, shopId: UUID, jobId: UUID, madeAt: DATE, madeBy: UUID, ...added };

/** Column types by table. Names are the wire's; the database's are the same in snake case. */
const TABLES = {
  shops: {
    id,
    name: TEXT,
    reach: TEXT,
    unit: TEXT,
    site: JSONB,
    houseRules: JSONB,
    nextJobNumber: INTEGER,
    feedSecret: TEXT,
    prices: JSONB,
    families: JSONB,
    signsAlone: JSONB,
    version: changing.version,
  },
  accounts: { id, email: TEXT, passwordHash: TEXT, lastShop: UUID },
  people: { id, shopId: UUID, accountId: UUID, name: TEXT, role: TEXT, leftAt: DATE },
  owners: { id, shopId: UUID, name: TEXT, phone: TEXT, email: TEXT, note: TEXT, ...changing },
  machines: { id, shopId: UUID, ownerId: UUID, name: TEXT, serial: TEXT, note: TEXT, ...changing },
  engines: {
    id,
    shopId: UUID,
    machineId: UUID,
    name: TEXT,
    cycle: TEXT,
    fuel: TEXT,
    family: TEXT,
    layout: TEXT,
    cylinders: JSONB,
    banks: JSONB,
    neighbours: JSONB,
    firingOrder: JSONB,
    firingIntervals: JSONB,
    rotation: TEXT,
    kind: TEXT,
    model: TEXT,
    displacementCm3: DOUBLE,
    boreMm: DOUBLE,
    strokeMm: DOUBLE,
    conrodMm: DOUBLE,
    chamberCm3: DOUBLE,
    compressionRatio: DOUBLE,
    ratioBasis: TEXT,
    compressionRelease: TEXT,
    cooling: TEXT,
    headless: BOOLEAN,
    valveGear: TEXT,
    starting: TEXT,
    fuelSystem: TEXT,
    bankAngleDegrees: DOUBLE,
    bankAhead: TEXT,
    firstAt: TEXT,
    meterUnit: TEXT,
    hours: DOUBLE,
    runs: BOOLEAN,
    cranks: BOOLEAN,
    dueEveryUse: DOUBLE,
    dueEveryMonths: INTEGER,
    bookIds: { type: ARRAY(UUID), defaultValue: [] },
    distributor: TEXT,
    plug: JSONB,
    hidden: JSONB,
    simulated: BOOLEAN,
    ...changing,
  },
  books: {
    id,
    shopId: UUID,
    source: TEXT,
    model: TEXT,
    page: TEXT,
    retired: BOOLEAN,
    engineTemperature: TEXT,
    conditions: TEXT,
    figures: JSONB,
    ...changing,
  },
  jobs: {
    id,
    shopId: UUID,
    number: INTEGER,
    engineId: UUID,
    complaint: TEXT,
    alreadyDone: TEXT,
    symptoms: JSONB,
    purpose: TEXT,
    otherSaid: TEXT,
    meter: DOUBLE,
    usedBefore: DOUBLE,
    readHere: JSONB,
    sheet: JSONB,
    site: JSONB,
    houseRules: JSONB,
    status: { type: TEXT, defaultValue: 'open' },
    openedAt: DATE,
    closedAt: DATE,
    openedBy: UUID,
    ...changing,
  },
  tests: { id, shopId: UUID, jobId: UUID, kind: TEXT, conditions: JSONB, startedAt: DATE, startedBy: UUID, ...added },
  readings: {
    id,
    shopId: UUID,
    testId: UUID,
    kind: TEXT,
    figures: JSONB,
    takenAt: DATE,
    takenBy: UUID,
    supersedes: UUID,
    withdrawn: BOOLEAN,
    ...added,
  },
  overrules: {
    id,
    shopId: UUID,
    jobId: UUID,
    cylinder: TEXT,
    state: TEXT,
    cause: TEXT,
    reason: TEXT,
    madeAt: DATE,
    madeBy: UUID,
    ...added,
  },
  testers: {
    id,
    shopId: UUID,
    kind: TEXT,
    name: TEXT,
    tester: JSONB,
    adapters: JSONB,
    oRingCheckedOn: DATEONLY,
    dueOn: DATEONLY,
    comparison: JSONB,
    usual: BOOLEAN,
    retired: BOOLEAN,
    ...changing,
  },
  ticks: { ...made, procedure: TEXT, step: TEXT, mark: TEXT },
  signatures: { ...made, procedure: TEXT },
  photos: { ...made, mime: TEXT, image: BLOB, small: BLOB, digest: TEXT },
  notes: {
    ...made,
    cylinder: TEXT,
    about: TEXT,
    part: TEXT,
    text: TEXT,
    plug: TEXT,
    photoId: UUID,
    supersedes: UUID,
    withdrawn: BOOLEAN,
  },
  repairs: {
    ...made,
    what: TEXT,
    parts: TEXT,
    cost: DOUBLE,
    meter: DOUBLE,
    cylinders: JSONB,
    repair: TEXT,
    hours: DOUBLE,
    partsCost: DOUBLE,
  },
  decisions: { ...made, input: JSONB, chosen: TEXT, stopAt: DOUBLE },
  pages: { ...made, page: JSONB },
  answers: { ...made, pageId: UUID, answer: TEXT, option: TEXT, stopAt: DOUBLE, note: TEXT, through: TEXT },
  outcomes: { ...made, cylinder: TEXT, found: TEXT, predicted: TEXT, probability: DOUBLE, note: TEXT },
  practice_results: {
    id,
    shopId: UUID,
    name: TEXT,
    madeAt: DATE,
    madeBy: UUID,
    total: INTEGER,
    right: BOOLEAN,
    skills: JSONB,
    said: JSONB,
  },
} satisfies Record<keyof Models, ModelAttributes>;

export type Table = keyof Models;

/** Kept inside: never sent to a client. */
const INSIDE = new Set([
  'shopId',
  'nextJobNumber',
  'feedSecret',
  'sheet',
  'accountId',
  'passwordHash',
  'openedBy',
  'startedBy',
  'takenBy',
  'madeBy',
  'madeFrom',
  'hidden',
  'image',
  'small',
  'digest',
]);

/** Columns whose fields stand beside the others on the wire. */
export const SPREAD: Readonly<Partial<Record<Table, string>>> = { books: 'figures' };

/** The fields of a table that go over the wire. */
export function wireFields(table: Table): string[] {
  return Object.keys(TABLES[table]).filter((field) => !INSIDE.has(field) && field !== SPREAD[table]);
}

/** What came over the wire as a row: fields that no column has go where the table spreads them from. */
export function asRow<T extends { id: string }>(table: Table, wire: T): Record<string, unknown> & { id: string } {
  const spread = SPREAD[table];
  if (spread === undefined) return { ...wire };
  const [own, others] = [
    Object.entries(wire).filter(([field]) => field in TABLES[table]),
    Object.entries(wire).filter(([field]) => !(field in TABLES[table])),
  ];
  return { ...Object.fromEntries(own), [spread]: Object.fromEntries(others) } as Record<string, unknown> & {
    id: string;
  };
}

/** Every field that comes over the wire, taken off. */
export const emptied = (table: Table): Record<string, null> =>
  Object.fromEntries(
    wireFields(table)
      .filter((field) => field !== 'id' && field !== 'version')
      .map((field) => [field, null]),
  );

export function defineModels(sequelize: Sequelize): Models {
  return Object.fromEntries(
    Object.entries(TABLES).map(([table, attributes]) => [
      table,
      sequelize.define(table, attributes as ModelAttributes, { tableName: table }),
    ]),
  ) as unknown as Models;
}

/** A stored row as the wire has it: no inside fields, nothing that is absent. */
export function present(row: Model): Record<string, unknown> {
  const plain = row.get({ plain: true }) as Record<string, unknown>;
  const spread = SPREAD[(row.constructor as ModelStatic<Model>).name as Table];
  const told = Object.entries(plain).filter(
    ([field, value]) => !INSIDE.has(field) && field !== spread && value !== null && value !== undefined,
  );
  return { ...Object.fromEntries(told), ...(spread === undefined ? {} : (plain[spread] as object)) };
}
