import { expect, type Page, test } from '@playwright/test';
import type { Bench, Page as ListPage } from '@rugged/contract';
import { Hand } from '../bench-hand';

/** As many jobs as a busy yard has in work: the demo's, as whole as they are, under other numbers. */
const MANY = 400;
const PAGE = 20;
const FIRST_NUMBER = 9000;

async function busyYard(page: Page): Promise<{ asked: string[] }> {
  const { items, at } = (await (await page.request.get('/api/jobs?status=open&limit=20')).json()) as ListPage<Bench>;
  const jobs = Array.from({ length: MANY }, (_, i): Bench => {
    const like = items[i % items.length] as Bench;
    return { ...like, job: { ...like.job, id: crypto.randomUUID(), number: FIRST_NUMBER - i } };
  });
  const asked: string[] = [];
  // What the other journeys do meanwhile is none of its business.
  await page.route('**/api/changes/live', (route) => route.abort());
  await page.route('**/api/jobs**', async (route) => {
    const url = new URL(route.request().url());
    asked.push(url.pathname + url.search);
    if (url.pathname === '/api/jobs/changes') {
      await route.fulfill({ json: { items: [], at, more: false } });
      return;
    }
    const one = jobs.find(({ job }) => url.pathname.endsWith(job.id));
    if (one) {
      await route.fulfill({ json: one });
      return;
    }
    const before = Number(url.searchParams.get('before') ?? FIRST_NUMBER + 1);
    const from = FIRST_NUMBER + 1 - before;
    const some = jobs.slice(from, from + PAGE);
    const next = from + PAGE < MANY ? String(some.at(-1)?.job.number) : undefined;
    await route.fulfill({ json: { items: some, total: MANY, at, ...(next ? { next } : {}) } });
  });
  return { asked };
}

/** The card nearest to the middle of the screen, and where it stands. */
const inTheMiddle = (page: Page) =>
  page.evaluate(() => {
    const middle = innerHeight / 2;
    const cards = Array.from(document.querySelectorAll('a')).flatMap((card) => {
      const words = /Job (\d+)/.exec(card.getAttribute('aria-label') ?? card.textContent ?? '')?.[1];
      return words ? [{ number: Number(words), y: card.getBoundingClientRect().top }] : [];
    });
    return cards.sort((a, b) => Math.abs(a.y - middle) - Math.abs(b.y - middle))[0] ?? { number: 0, y: 0 };
  });

/** The same once the list is at rest: on a slow machine it still draws and shifts a while after its end was reached. */
async function atRest(page: Page) {
  let last = await inTheMiddle(page);
  await expect(async () => {
    const before = last;
    last = await inTheMiddle(page);
    expect(last).toEqual(before);
  }).toPass({ timeout: 20_000, intervals: [700] });
  return last;
}

test.use({ serviceWorkers: 'block' });

test('back to a Bay scrolled to four hundred jobs: the same card at the same place, one question asked', async ({
  page,
}) => {
  const hand = new Hand(page);
  await hand.signInToBay();
  const { asked } = await busyYard(page);
  await page.evaluate(() => indexedDB.deleteDatabase('rugged-cache'));
  await page.reload();
  await expect(page.getByText(`${MANY} in work`)).toBeVisible();
  // Down to the last one, page after page.
  await expect(async () => {
    await page.evaluate(() => {
      for (let up = document.querySelector('[data-job]')?.parentElement; up; up = up.parentElement)
        if (up.scrollHeight > up.clientHeight + 1) up.scrollTop = up.scrollHeight;
    });
    expect((await inTheMiddle(page)).number).toBeLessThan(FIRST_NUMBER - MANY + 10);
  }).toPass({ timeout: 60_000, intervals: [150] });
  await page.waitForLoadState('networkidle');
  const before = await atRest(page);
  asked.length = 0;
  await page.getByRole('link', { name: new RegExp(`Job ${before.number}`) }).click();
  await expect(page.getByText('Engine, from above')).toBeVisible();
  await page.waitForLoadState('networkidle');
  asked.length = 0;
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(page.getByRole('heading', { name: 'Bay' })).toBeVisible();
  await expect
    .poll(async () => {
      const { number, y } = await inTheMiddle(page);
      return { number, near: Math.abs(y - before.y) < 4 };
    })
    .toEqual({ number: before.number, near: true });
  await page.waitForLoadState('networkidle');
  // The bench may still have asked for its own job.
  const lists = asked.filter((one) => !/^\/api\/jobs\/[0-9a-f]{8}-/.test(one));
  expect(lists).toHaveLength(1);
  expect(lists[0]).toContain('/api/jobs/changes');
  // Scrolled back, every card of the way is there.
  await page.mouse.move(200, 500);
  await page.mouse.wheel(0, -3000);
  await expect.poll(async () => (await inTheMiddle(page)).number).toBeGreaterThan(before.number + 5);
});
