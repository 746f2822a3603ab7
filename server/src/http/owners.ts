import { type Bench, newOwnerSchema, toJobFile } from '@rugged/contract';
import { judge, report } from '@rugged/core';
import { type Response, Router } from 'express';
import { ZipFile } from 'yazl';
import { benchJson } from '../store/bench-query';
import { historyOf } from '../store/history-query';
import { eraseOwner, jobsOf, ownerFile, photosOfJob } from '../store/owner-query';
import type { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { refuse } from './problem';
import { created, route } from './route';

/** `/api/owners`: customers; all that is kept of one as an archive, and the end of what is known of them. */
export const ownerRoutes = (store: Store): Router =>
  Router()
    .post(
      '/',
      route(store, 'intake', newOwnerSchema, async (shop, owner) => created(await shop.create('owners', owner))),
    )
    .get(
      '/:id',
      route(store, 'read', null, async (shop, _, { id }) => ({ json: await fileOf(shop, id('owner')) })),
    )
    .get(
      '/:id/archive.zip',
      route(store, 'tell', null, async (shop, _, { id }) => {
        const file = await fileOf(shop, id('owner'));
        return { write: (res) => void archive(shop, res, file) };
      }),
    )
    .post(
      '/:id/erase',
      route(store, 'run', null, async (shop, _, { id }) => {
        if (!(await eraseOwner(shop, id('owner')))) throw refuse.missing('owner');
        return { json: await fileOf(shop, id('owner')) };
      }),
    );

async function fileOf(shop: ShopScope, id: string) {
  const file = await ownerFile(shop, id);
  if (!file) throw refuse.missing('owner');
  return file;
}

/** Open formats only: JSON as the API has it, job files, pictures. One job after the other, as it is taken in. */
async function archive(shop: ShopScope, res: Response, file: Awaited<ReturnType<typeof fileOf>>): Promise<void> {
  const zip = new ZipFile();
  const { owner } = file;
  res.type('application/zip').setHeader('Content-Disposition', 'attachment; filename="owner.zip"');
  zip.outputStream.pipe(res);
  const text = (name: string, value: unknown) =>
    zip.addBuffer(Buffer.from(`${JSON.stringify(value, null, 1)}\n`), name);
  try {
    zip.addBuffer(Buffer.from(README), 'README.txt');
    text('owner.json', file);
    text('history.json', (await historyOf(shop, { recordId: owner.id, limit: 200 })).items);
    for (const { id, number } of await jobsOf(shop, owner.id)) {
      const bench = JSON.parse((await benchJson(shop, id)) ?? '{}') as Bench;
      text(`jobs/${number}/record.json`, bench);
      text(`jobs/${number}/job-file.json`, toJobFile(bench));
      text(`jobs/${number}/verdict.json`, report(judge(toJobFile(bench))));
      for (const photoId of await photosOfJob(shop, id)) {
        const image = (await shop.stored('photos', photoId))?.get('image') as Buffer | null | undefined;
        // Packed already.
        if (image) zip.addBuffer(image, `jobs/${number}/photos/${photoId}.jpg`, { compress: false });
      }
    }
    zip.end();
  } catch (error) {
    // Half an archive must not look like a whole one.
    res.destroy(error as Error);
  }
}

const README = `All that is kept of one customer.

owner.json            name, contact, machines and engines
history.json          what was changed of it, when and by whom
jobs/<number>/        each job: record.json (everything that was entered), job-file.json (what is judged),
                      verdict.json (what it proves), photos/
`;
