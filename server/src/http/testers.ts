import { newTesterSchema, testerChangeSchema } from '@rugged/contract';
import { Router } from 'express';
import { Op, type Transaction } from 'sequelize';
import { changeVersion, createOnce, type Store } from '../store/store';
import { answerChanged, answerCreated, bodyOf, idOf, whoAsks } from './request';

/** `/api/testers`: the register of testers. One of each kind is the usual one. */
export function testerRoutes({ models, sequelize }: Store): Router {
  const routes = Router();
  const { testers } = models;
  /** The others of its kind give way. */
  const giveWay = (shopId: string, { id, kind }: { id: unknown; kind: unknown }, transaction: Transaction) =>
    testers.update({ usual: false }, { where: { shopId, kind: kind as string, id: { [Op.ne]: id as string }, usual: true }, transaction });

  routes.post('/', async (req, res) => {
    const { shopId } = whoAsks(req);
    const tester = bodyOf(newTesterSchema, req);
    const created = await createOnce(testers, shopId, { ...tester });
    if (tester.usual) await sequelize.transaction((transaction) => giveWay(shopId, tester, transaction));
    answerCreated(res, created);
  });
  routes.patch('/:id', async (req, res) => {
    const { shopId } = whoAsks(req);
    const id = idOf(req, 'tester');
    const changed = await changeVersion(testers, { id, shopId }, bodyOf(testerChangeSchema, req));
    if (changed.outcome === 'changed' && changed.row['usual'] === true) await sequelize.transaction((transaction) => giveWay(shopId, { id, kind: changed.row['kind'] }, transaction));
    answerChanged(res, changed, 'tester');
  });
  return routes;
}
