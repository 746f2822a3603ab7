import { randomUUID } from 'node:crypto';
import { ANSWERS, type AnswerWord } from '@rugged/contract';
import type { PageDocument } from '@rugged/contract/page';
import { goneHtml, pageHtml } from '@rugged/pages';
import express, { type RequestHandler, type Response, Router } from 'express';
import rateLimit from 'express-rate-limit';
import helmet from 'helmet';
import { fontFile, isFont } from '../print/fonts';
import { pagePdf } from '../print/pdf';
import { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { photosOf } from './pages';
import { sameOrigin } from './same-origin';
import { slowGuessing } from './slow-guessing';

/** What stands behind a link that is still good. */
interface Open {
  linkId: string;
  shopId: string;
  madeBy: string;
  pageId: string;
  jobId: string;
  page: PageDocument;
  said: AnswerWord | null;
}

const SAID: Readonly<Record<AnswerWord, string>> = {
  agreed: 'You agreed. The shop has it.',
  call: 'You asked to be called first. The shop has it.',
  declined: 'You said no. The shop has it.',
};
const FONTS = '/p/fonts';
const LONGEST_NOTE = 1000;

/**
 * `/p/<secret>`: a page for whoever has its link. No session, no script, nothing else of the shop; what is guessed,
 * withdrawn or past its day is gone, all in the same words.
 */
export const pageDoor = (store: Store): Router =>
  Router()
    .use(quiet)
    .get('/fonts/:name', (req, res, next) => {
      const name = /^([\w-]+)\.woff2$/.exec(req.params.name)?.[1];
      if (name === undefined || !isFont(name)) return next();
      res.setHeader('Cache-Control', 'public, max-age=31536000, immutable');
      res.type('woff2').sendFile(fontFile(name, 'woff2'));
    })
    // Links are tried by their owners; who tries many is guessing.
    .use(manyAtOnce(), slowGuessing(store, 'link', MOST_WRONG_LINKS, tooMany))
    .get('/:secret', async (req, res) => {
      const open = await opened(store, req.params.secret, true);
      if (!open) return gone(res);
      res
        .type('html')
        .send(
          pageHtml(open.page, {
            photo: (id) => `/p/${req.params.secret}/photo/${id}`,
            fonts: FONTS,
            answer: { action: `/p/${req.params.secret}/answer`, ...(open.said ? { said: SAID[open.said] } : {}) },
            pdf: `/p/${req.params.secret}/page.pdf`,
          }),
        );
    })
    .get('/:secret/page.pdf', async (req, res) => {
      const open = await opened(store, req.params.secret);
      if (!open) return gone(res);
      res.type('pdf').send(await pagePdf(open.page, await photosOf(scopeOf(store, open), open.page)));
    })
    .get('/:secret/photo/:id', async (req, res) => {
      const open = await opened(store, req.params.secret);
      const shown = open?.page.blocks.some(
        (block) => block.is === 'photos' && block.photos.some(({ id }) => id === req.params.id),
      );
      const photo = open && shown ? await scopeOf(store, open).stored('photos', req.params.id) : undefined;
      if (!photo?.get('image')) return gone(res);
      res.type(photo.get('mime') as string).send(photo.get('image'));
    })
    .post('/:secret/answer', sameOrigin, express.urlencoded({ extended: false, limit: '8kb' }), async (req, res) => {
      const { secret } = req.params as { secret: string };
      const open = await opened(store, secret);
      const { answer, note } = (req.body ?? {}) as { answer?: unknown; note?: unknown };
      if (!open?.page.asks || !ANSWERS.includes(answer as AnswerWord)) return gone(res);
      const { option, stopAt } = open.page.asks;
      const words = typeof note === 'string' ? note.replaceAll('\0', '').trim().slice(0, LONGEST_NOTE) : '';
      await scopeOf(store, open).create('answers', {
        id: randomUUID(),
        jobId: open.jobId,
        pageId: open.pageId,
        answer,
        ...(answer === 'agreed' ? { option, ...(stopAt === undefined ? {} : { stopAt }) } : {}),
        ...(words ? { note: words } : {}),
        through: 'link',
        madeAt: new Date().toISOString(),
        madeBy: open.madeBy,
      });
      res.redirect(303, `/p/${secret}`);
    })
    .use((_req, res) => gone(res));

const LINKS_A_MINUTE = 60;
const MOST_WRONG_LINKS = 40;

/** What comes in through a link is of whoever made it, and is told to have come through a link. */
const scopeOf = (store: Store, { shopId, madeBy }: Pick<Open, 'shopId' | 'madeBy'>) =>
  new ShopScope(store, { shopId, personId: madeBy, device: 'link of a page' });

/** The page behind a secret, if it is neither withdrawn nor past its day. @param count it as opened */
async function opened(store: Store, secret: string, count = false): Promise<Open | undefined> {
  if (!/^[\w-]{32}$/.test(secret)) return undefined;
  const [link] = await store.known<{ shopId: string; madeBy: string }>('shop_of_link', secret);
  if (!link) return undefined;
  const shop = scopeOf(store, link);
  const [open] = await shop.select<Open>(
    `SELECT l.id AS "linkId", l.shop_id AS "shopId", l.made_by AS "madeBy",
       p.id AS "pageId", p.job_id AS "jobId", p.page,
       (SELECT a.answer FROM answers a WHERE (a.shop_id, a.page_id) = (p.shop_id, p.id) AND a.through = 'link'
        ORDER BY a.made_at DESC LIMIT 1) AS said
     FROM page_links l JOIN pages p ON p.id = l.page_id AND p.shop_id = l.shop_id
     WHERE l.shop_id = $1 AND l.secret = $2`,
    secret,
  );
  if (open && count)
    await shop.select(
      'UPDATE page_links SET opened = opened + 1, last_opened_at = now() WHERE shop_id = $1 AND id = $2',
      open.linkId,
    );
  return open;
}

function gone(res: Response): void {
  res.status(410).type('html').send(goneHtml(FONTS));
}

const tooMany = (res: Response) => void res.status(429).type('html').send(goneHtml(FONTS));
/** One address at one server: against load, not against guessing. */
const manyAtOnce = (): RequestHandler =>
  rateLimit({ windowMs: 60_000, limit: LINKS_A_MINUTE, legacyHeaders: false, handler: (_req, res) => tooMany(res) });

/** Nobody indexes it, keeps it, frames it, or learns where it was opened from; it runs no script. */
const quiet: RequestHandler[] = [
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        'default-src': ["'none'"],
        'style-src': ["'unsafe-inline'"],
        'font-src': ["'self'"],
        'img-src': ["'self'"],
        'form-action': ["'self'"],
        'base-uri': ["'none'"],
        'frame-ancestors': ["'none'"],
      },
    },
    referrerPolicy: { policy: 'same-origin' },
    // Said already, where it holds.
    strictTransportSecurity: false,
    crossOriginOpenerPolicy: false,
    originAgentCluster: false,
  }),
  (_req, res, next) => {
    res.setHeader('X-Robots-Tag', 'noindex, nofollow, noarchive');
    res.setHeader('Cache-Control', 'no-store');
    next();
  },
];
