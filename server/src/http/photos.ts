import { newPhotoSchema } from '@rugged/contract';
import { Router } from 'express';
import type { Store } from '../store/store';
import { refuse } from './problem';
import { created, route } from './route';

/** What a picture's first bytes must be. */
const BEGINS: Readonly<Record<string, (image: Buffer) => boolean>> = {
  'image/jpeg': (image) => image[0] === 0xff && image[1] === 0xd8,
  'image/png': (image) => image.subarray(1, 4).toString('latin1') === 'PNG',
  'image/webp': (image) =>
    image.subarray(0, 4).toString('latin1') === 'RIFF' && image.subarray(8, 12).toString('latin1') === 'WEBP',
};

/** `/api/photos`: pictures, shrunk on the phone, kept as they came. */
export const photoRoutes = (store: Store): Router =>
  Router()
    .post(
      '/',
      route(store, 'signed-in', newPhotoSchema, async (shop, { data, ...photo }) => {
        const image = Buffer.from(data, 'base64');
        if (!BEGINS[photo.mime]?.(image))
          throw refuse.fields([{ field: 'data', reason: `is no ${photo.mime} picture` }]);
        return created(await shop.create('photos', { ...photo, image, madeBy: shop.personId }));
      }),
    )
    .get(
      '/:id',
      route(store, 'signed-in', null, async (shop, _, { id }) => {
        const photo = await shop.stored('photos', id('photo'));
        if (!photo) throw refuse.missing('photo');
        return {
          write: (res) =>
            res
              .type(photo.get('mime') as string)
              .setHeader('Cache-Control', 'private, max-age=31536000, immutable')
              .send(photo.get('image')),
        };
      }),
    );
