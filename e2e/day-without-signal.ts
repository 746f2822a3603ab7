import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import type { Session } from '@rugged/contract';

interface Row {
  jobId: string;
  method: 'POST' | 'PATCH';
  path: string;
  body: Record<string, unknown>;
  what: string;
}

/** What is entered at one engine before the next one is gone to. */
const ROWS_A_VISIT = 25;

/**
 * What a day leaves: from engine to engine tests, readings, ticks and notes, in the order in which they were entered.
 *
 * @param trouble in the middle of it a reading that the server refuses, and a change of what somebody else changed
 */
export function aDay(jobIds: readonly string[], count: number, trouble: boolean): Row[] {
  const rows: Row[] = [];
  let jobId = '';
  let testId = '';
  const at = () => new Date(Date.now() - (count - rows.length) * 1000).toISOString();
  const post = (path: string, body: Record<string, unknown>, what: string) =>
    rows.push({ jobId, method: 'POST', path, body: { id: randomUUID(), ...body }, what });
  const read = (peak: number, what: string) => {
    const figures = { cylinder: String(1 + (rows.length % 2)), unit: 'psi', peak };
    post('/readings', { testId, kind: 'compression', figures, takenAt: at() }, what);
  };
  for (let entered = 0; rows.length < count; entered += 1) {
    if (trouble && entered === Math.floor(count / 2)) {
      read(-1, 'A reading that cannot be');
      const change = { version: 1, complaint: 'as it was at noon' };
      rows.push({
        jobId,
        method: 'PATCH',
        path: `/jobs/${jobId}`,
        body: change,
        what: 'A complaint changed elsewhere',
      });
    }
    if (entered % ROWS_A_VISIT === 0) {
      jobId = jobIds[(entered / ROWS_A_VISIT) % jobIds.length] as string;
      const conditions = { engineTemperature: 'warm', throttle: 'open', plugs: 'all-out' };
      post('/tests', { jobId, kind: 'compression', conditions, startedAt: at() }, 'Compression test');
      testId = String(rows[rows.length - 1]?.body['id']);
    }
    if (entered % 10 === 3)
      post('/ticks', { jobId, procedure: 'compression', step: 'warm-up', mark: 'done', madeAt: at() }, 'Tick');
    else if (entered % 10 === 7)
      post('/notes', { jobId, about: 'other', text: `Note ${entered}`, madeAt: at() }, 'Note');
    else read(118 + (entered % 7), `Reading ${entered}`);
  }
  return rows;
}

/** Lays rows into the outbox of a page, as its own pads would have without signal. */
export async function layDown(page: Page, rows: readonly Row[]): Promise<void> {
  const session = (await (await page.request.get(new URL('/api/session', page.url()).href)).json()) as Session;
  const queuedAt = new Date().toISOString();
  const entries = rows.map((row) => ({ ...row, personId: session.person.id, queuedAt }));
  await page.evaluate(
    (all) =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open('rugged-outbox', 1);
        opening.onerror = () => reject(new Error('no outbox'));
        opening.onsuccess = () => {
          const tx = opening.result.transaction('entries', 'readwrite');
          for (const entry of all) tx.objectStore('entries').add(entry);
          tx.oncomplete = () => {
            opening.result.close();
            resolve();
          };
        };
      }),
    entries,
  );
}

/** How many rows still wait on a page's disk. */
export const waitingOn = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve, reject) => {
        const opening = indexedDB.open('rugged-outbox', 1);
        opening.onerror = () => reject(new Error('no outbox'));
        opening.onsuccess = () => {
          const counting = opening.result.transaction('entries').objectStore('entries').count();
          counting.onsuccess = () => {
            opening.result.close();
            resolve(counting.result);
          };
        };
      }),
  );

/** The signal is there again, and the browser says so, as a phone's does. */
export async function signalBack(page: Page): Promise<void> {
  await page.context().setOffline(false);
  await page.evaluate(() => dispatchEvent(new Event('online')));
}
