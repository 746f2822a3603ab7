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
import type { CompressionRelease, Cycle, Family, Fuel, Layout, Symptom } from '@rugged/core';
import type { NewEntry } from '@/data/outbox/entry';
import { newId } from '@/data/new-id';
import { contract } from '@/data/validating';
import { nothingAdded } from '@rugged/contract/bench';
import { typedNumber } from '@/ui/format';

/** What is typed, as text: a slip stays on screen until it is mended. */
export interface NewJobForm {
  complaint: string;
  symptoms: Symptom[];
  hours: string;
  alreadyDone: string;
  owner: string;
  machine: string;
  engine: string;
  family: Family;
  cycle: Cycle;
  fuel: Fuel;
  layout: Layout;
  cylinders: string;
  release: CompressionRelease;
  bookSource: string;
  bookMin: string;
  bookMax: string;
  spreadLimit: string;
}

/** The fields that are typed. */
export type TextField = Exclude<keyof NewJobForm, 'symptoms'>;

export const BLANK: NewJobForm = {
  complaint: '',
  symptoms: [],
  hours: '',
  alreadyDone: '',
  owner: '',
  machine: '',
  engine: '',
  family: 'small-engine',
  cycle: 'four-stroke',
  fuel: 'petrol',
  layout: 'single',
  cylinders: '1',
  release: 'none',
  bookSource: '',
  bookMin: '',
  bookMax: '',
  spreadLimit: '',
};

/** Where the job's engine comes from: it has been here, it is one more of a kind that was, or it is new to the shop. */
export type EngineSource =
  { from: 'known'; item: EngineListItem } | { from: 'like'; item: EngineListItem } | { from: 'new' };

/** What a family usually is: a start, to be changed where it does not fit. */
export const USUAL: Readonly<Record<Family, Pick<NewJobForm, 'cycle' | 'fuel' | 'layout' | 'cylinders'>>> = {
  handheld: { cycle: 'two-stroke', fuel: 'petrol', layout: 'single', cylinders: '1' },
  'small-engine': { cycle: 'four-stroke', fuel: 'petrol', layout: 'single', cylinders: '1' },
  generator: { cycle: 'four-stroke', fuel: 'petrol', layout: 'single', cylinders: '1' },
  outboard: { cycle: 'two-stroke', fuel: 'petrol', layout: 'inline', cylinders: '2' },
  inboard: { cycle: 'four-stroke', fuel: 'diesel', layout: 'inline', cylinders: '3' },
  motorcycle: { cycle: 'four-stroke', fuel: 'petrol', layout: 'inline', cylinders: '2' },
  scooter: { cycle: 'four-stroke', fuel: 'petrol', layout: 'single', cylinders: '1' },
  powersports: { cycle: 'two-stroke', fuel: 'petrol', layout: 'inline', cylinders: '2' },
};

export interface BuiltJob {
  bench: Bench;
  entries: NewEntry[];
}
export type Built = { ok: true; job: BuiltJob } | { ok: false; errors: Partial<Record<keyof NewJobForm, string>> };

interface Context {
  shop: Shop;
  source: EngineSource;
  knownOwners: readonly { id: string; name: string; version: number }[];
  now: Date;
}

/** The form as records, or what is wrong with which field. */
export async function buildJob(form: NewJobForm, { shop, source, knownOwners, now }: Context): Promise<Built> {
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
  const engine: NewEngine = known?.engine ?? engineOf(form, source, machine.id);
  const books: NewBook[] = known?.books ?? booksOf(form, source, engine.id, shop);
  const hours = typedNumber(form.hours);
  const job: NewJob = {
    id: newId(),
    engineId: engine.id,
    complaint: form.complaint.trim(),
    site: shop.site,
    houseRules: shop.houseRules,
    openedAt: now.toISOString(),
    ...(hours === undefined ? {} : { hours: hours as number }),
    ...(form.symptoms.length === 0 ? {} : { symptoms: form.symptoms }),
    ...(form.alreadyDone.trim() === '' ? {} : { alreadyDone: form.alreadyDone.trim() }),
  };

  const problems = <T>(schema: Parameters<typeof check<T>>[0], value: T) => {
    const checked = check(schema, value);
    return checked.ok ? [] : checked.errors;
  };
  note(problems(newJobSchema, job), { complaint: 'complaint', hours: 'hours', alreadyDone: 'alreadyDone' });
  if (!known) {
    if (!sameOwner) note(problems(newOwnerSchema, owner), { name: 'owner' });
    note(problems(newMachineSchema, machine), { name: 'machine' });
    note(problems(newEngineSchema, engine), { name: 'engine', cylinders: 'cylinders', layout: 'layout' });
    for (const book of books)
      note(problems(newBookSchema, book), {
        source: 'bookSource',
        'compression.min': 'bookMin',
        'compression.max': 'bookMax',
        'spread.limitPercent': 'spreadLimit',
      });
    if (source.from === 'new' && countOf(form.cylinders) === undefined)
      errors.cylinders ??= 'must be a whole number from 1 to 24';
  }
  if (Object.keys(errors).length > 0) return { ok: false, errors };

  const post = (path: string, body: object, what: string): NewEntry => ({
    method: 'POST',
    path,
    body: { ...body },
    jobId: job.id,
    what,
  });
  const bench: Bench = {
    job: { ...job, houseRules: shop.houseRules, status: 'open', version: 1 },
    owner: { ...owner, version: 1 },
    machine: { ...machine, version: 1 },
    engine: { ...engine, version: 1 },
    books: books.map((book) => ({ ...book, version: 1 })),
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
              post('/engines', engine, `Engine ${engine.name}`),
              ...books.map((book) => post('/books', book, `Book of ${engine.name}`)),
            ]),
        { ...post('/jobs', job, `New job, ${engine.name}`), newBench: bench },
      ],
    },
  };
}

function engineOf(form: NewJobForm, source: EngineSource, machineId: string): NewEngine {
  const name = form.engine.trim() || (source.from === 'like' ? source.item.engine.name : form.machine.trim());
  if (source.from === 'like') {
    // What the server sets and what is this one engine's own stays behind.
    const { id, machineId: _of, name: _called, version, simulated, hours, ...kind } = source.item.engine;
    return { id: newId(), machineId, name, ...kind };
  }
  const count = countOf(form.cylinders) ?? 1;
  return {
    id: newId(),
    machineId,
    name,
    cycle: form.cycle,
    fuel: form.fuel,
    family: form.family,
    layout: count === 1 ? 'single' : form.layout === 'single' ? 'inline' : form.layout,
    cylinders: Array.from({ length: count }, (_, i) => String(i + 1)),
    compressionRelease: form.release,
  };
}

function booksOf(form: NewJobForm, source: EngineSource, engineId: string, shop: Shop): NewBook[] {
  if (source.from === 'like')
    return source.item.books.map(({ version, ...book }) => ({ ...book, id: newId(), engineId }));
  const min = typedNumber(form.bookMin);
  const max = typedNumber(form.bookMax);
  const limitPercent = typedNumber(form.spreadLimit);
  if (min === undefined && max === undefined && limitPercent === undefined) return [];
  return [
    {
      id: newId(),
      engineId,
      rank: 1,
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

function countOf(text: string): number | undefined {
  const count = Number(text);
  return Number.isInteger(count) && count >= 1 && count <= 24 ? count : undefined;
}
