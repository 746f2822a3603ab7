import { randomBytes } from 'node:crypto';
import { type PageLink, newPageLinkSchema } from '@rugged/contract';
import type { PageDocument } from '@rugged/contract/page';
import { Router } from 'express';
import { pagePdf } from '../print/pdf';
import type { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { refuse } from './problem';
import { route } from './route';

const SECRET_BYTES = 24;

/** A link as the shop sees it: where it leads, how long, and how often it was opened. */
const LINKS = `SELECT l.id, l.page_id AS "pageId", p.job_id AS "jobId", l.ends_at AS "endsAt",
    l.withdrawn_at AS "withdrawnAt", l.opened, l.last_opened_at AS "lastOpenedAt", '/p/' || l.secret AS path
  FROM page_links l JOIN pages p ON (p.shop_id, p.id) = (l.shop_id, l.page_id) WHERE l.shop_id = $1`;

/** `/api/page-links` and `/api/pages/<id>.pdf`: pages on their way out of the shop. */
export const pageRoutes = (store: Store): Router =>
  Router()
    .get(
      '/pages/:id/page.pdf',
      route(store, 'read', null, async (shop, _, { id }) => {
        const page = await pageOf(shop, id('page'));
        const pdf = await pagePdf(page, await photosOf(shop, page));
        return { write: (res) => void res.type('pdf').setHeader('Content-Disposition', FILE).send(pdf) };
      }),
    )
    .post(
      '/page-links',
      route(store, 'tell', newPageLinkSchema, async (shop, { id, pageId, days }) => {
        await pageOf(shop, pageId);
        const secret = randomBytes(SECRET_BYTES).toString('base64url');
        // Sent twice it is the same link: its secret is the one that was made first.
        await shop.select(
          `INSERT INTO page_links (id, shop_id, page_id, secret, ends_at, made_by)
           VALUES ($2, $1, $3, $4, now() + make_interval(days => $5), $6) ON CONFLICT (shop_id, id) DO NOTHING`,
          id,
          pageId,
          secret,
          days,
          shop.personId,
        );
        return { status: 201, json: await linkOf(shop, id) };
      }),
    )
    .get(
      '/jobs/:id/page-links',
      route(store, 'read', null, async (shop, _, { id }) => {
        if (!(await shop.stored('jobs', id('job')))) throw refuse.missing('job');
        return {
          json: present(await shop.select<LinkRow>(`${LINKS} AND p.job_id = $2 ORDER BY l.made_at DESC`, id('job'))),
        };
      }),
    )
    .post(
      '/page-links/:id/withdraw',
      route(store, 'tell', null, async (shop, _, call) => {
        const id = call.id('link');
        await shop.select(
          'UPDATE page_links SET withdrawn_at = coalesce(withdrawn_at, now()) WHERE shop_id = $1 AND id = $2',
          id,
        );
        return { json: await linkOf(shop, id) };
      }),
    );

const FILE = 'inline; filename="page.pdf"';
type LinkRow = PageLink & { path: string };

const present = (rows: LinkRow[]) =>
  rows.map((row) => Object.fromEntries(Object.entries(row).filter(([, value]) => value !== null)));

async function linkOf(shop: ShopScope, id: string) {
  const [link] = present(await shop.select<LinkRow>(`${LINKS} AND l.id = $2`, id));
  if (!link) throw refuse.missing('link');
  return link;
}

async function pageOf(shop: ShopScope, id: string): Promise<PageDocument> {
  const row = await shop.stored('pages', id);
  if (!row) throw refuse.missing('page');
  return row.get('page') as PageDocument;
}

/** The photographs that a page names: of its own shop, and of a kind that goes into a PDF. */
export async function photosOf(shop: ShopScope, { blocks }: PageDocument): Promise<Map<string, Buffer>> {
  const ids = blocks.flatMap((block) => (block.is === 'photos' ? block.photos.map(({ id }) => id) : []));
  const rows = await Promise.all(ids.map(async (id) => ({ id, row: await shop.stored('photos', id) })));
  return new Map(
    rows.flatMap(({ id, row }): [string, Buffer][] =>
      row?.get('image') && row.get('mime') !== 'image/webp' ? [[id, row.get('image') as Buffer]] : [],
    ),
  );
}
