import { ADDED_NAMES, ADDED_SCHEMAS, type AddedName, type Bench, type NewAdded, toJobFile } from '@rugged/contract';
import { SECOND_LOOK } from '@rugged/contract/people';
import { hasStood } from '@rugged/core';
import { leaveAsFound, marksOf, procedureFor, unreadHazards } from '@rugged/core/procedure';
import { Router } from 'express';
import { benchJson } from '../store/bench-query';
import type { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { checkAdded, keptOnce } from './kept-job';
import { Refusal } from './problem';
import { created, type Needs, route } from './route';

/** What must hold of a record beyond its shape and its cylinder. */
const ALLOWED: { readonly [N in AddedName]?: (shop: ShopScope, row: NewAdded<N>) => Promise<void> } = {
  signatures: everyCautionRead,
};

/** Who may add what. */
const NEEDS: { readonly [N in AddedName]: Needs<NewAdded<N>> } = {
  overrules: 'judge',
  ticks: 'work',
  signatures: ({ procedure }) => (procedure === SECOND_LOOK ? 'judge' : 'work'),
  notes: 'work',
  outcomes: 'work',
  repairs: 'work',
  decisions: 'judge',
  pages: 'tell',
  answers: 'tell',
};

const ANY_TIME: ReadonlySet<AddedName> = new Set(['pages', 'answers']);

/** A path for each added record: what a person adds to a job. Never changed, never taken away. */
export function addedRoutes(store: Store): Router {
  const routes = Router();
  const add = <N extends AddedName>(name: N) =>
    routes.post(
      `/${name}`,
      route<NewAdded<N>>(store, NEEDS[name], ADDED_SCHEMAS[name], async (shop, row) => {
        const { jobId, madeAt: at, amends, cylinder } = row as typeof row & { cylinder?: string };
        const keep = (further?: () => Promise<void>) =>
          shop.create(
            name,
            { ...row, madeBy: shop.personId },
            {
              check: async () => {
                // A page goes out and an answer comes in, whatever became of the job.
                if (!ANY_TIME.has(name)) await checkAdded(shop, { jobId, at, amends, cylinder });
                await ALLOWED[name]?.(shop, row);
                await further?.();
              },
            },
          );
        return created(await (name === 'notes' ? keptOnce(shop, 'notes', row, keep) : keep()));
      }),
    );
  ADDED_NAMES.forEach(add);
  return routes;
}

/** Nothing is signed while a caution is unread. */
async function everyCautionRead(shop: ShopScope, signature: NewAdded<'signatures'>): Promise<void> {
  const { procedure: name } = signature;
  if (name === SECOND_LOOK) {
    if ((await shop.stands())?.watched)
      throw new Refusal(403, 'watched', 'Somebody signs beside you: you cannot sign beside others yet');
    return;
  }
  const json = await benchJson(shop, signature.jobId);
  const bench = JSON.parse(json ?? '{}') as Bench;
  const { engine, books, houseRules, tests } = toJobFile(bench);
  const context = {
    engine,
    unit: 'kPa' as const,
    stood: hasStood(bench.job),
    ...(books ? { books } : {}),
    ...(houseRules ? { houseRules } : {}),
  };
  const before = bench.signatures
    .filter(({ procedure, madeAt }) => procedure === name && Date.parse(madeAt) < Date.parse(signature.madeAt))
    .map(({ madeAt }) => madeAt)
    .sort((a, b) => Date.parse(a) - Date.parse(b))
    .pop();
  const procedure = name === 'leave-as-found' ? leaveAsFound(context, bench.ticks, tests) : procedureFor(name, context);
  const unread = unreadHazards(procedure, marksOf(name, bench.ticks, before));
  if (unread.length > 0)
    throw new Refusal(
      422,
      'unread-caution',
      `Cannot be signed: ${unread.length} ${unread.length === 1 ? 'caution is' : 'cautions are'} unread`,
      { errors: unread.map(({ id, what }) => ({ field: `steps.${id}`, reason: `is unread: ${what}` })) },
    );
}
