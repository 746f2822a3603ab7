import { expect, test } from '@playwright/test';
import type * as BuildScript from '../../scripts/build.ts';
import type * as ClusterScript from '../../scripts/cluster/cluster.ts';
import { benchAt, Hand, PASSWORD } from '../bench-hand';
import { script } from '../script';

let cluster: Awaited<ReturnType<typeof ClusterScript.startCluster>>;
test.beforeAll(async () => {
  test.setTimeout(240_000);
  const { startCluster } = await script<typeof ClusterScript>('cluster/cluster.ts');
  const { APP_DIST, ensureWebApp } = await script<typeof BuildScript>('build.ts');
  await ensureWebApp();
  cluster = await startCluster({ name: 'cluster-e2e', dist: APP_DIST });
});
test.afterAll(() => cluster.stop());

test('a mechanic tests on while a server is killed, then the primary: nobody signs in again, nothing is lost', async ({
  browser,
}) => {
  test.setTimeout(180_000);
  const context = await browser.newContext({ baseURL: cluster.url, viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  const hand = new Hand(page);
  // The cluster has one shop, whichever worker this is.
  const account = { email: 'ines@tidewrack.example', password: PASSWORD };
  expect((await page.request.post('/api/session', { data: account })).status()).toBe(201);
  await hand.openJob('Orrin 20, twin outboard', 'servers come and go');
  const jobId = hand.jobId();
  await hand.button('Start compression').click();
  await hand.keep('121');
  await cluster.killServer('one');
  await hand.keep('96');
  await expect.poll(async () => (await benchAt(page.request, jobId)).readings.length, { timeout: 30_000 }).toBe(2);
  await cluster.serve('one');

  // The primary is gone in the middle of a pad: what is entered waits on the phone until the standby has taken over.
  await page.goto(`/jobs/${jobId}/compression?cylinder=1`);
  await expect(page.getByRole('heading', { name: 'Compression, dry' })).toBeVisible();
  cluster.killPrimary();
  await hand.digits('118');
  await hand.button(/^Keep 118/).click();
  await expect
    .poll(
      async () => {
        const answer = await page.request.get(`/api/jobs/${jobId}`).catch(() => undefined);
        return answer?.ok() ? ((await answer.json()) as { readings: unknown[] }).readings.length : 0;
      },
      { timeout: 60_000 },
    )
    .toBe(3);
  expect(cluster.pair.primary.name).toBe('b');
  // And on it goes: the bench, the findings, another reading.
  await page.goto(`/jobs/${jobId}/findings`);
  await expect(page.getByText(/118|119/).first()).toBeVisible();
  const { readings } = await benchAt(page.request, jobId);
  expect(readings.map(({ figures }) => (figures as { peak: number }).peak).sort((a, b) => a - b)).toEqual([
    96, 118, 121,
  ]);
  await context.close();
});
