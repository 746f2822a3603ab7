import { createHash } from 'node:crypto';
import { newPhotoSchema } from '@rugged/contract';
import { Router } from 'express';
import Joi from 'joi';
import { pictureOf } from '../print/picture';
import type { Store } from '../store/store';
import { checkAdded } from './kept-job';
import { Refusal, refuse } from './problem';
import { created, route } from './route';

/** Nobody looks at more of one job. */
const MOST_OF_A_JOB = 60;

/** `/api/photos`: pictures, shrunk on the phone, decoded and encoded anew here, with a small one beside it. */
export const photoRoutes = (store: Store): Router =>
  Router()
    .post(
      '/',
      route(store, 'work', newPhotoSchema, async (shop, { data, mime: _, ...photo }) => {
        const sent = Buffer.from(data, 'base64');
        const more: Record<string, unknown> = {};
        const check = async () => {
          await checkAdded(shop, { jobId: photo.jobId, at: photo.madeAt, amends: photo.amends });
          const [kept] = await shop.select<{ photos: number }>(
            'SELECT count(*)::int AS photos FROM photos WHERE shop_id = $1 AND job_id = $2',
            photo.jobId,
          );
          if ((kept?.photos ?? 0) >= MOST_OF_A_JOB)
            throw refuse.fields([{ field: 'jobId', reason: `has ${MOST_OF_A_JOB} photographs already` }]);
          const picture = await pictureOf(sent);
          if (!picture) throw refuse.fields([{ field: 'data', reason: 'is no JPEG, PNG or WebP picture' }]);
          Object.assign(more, picture);
        };
        const digest = createHash('sha256').update(sent).digest('hex');
        return created(await shop.create('photos', { ...photo, digest, madeBy: shop.personId }, { check, more }));
      }),
    )
    .get(
      '/:id',
      route(
        store,
        'read',
        Joi.object<{ size?: 'small' }>({ size: Joi.valid('small') }),
        async (shop, { size }, { id }) => {
          const photo = await shop.stored('photos', id('photo'));
          if (!photo) throw refuse.missing('photo');
          const image = ((size === 'small' && photo.get('small')) || photo.get('image')) as Buffer | null;
          if (!image) throw new Refusal(410, 'erased', 'This photograph was erased');
          return {
            write: (res) =>
              res
                .type(photo.get('mime') as string)
                .setHeader('Cache-Control', 'private, max-age=31536000, immutable')
                .send(image),
          };
        },
      ),
    );
