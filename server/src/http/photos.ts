import { newPhotoSchema } from '@rugged/contract';
import { Router } from 'express';
import { createOnce, type Store } from '../store/store';
import { refuse } from './problem';
import { answerCreated, bodyOf, idOf, whoAsks } from './request';

/** What a picture's first bytes must be. */
const BEGINS: Readonly<Record<string, (image: Buffer) => boolean>> = {
  'image/jpeg': (image) => image[0] === 0xff && image[1] === 0xd8,
  'image/png': (image) => image.subarray(1, 4).toString('latin1') === 'PNG',
  'image/webp': (image) => image.subarray(0, 4).toString('latin1') === 'RIFF' && image.subarray(8, 12).toString('latin1') === 'WEBP',
};

/** `/api/photos`: pictures, shrunk on the phone, kept as they came. */
export function photoRoutes({ models }: Store): Router {
  const routes = Router();
  routes.post('/', async (req, res) => {
    const { shopId, personId } = whoAsks(req);
    const { data, ...photo } = bodyOf(newPhotoSchema, req);
    const image = Buffer.from(data, 'base64');
    if (!BEGINS[photo.mime]?.(image)) throw refuse.fields([{ field: 'data', reason: `is no ${photo.mime} picture` }]);
    answerCreated(res, await createOnce(models.photos, shopId, { ...photo, image, madeBy: personId }));
  });
  routes.get('/:id', async (req, res) => {
    const { shopId } = whoAsks(req);
    const photo = await models.photos.findOne({ where: { id: idOf(req, 'photo'), shopId } });
    if (!photo) throw refuse.missing('photo');
    res.type(photo.get('mime') as string).setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    res.send(photo.get('image'));
  });
  return routes;
}
