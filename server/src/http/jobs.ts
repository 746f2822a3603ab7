import { asJobFile, type Bench, jobChangeSchema, jobsQuerySchema, newJobSchema, toJobFile } from '@rugged/contract';
import { judge } from '@rugged/core';
import { Router } from 'express';
import { benchesJson, benchJson } from '../store/bench-query';
import { openJob } from '../store/open-job';
import { changeVersion, type Store } from '../store/store';
import { refuse } from './problem';
import { answerChanged, answerCreated, bodyOf, idOf, queryOf, whoAsks } from './request';

/** `/api/jobs`: the Bay (a page of benches), one bench, its job file and what the readings prove. */
export function jobRoutes(store: Store): Router {
  const routes = Router();

  const bench = async (shopId: string, id: string): Promise<string> => {
    const json = await benchJson(store, shopId, id);
    if (json === undefined) throw refuse.missing('job');
    return json;
  };

  routes.get('/', async (req, res) => {
    const { shopId } = whoAsks(req);
    res.type('json').send(await benchesJson(store, shopId, queryOf(jobsQuerySchema, req)));
  });
  routes.post('/', async (req, res) => {
    const { shopId, personId } = whoAsks(req);
    answerCreated(res, await openJob(store, shopId, { ...bodyOf(newJobSchema, req), openedBy: personId }));
  });
  routes.get('/:id', async (req, res) => {
    const { shopId } = whoAsks(req);
    res.type('json').send(await bench(shopId, idOf(req, 'job')));
  });
  routes.patch('/:id', async (req, res) => {
    const { shopId } = whoAsks(req);
    const id = idOf(req, 'job');
    const change = bodyOf(jobChangeSchema, req);
    const closedAt = change.status === undefined ? {} : { closedAt: change.status === 'closed' ? new Date() : null };
    answerChanged(res, await changeVersion(store.models.jobs, { id, shopId }, { ...change, ...closedAt }), 'job');
  });
  routes.get('/:id/job-file', async (req, res) => {
    const { shopId } = whoAsks(req);
    res.json(toJobFile(JSON.parse(await bench(shopId, idOf(req, 'job'))) as Bench));
  });
  routes.get('/:id/judgement', async (req, res) => {
    const { shopId } = whoAsks(req);
    res.json(judge(asJobFile(toJobFile(JSON.parse(await bench(shopId, idOf(req, 'job'))) as Bench))));
  });
  return routes;
}
