import { once } from 'node:events';
import { type History, type HistoryItem, type HistoryQuery, historyQuerySchema } from '@rugged/contract';
import { type Response, Router } from 'express';
import Papa from 'papaparse';
import { historyOf } from '../store/history-query';
import type { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { route } from './route';

/** `/api/history`: who changed what, and the whole of it as a table. */
export const historyRoutes = (store: Store): Router =>
  Router()
    .get(
      '/',
      route(store, 'read', historyQuerySchema, async (shop, query) => ({ json: await historyOf(shop, query) })),
    )
    .get(
      '/table.csv',
      route(store, 'read', historyQuerySchema, async (shop, { jobId, recordId }) => {
        const of = { limit: AT_ONCE, ...(jobId ? { jobId } : {}), ...(recordId ? { recordId } : {}) };
        const first = await historyOf(shop, of);
        return { write: (res) => void table(shop, res, of, first) };
      }),
    );

const AT_ONCE = 200;
const COLUMNS = ['at', 'by', 'device', 'job', 'action', 'record', 'recordId', 'was', 'now'] as const;

/** Piece by piece, as fast as it is taken in: a shop's years do not fit into memory at once. */
async function table(shop: ShopScope, res: Response, of: HistoryQuery, first: History): Promise<void> {
  res.type('text/csv').setHeader('Content-Disposition', 'attachment; filename="who-changed-what.csv"');
  try {
    res.write(line([...COLUMNS]));
    for (let page = first; ; page = await historyOf(shop, { ...of, before: page.next })) {
      for (const item of page.items) res.write(line(COLUMNS.map((column) => cell(item, column))));
      if (page.next === undefined || res.closed) break;
      if (res.writableNeedDrain) await once(res, 'drain');
    }
    res.end();
  } catch (error) {
    // Half a table must not look like a whole one.
    res.destroy(error as Error);
  }
}

const line = (cells: string[]): string => `${Papa.unparse([cells], { escapeFormulae: true })}\r\n`;

function cell(item: HistoryItem, column: (typeof COLUMNS)[number]): string {
  const value = item[column];
  if (value === undefined) return '';
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
}
