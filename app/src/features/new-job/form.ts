import type {
  Bench,
  EngineListItem,
  FieldError,
  NewBook,
  NewEngine,
  NewJob,
  NewMachine,
  NewOwner,
  Shop,
} from '@rugged/contract';
import { type Purpose, PURPOSE_NAME, type Symptom, SYMPTOM_NAME } from '@rugged/core';
import { asRunState, type RunState, runStateOf } from '@/bench/sheet/run-state';
import type { Written } from '@/bench/sheet/sheet';
import type { NewEntry } from '@/data/outbox/entry';
import { newId } from '@/data/new-id';
import { contract } from '@/data/validating';
import { nothingAdded } from '@rugged/contract/bench';
import { typedNumber } from '@/ui/format';

/** What is typed, as text: a slip stays on screen until it is mended. */
export interface NewJobForm {
  purpose: Purpose | undefined;
  complaint: string;
  symptoms: Symptom[];
  otherSaid: string;
  meter: string;
  /** The meter shows less than last time because it is another one. */
  meterChanged: boolean;
  state: RunState | undefined;
  alreadyDone: string;
  owner: string;
  machine: string;
  bookSource: string;
  bookMin: string;
  bookMax: string;
  spreadLimit: string;
}

/** The fields that are typed. */
export type TextField = Exclude<keyof NewJobForm, 'symptoms' | 'purpose' | 'meterChanged' | 'state'>;

export const BLANK: NewJobForm = {
  purpose: undefined,
  complaint: '',
  symptoms: [],
  otherSaid: '',
  meter: '',
  meterChanged: false,
  state: undefined,
  alreadyDone: '',
  owner: '',
  machine: '',
  bookSource: '',
  bookMin: '',
  bookMax: '',
  spreadLimit: '',
};

/** An engine that nothing is known of: the smallest that can be opened. */
export const UNKNOWN_ENGINE: Written = {
  name: '',
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'small-engine',
  layout: 'single',
  cylinders: ['1'],
};

/** Where the job's engine comes from: it has been here, it is one more of a kind that was, or it is new to the shop. */
export type EngineSource =
  { from: 'known'; item: EngineListItem } | { from: 'like'; item: EngineListItem } | { from: 'new' };

/** The sheet that an engine begins with: of one like it everything but what is its own. */
export function startOf(source: EngineSource): Written {
  if (source.from === 'new') return UNKNOWN_ENGINE;
  const { id, machineId, version, simulated, hours, name, bookIds, runs, cranks, ...kind } = source.item.engine;
  return { ...kind, name: '' };
}

export interface BuiltJob {
  bench: Bench;
  entries: NewEntry[];
}
export type Built = { ok: true; job: BuiltJob } | { ok: false; errors: Partial<Record<keyof NewJobForm, string>> };

interface Context {
  shop: Shop;
  source: EngineSource;
  /** The sheet of an engine that is new here. */
  written: Written;
  knownOwners: readonly { id: string; name: string; version: number }[];
  now: Date;
}

