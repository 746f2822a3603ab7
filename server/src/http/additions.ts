import { type Bench, newNoteSchema, newOutcomeSchema, newOverruleSchema, newSignatureSchema, newTickSchema, toJobFile } from '@rugged/contract';
import { InputError } from '@rugged/core';
import { leaveAsFound, marksOf, procedureFor, unreadHazards } from '@rugged/core/procedure';
import { Router } from 'express';
import type Joi from 'joi';
import { type Model, type ModelStatic, QueryTypes } from 'sequelize';
import { benchJson } from '../store/bench-query';
import { createOnce, type Store } from '../store/store';
import { Refusal } from './problem';
import { answerCreated, bodyOf, whoAsks } from './request';

interface Addition { id: string; jobId: string; cylinder?: string }

/** `/api/overrules`, `/api/ticks`, `/api/signatures`, `/api/notes`, `/api/outcomes`: what a person adds to a job. Never changed, never taken away. */
export function additionRoutes(store: Store): Router {
  const routes = Router();
  const added = <T extends Addition>(table: 'overrules' | 'ticks' | 'notes' | 'outcomes' | 'signatures', schema: Joi.Schema<T>, allowed?: (shopId: string, row: T) => Promise<void>) => {
    routes.post(`/${table}`, async (req, res) => {
      const { shopId, personId } = whoAsks(req);
      const row = bodyOf(schema, req);
      await checkCylinder(store, shopId, row);
      await allowed?.(shopId, row);
      answerCreated(res, await createOnce(store.models[table] as ModelStatic<Model>, shopId, { ...row, madeBy: personId } as unknown as { id: string } & Record<string, unknown>));
    });
  };
  added('overrules', newOverruleSchema);
  added('ticks', newTickSchema);
  added('notes', newNoteSchema);
  added('outcomes', newOutcomeSchema);
  added('signatures', newSignatureSchema, async (shopId, signature) => {
    // Sent twice it is the same signature: what was read then is not asked again.
    if (await store.models.signatures.findByPk(signature.id)) return;
    const json = await benchJson(store, shopId, signature.jobId);
    const bench = JSON.parse(json ?? '{}') as Bench;
    const { engine, books, houseRules, tests } = toJobFile(bench);
    const context = { engine, unit: 'kPa' as const, ...(books ? { books } : {}), ...(houseRules ? { houseRules } : {}) };
    const { procedure: name } = signature;
    const before = bench.signatures.filter(({ procedure, madeAt }) => procedure === name && Date.parse(madeAt) < Date.parse(signature.madeAt)).map(({ madeAt }) => madeAt)
      .sort((a, b) => Date.parse(a) - Date.parse(b)).pop();
    const procedure = name === 'leave-as-found' ? leaveAsFound(context, bench.ticks, tests) : procedureFor(name, context);
    const unread = unreadHazards(procedure, marksOf(name, bench.ticks, before));
    if (unread.length > 0) throw new Refusal(422, 'unread-caution', `Cannot be signed: ${unread.length} ${unread.length === 1 ? 'caution is' : 'cautions are'} unread`, { errors: unread.map(({ id, what }) => ({ field: `steps.${id}`, reason: `is unread: ${what}` })) });
  });
  return routes;
}

/** The job is one of this shop, and the cylinder one of its engine. */
async function checkCylinder({ sequelize }: Store, shopId: string, { jobId, cylinder }: Addition): Promise<void> {
  const [job] = await sequelize.query<{ cylinders: string[] }>(
    'SELECT e.cylinders FROM jobs j JOIN engines e ON e.id = j.engine_id WHERE j.shop_id = $1 AND j.id = $2',
    { bind: [shopId, jobId], type: QueryTypes.SELECT });
  if (!job) throw new InputError('jobId', 'is not known in this shop');
  if (cylinder !== undefined && !job.cylinders.includes(cylinder)) throw new InputError('cylinder', `there is no cylinder ${cylinder} on this engine`);
}
