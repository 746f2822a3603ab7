import { ADDED_NAMES, ADDED_SCHEMAS, type AddedName, type Bench, type NewAdded, toJobFile } from '@rugged/contract';
import { hasStood, InputError } from '@rugged/core';
import { leaveAsFound, marksOf, procedureFor, unreadHazards } from '@rugged/core/procedure';
import { Router } from 'express';
import { benchJson } from '../store/bench-query';
import type { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { Refusal } from './problem';
import { created, route } from './route';

/** What must hold of a record beyond its shape and its cylinder. */
const ALLOWED: { readonly [N in AddedName]?: (shop: ShopScope, row: NewAdded<N>) => Promise<void> } = {
  signatures: everyCautionRead,
};

/** A path for each added record: what a person adds to a job. Never changed, never taken away. */
export function addedRoutes(store: Store): Router {
  const routes = Router();
  const add = <N extends AddedName>(name: N) =>
    routes.post(
      `/${name}`,
      route<NewAdded<N>>(store, 'signed-in', ADDED_SCHEMAS[name], async (shop, row) => {
        const check = async () => {
          await checkCylinder(shop, row);
          await ALLOWED[name]?.(shop, row);
        };
        return created(await shop.create(name, { ...row, madeBy: shop.personId }, { check }));
      }),
    );
  ADDED_NAMES.forEach(add);
  return routes;
}

/** The job is one of this shop, and the cylinder one of its engine. */
async function checkCylinder(shop: ShopScope, row: { jobId: string; cylinder?: string } | object): Promise<void> {
  const { jobId, cylinder } = row as { jobId: string; cylinder?: string };
  const [job] = await shop.select<{ cylinders: string[] }>(
    'SELECT e.cylinders FROM jobs j JOIN engines e ON e.id = j.engine_id WHERE j.shop_id = $1 AND j.id = $2',
    jobId,
  );
  if (!job) throw new InputError('jobId', 'not-known-here');
  if (cylinder !== undefined && !job.cylinders.includes(cylinder))
    throw new InputError('cylinder', 'no-such-cylinder', { cylinder });
}

/** Nothing is signed while a caution is unread. */
async function everyCautionRead(shop: ShopScope, signature: NewAdded<'signatures'>): Promise<void> {
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
  const { procedure: name } = signature;
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