/** The form as records, or what is wrong with which field. */
export async function buildJob(form: NewJobForm, { shop, source, written, knownOwners, now }: Context): Promise<Built> {
  const { check, newBookSchema, newEngineSchema, newJobSchema, newMachineSchema, newOwnerSchema } = await contract();
  const errors: Partial<Record<keyof NewJobForm, string>> = {};
  const note = (found: readonly FieldError[], fields: Readonly<Record<string, keyof NewJobForm>>) => {
    for (const { field, reason } of found) {
      const name = fields[field] ?? fields[field.split(/[.[]/)[0] ?? ''];
      if (name) errors[name] ??= reason;
    }
  };

  const known = source.from === 'known' ? source.item : undefined;
  const ownerName = form.owner.trim();
  const sameOwner = knownOwners.find((owner) => owner.name.toLowerCase() === ownerName.toLowerCase());
  const owner: NewOwner = known?.owner ?? sameOwner ?? { id: newId(), name: ownerName };
  const machine: NewMachine = known?.machine ?? { id: newId(), ownerId: owner.id, name: form.machine.trim() };
  const books: NewBook[] = known?.books ?? (source.from === 'like' ? source.item.books : bookTyped(form, shop));
  const state = form.state === undefined ? {} : asRunState(form.state);
  const engine: NewEngine = {
    ...(known?.engine ?? {
      ...written,
      id: newId(),
      machineId: machine.id,
      name: written.name.trim() || (source.from === 'like' ? source.item.engine.name : form.machine.trim()),
      bookIds: books.map(({ id }) => id),
    }),
    ...state,
  };
  const meter = typedNumber(form.meter, 'grouped');
  const job: NewJob = {
    id: newId(),
    engineId: engine.id,
    complaint: form.complaint.trim() || complaintOf(form),
    site: shop.site,
    houseRules: shop.houseRules,
    openedAt: now.toISOString(),
    ...(meter === undefined ? {} : { meter: meter as number }),
    ...usedBefore(form, source, meter),
    ...(form.purpose === undefined ? {} : { purpose: form.purpose }),
    ...(form.otherSaid.trim() === '' ? {} : { otherSaid: form.otherSaid.trim() }),
    ...(form.symptoms.length === 0 ? {} : { symptoms: form.symptoms }),
    ...(form.alreadyDone.trim() === '' ? {} : { alreadyDone: form.alreadyDone.trim() }),
  };

  const problems = <T>(schema: Parameters<typeof check<T>>[0], value: T) => {
    const checked = check(schema, value);
    return checked.ok ? [] : checked.errors;
  };
  note(problems(newJobSchema, job), {
    complaint: 'complaint',
    meter: 'meter',
    otherSaid: 'otherSaid',
    alreadyDone: 'alreadyDone',
  });
  if (!known) {
    if (!sameOwner) note(problems(newOwnerSchema, owner), { name: 'owner' });
    note(problems(newMachineSchema, machine), { name: 'machine' });
    note(problems(newEngineSchema, engine), { name: 'machine' });
    for (const book of source.from === 'new' ? books : [])
      note(problems(newBookSchema, book), {
        source: 'bookSource',
        'compression.min': 'bookMin',
        'compression.max': 'bookMax',
        'spread.limitPercent': 'spreadLimit',
      });
  }
  if (Object.keys(errors).length > 0) return { ok: false, errors };

  const post = (path: string, body: object, what: string): NewEntry => ({
    method: 'POST',
    path,
    body: { ...body },
    jobId: job.id,
    what,
  });
  const patch = (path: string, body: object, what: string): NewEntry => ({
    method: 'PATCH',
    path,
    body: { ...body },
    what,
  });
  const restated = known !== undefined && form.state !== undefined && runStateOf(known.engine) !== form.state;
  const bench: Bench = {
    job: { ...job, houseRules: shop.houseRules, status: 'open', version: 1 },
    owner: { ...owner, version: 1 },
    machine: { ...machine, version: 1 },
    engine: { ...engine, version: known ? known.engine.version + (restated ? 1 : 0) : 1 },
    books: books.map((book) => ({ version: 1, ...book })),
    tests: [],
    readings: [],
    ...nothingAdded(),
  };
  return {
    ok: true,
    job: {
      bench,
      entries: [
        ...(known || sameOwner ? [] : [post('/owners', owner, `Owner ${owner.name}`)]),
        ...(known
          ? []
          : [
              post('/machines', machine, `Machine ${machine.name}`),
              ...(source.from === 'new' ? books.map((book) => post('/books', book, `Book of ${engine.name}`)) : []),
              post('/engines', engine, `Engine ${engine.name}`),
            ]),
        ...(known && restated
          ? [patch(`/engines/${engine.id}`, { ...state, version: known.engine.version }, `Sheet, ${engine.name}`)]
          : []),
        { ...post('/jobs', job, `New job, ${engine.name}`), newBench: bench },
      ],
    },
  };
}

/** A complaint in words where only what it does was tapped. */
const complaintOf = ({ symptoms, purpose }: NewJobForm): string =>
  symptoms.length > 0
    ? symptoms.map((symptom) => SYMPTOM_NAME[symptom]).join(', ')
    : purpose === undefined || purpose === 'fault'
      ? ''
      : PURPOSE_NAME[purpose];

/** What was run before the meter that is on it now. */
function usedBefore(
  { meterChanged }: NewJobForm,
  source: EngineSource,
  meter: number | string | undefined,
): { usedBefore?: number } {
  if (source.from !== 'known' || typeof meter !== 'number') return {};
  const { lastMeter = 0, usedBefore: earlier = 0 } = source.item;
  const use = meterChanged && meter < lastMeter ? earlier + lastMeter : earlier;
  return use === 0 ? {} : { usedBefore: use };
}

/** The meter shows less than when it was here last: it was changed, or misread. */
export const runsBackwards = ({ meter }: Pick<NewJobForm, 'meter'>, source: EngineSource): boolean => {
  const figure = typedNumber(meter, 'grouped');
  return source.from === 'known' && typeof figure === 'number' && figure < (source.item.lastMeter ?? 0);
};

function bookTyped(form: NewJobForm, shop: Shop): NewBook[] {
  const min = typedNumber(form.bookMin);
  const max = typedNumber(form.bookMax);
  const limitPercent = typedNumber(form.spreadLimit);
  if (min === undefined && max === undefined && limitPercent === undefined) return [];
  return [
    {
      id: newId(),
      source: form.bookSource.trim() || 'The book',
      ...(min === undefined && max === undefined
        ? {}
        : {
            compression: {
              unit: shop.unit,
              ...(min === undefined ? {} : { min: min as number }),
              ...(max === undefined ? {} : { max: max as number }),
            },
          }),
      ...(limitPercent === undefined
        ? {}
        : { spread: { method: 'lowest-vs-highest' as const, limitPercent: limitPercent as number } }),
    },
  ];
}
