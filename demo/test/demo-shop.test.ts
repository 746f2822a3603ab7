import {
  type Bench,
  check,
  newBookSchema,
  newEngineSchema,
  newReadingSchema,
  nothingAdded,
  toJobFile,
} from '@rugged/contract';
import { judge, STATES } from '@rugged/core';
import { demoShop } from '../src/demo-shop';

const demo = demoShop(new Date('2026-06-01T12:00:00Z'));

const benches = demo.jobs.map((job): Bench => {
  const engine = demo.engines.find(({ id }) => id === job.engineId);
  const machine = demo.machines.find(({ id }) => id === engine?.machineId);
  const owner = demo.owners.find(({ id }) => id === machine?.ownerId);
  if (!engine || !machine || !owner) throw new Error(`job ${job.number} points nowhere`);
  const tests = demo.tests.filter((test) => test.jobId === job.id);
  return {
    job,
    engine,
    machine,
    owner,
    tests,
    books: (engine.bookIds ?? []).flatMap((id) => demo.books.find((book) => book.id === id) ?? []),
    ...nothingAdded(),
    readings: demo.readings.filter((reading) => tests.some((test) => test.id === reading.testId)),
  };
});

test('shows a dozen engines and more than ten jobs, two of the engines over two seasons', () => {
  expect(demo.engines).toHaveLength(12);
  expect(demo.jobs.length).toBeGreaterThanOrEqual(10);
  const visits = demo.engines.map(({ id }) => demo.jobs.filter((job) => job.engineId === id).length);
  expect(visits.filter((count) => count >= 3)).toHaveLength(2);
});

test('has one of each state among the jobs in work', () => {
  const states = new Set(
    benches.filter(({ job }) => job.status === 'open').map((bench) => judge(toJobFile(bench)).engine.state),
  );
  expect([...states].sort()).toEqual([...STATES].sort());
});

test('every row would be taken by the API', () => {
  for (const { version, hidden, ...engine } of demo.engines)
    expect(check(newEngineSchema, engine)).toMatchObject({ ok: true });
  for (const { version, ...book } of demo.books) expect(check(newBookSchema, book)).toMatchObject({ ok: true });
  for (const { takenBy, ...reading } of demo.readings)
    expect(check(newReadingSchema, reading)).toMatchObject({ ok: true });
});

test('the same demo is made each time, with ids that differ', () => {
  expect(demoShop(new Date('2026-06-01T12:00:00Z'))).toEqual(demo);
  const ids = [demo.owners, demo.machines, demo.engines, demo.books, demo.jobs, demo.tests, demo.readings]
    .flat()
    .map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
});
