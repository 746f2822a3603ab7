import {
  type Bench,
  changesQuerySchema,
  type JobChange,
  jobChangeSchema,
  jobsQuerySchema,
  newJobSchema,
  toJobFile,
  unseenWork,
} from '@rugged/contract';
import type { Right } from '@rugged/contract/people';
import { judge, report } from '@rugged/core';
import { Router } from 'express';
import { benchesJson, benchJson, changedJson } from '../store/bench-query';
import { openJob } from '../store/open-job';
import type { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { checkChange } from './kept-job';
import { Refusal, refuse } from './problem';
import { changed, created, route } from './route';

const bench = async (shop: ShopScope, id: string): Promise<string> => {
  const json = await benchJson(shop, id);
  if (json === undefined) throw refuse.missing('job');
  return json;
};
/** What an apprentice did is looked at by somebody else before a job closes. */
async function everythingSeen(shop: ShopScope, id: string): Promise<void> {
  const unseen = unseenWork(JSON.parse(await bench(shop, id)) as Bench);
  if (unseen)
    throw new Refusal(
      422,
      'second-signature',
      `Not closed: the work of ${unseen.by.join(' and ')} waits for a second signature`,
    );
}
/** A closed job keeps the engine and the books it was judged by, whatever is written on the sheet later. */
async function closedNow(shop: ShopScope, id: string) {
  const { engine, books } = JSON.parse(await bench(shop, id)) as Bench;
  return { closedAt: new Date(), sheet: { engine, books } };
}
/** To close a job, and to open one again, somebody must have judged it. */
const neededFor = ({ status }: JobChange): Right => (status === undefined ? 'intake' : 'judge');
const REOPENED = { closedAt: null, sheet: null };
const jobFile = async (shop: ShopScope, id: string) => toJobFile(JSON.parse(await bench(shop, id)) as Bench);

/** `/api/jobs`: the Bay (a page of benches), one bench, its job file and what the readings prove. */
export const jobRoutes = (store: Store): Router =>
  Router()
    .get(
      '/',
      route(store, 'read', jobsQuerySchema, async (shop, query) => ({ jsonText: await benchesJson(shop, query) })),
    )
    .post(
      '/',
      route(store, 'intake', newJobSchema, async (shop, job) => created(await openJob(shop, job))),
    )
    .get(
      '/changes',
      route(store, 'read', changesQuerySchema, async (shop, { since }) => ({
        jsonText: await changedJson(shop, since),
      })),
    )
    .get(
      '/:id',
      route(store, 'read', null, async (shop, _, { id }) => ({ jsonText: await bench(shop, id('job')) })),
    )
    .patch(
      '/:id',
      route(store, neededFor, jobChangeSchema, async (shop, change, { id }) => {
        const { status } = change;
        const job = await shop.stored('jobs', id('job'));
        // Made already, or from another version: that is the answer, whatever this change would do.
        if (job?.get('version') === change.version)
          checkChange({ number: job.get('number') as number, closedAt: job.get('closedAt') as Date | null }, change);
        if (status === 'closed' && job?.get('status') === 'open') await everythingSeen(shop, id('job'));
        const closing = status === undefined ? {} : status === 'closed' ? await closedNow(shop, id('job')) : REOPENED;
        return changed(await shop.change('jobs', id('job'), change, closing), 'job');
      }),
    )
    .get(
      '/:id/job-file',
      route(store, 'read', null, async (shop, _, { id }) => ({ json: await jobFile(shop, id('job')) })),
    )
    .get(
      '/:id/judgement',
      route(store, 'read', null, async (shop, _, { id }) => ({ json: report(judge(await jobFile(shop, id('job')))) })),
    );
