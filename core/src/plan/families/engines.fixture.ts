import { type Book, type Engine, type JobFile, judge, type Report, report, type Test } from '../..';
import { dry, job, launchFour } from '../whole-jobs/pieces.fixture';

/** Engines that differ in all that a judgement asks: strokes, fuel, cooling, how their cylinders lie. */
export const mower: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'small-engine',
  layout: 'single',
  cylinders: ['1'],
  cooling: 'air',
};
export const generator: Engine = { ...mower, family: 'generator' };
export const roadTwin: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'motorcycle',
  layout: 'inline',
  cylinders: ['L', 'R'],
  cooling: 'air',
};
export const boxer: Engine = { ...roadTwin, layout: 'flat' };
export const veeTwin: Engine = { ...roadTwin, layout: 'vee', cylinders: ['front', 'rear'] };
const { firingOrder: _, ...unordered } = launchFour;
/** Without its order, so that others of fewer and more cylinders are made from it. */
export const launch: Engine = unordered;
export const veeEight: Engine = { ...launch, layout: 'vee', cylinders: ['1', '2', '3', '4', '5', '6', '7', '8'] };
export const diesel: Engine = { ...launch, fuel: 'diesel', cylinders: ['1', '2', '3'] };
export const outboard: Engine = {
  cycle: 'two-stroke',
  fuel: 'petrol',
  family: 'outboard',
  layout: 'inline',
  cylinders: ['top', 'middle', 'bottom'],
  cooling: 'liquid',
};
export const saw: Engine = {
  cycle: 'two-stroke',
  fuel: 'petrol',
  family: 'handheld',
  layout: 'single',
  cylinders: ['1'],
  cooling: 'air',
};

/** A dry test in psi, warm and with the throttle open unless said otherwise. */
export const cranked = (
  figures: Parameters<typeof dry>[1],
  more: Partial<Extract<Test, { kind: 'compression' }>> = {},
): Test => ({
  kind: 'compression',
  engineTemperature: 'warm',
  throttle: 'open',
  ...more,
  readings: dry('psi', figures),
});

/** The same figure, read twice, on every cylinder. */
export const evenly = (engine: Engine, psi: number): Record<string, number[]> =>
  Object.fromEntries(engine.cylinders.map((id) => [id, [psi, psi]]));

/** Air on one cylinder after the other, the top confirmed, through an orifice of 1 mm unless said otherwise. */
export const air = (
  percents: Readonly<Record<string, number>>,
  heard: Readonly<Record<string, readonly (readonly [at: string, level: number])[]>> = {},
  orificeMm = 1,
): Test => ({
  kind: 'leakdown',
  tester: { unit: 'psi', fullScale: 100, division: 1, orificeMm },
  readings: Object.entries(percents).map(([cylinder, percent]) => ({
    cylinder,
    unit: 'psi',
    supply: 100,
    percent,
    tdcConfirmed: true,
    ...(heard[cylinder] ? { heard: heard[cylinder].map(([at, level]) => ({ at: at as 'exhaust', level })) } : {}),
  })),
});

export const sheet = (minPsi: number, maxPsi?: number, more: Partial<Book> = {}): Book => ({
  source: 'service sheet',
  compression: { unit: 'psi', min: minPsi, ...(maxPsi === undefined ? {} : { max: maxPsi }) },
  ...more,
});

export const told = (engine: Engine, books: Book[], tests: Test[], more: Partial<JobFile> = {}): Report =>
  report(judge(job(engine, tests, { books, ...more })));

/** Odds of a cause on a cylinder; of a fault of the test wherever it is told. */
export const oddsOf = ({ causes }: Report, cause: string, cylinder: string | null): number =>
  causes.find((one) => (one.which ?? one.cause) === cause && (one.cylinder === cylinder || one.cylinder === null))
    ?.probability ?? 0;

export const stateOf = ({ cylinders }: Report, cylinder: string) => cylinders.find(({ id }) => id === cylinder)?.state;
