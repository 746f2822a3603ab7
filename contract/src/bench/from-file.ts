import { type JobFile, listOf, PURPOSE_NAME, type Test } from '@rugged/core';
import { nothingAdded } from './added';
import type { Bench } from './bench';

/**
 * A job file as a bench, for the words of a page: what the file does not carry has no name. It is judged by the file
 * itself, never by this.
 */
export function benchOfFile(file: JobFile, at: string): Bench {
  const { purpose = 'fault', otherSaid, engine, symptoms, site = {}, houseRules = {}, tests = [], found = [] } = file;
  const jobId = 'job';
  const name = file.machine ?? 'The engine';
  return {
    ...nothingAdded(),
    job: {
      id: jobId,
      engineId: 'engine',
      complaint: PURPOSE_NAME[purpose],
      purpose,
      site,
      houseRules,
      status: 'open',
      openedAt: at,
      version: 1,
      ...(symptoms ? { symptoms: symptoms as NonNullable<Bench['job']['symptoms']> } : {}),
      ...(otherSaid === undefined ? {} : { otherSaid }),
    },
    owner: { id: 'owner', name: file.owner ?? '', version: 1 },
    machine: { id: 'machine', ownerId: 'owner', name, version: 1 },
    engine: { ...engine, id: 'engine', machineId: 'machine', name, bookIds: [], version: 1 },
    books: [],
    tests: tests.map((test, i) => ({
      id: `test-${i}`,
      jobId,
      kind: test.kind,
      conditions: conditionsOf(test),
      startedAt: at,
    })) as Bench['tests'],
    readings: [],
    outcomes: found.map(({ cylinder, cause }, i) => ({
      id: `found-${i}`,
      jobId,
      cylinder,
      found: cause as Bench['outcomes'][number]['found'],
      madeAt: at,
    })),
  };
}

const conditionsOf = (test: Test): object => {
  const { kind, [listOf(kind)]: _, ...conditions } = test as unknown as Record<string, unknown> & Pick<Test, 'kind'>;
  return conditions;
};
