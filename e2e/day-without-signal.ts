import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import type { Session } from '@rugged/contract';

/** How long a test is gone on with before another one begins. */
const READINGS_A_TEST = 40;

interface Row {
  method: 'POST' | 'PATCH';
  path: string;
  body: Record<string, unknown>;
  what: string;
}

const post = (path: string, body: Record<string, unknown>, what: string): Row => ({
  method: 'POST',
  path,
  body: { id: randomUUID(), ...body },
  what,
});

/**
 * What a day on one job leaves: tests, readings, ticks and notes, in the order in which they were entered.
 *
 * @param trouble in the middle of it a reading that the server refuses, and a change of what somebody else changed
 */
export function aDay(jobId: string, count: number, trouble: boolean): Row[] {
  const rows: Row[] = [];
  const at = () => new Date(Date.now() - (count - rows.length) * 1000).toISOString();
  let testId = '';
  let read = 0;
  while (rows.length < count) {
    if (trouble && rows.length === Math.floor(count / 2)) {
      const figures = { cylinder: '1', unit: 'psi', peak: -1 };
      rows.push(post('/readings', { testId, kind: 'compression', figures, takenAt: at() }, 'A reading that cannot be'));
      const change = { version: 1, complaint: 'as it was at noon' };
      rows.push({ method: 'PATCH', path: `/jobs/${jobId}`, body: change, what: 'A complaint changed elsewhere' });
    }
    if (read % READINGS_A_TEST === 0) {
      const begun = post(
        '/tests',
        {
          jobId,
          kind: 'compression',
          conditions: { engineTemperature: 'warm', throttle: 'open', plugs: 'all-out' },
          startedAt: at(),
        },
        'Compression test',
      );
      testId = String(begun.body['id']);
      rows.push(begun);
    }
    const cylinder = String(1 + (read % 2));
    const figures = { cylinder, unit: 'psi', peak: 118 + (read % 7) };
    rows.push(post('/readings', { testId, kind: 'compression', figures, takenAt: at() }, `Cyl ${cylinder}`));
    if (read % 10 === 3)
      rows.push(
        post('/ticks', { jobId, procedure: 'compression', step: 'warm-up', mark: 'done', madeAt: at() }, 'Tick'),
      );
    if (read % 25 === 7)
      rows.push(post('/notes', { jobId, about: 'other', text: `Note ${read}`, madeAt: at() }, 'Note'));
    read += 1;
  }
  return rows;
}

/** Lays rows into the outbox of a page, as its own pads would have without signal. */
export async function layDown(page: Page, jobId: string, rows: readonly Row[]): Promise<void> {
  const session = (await (await page.request.get(new URL('/api/session', page.url()).href)).json()) as Session;
  const queuedAt = new Date().toISOString();
  const entries = rows.map((row) => ({ ...row, jobId, personId: session.person.id, queuedAt }));
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
