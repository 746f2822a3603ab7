import type http from 'node:http';
import type { AddressInfo } from 'node:net';
import { serveMetrics } from '../src/http/metrics';
import { bench, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
let served: http.Server;
beforeAll(async () => {
  shop = await shopInTest();
  served = serveMetrics(shop.server.metrics, 0, '127.0.0.1');
  await new Promise((resolve) => served.once('listening', resolve));
});
afterAll(async () => {
  served.close();
  await shop.server.close();
});
const read = async () => (await fetch(`http://127.0.0.1:${(served.address() as AddressInfo).port}/metrics`)).text();

test('answers are counted by route and status; no id and no name is told', async () => {
  const { job } = await bench(shop.agent);
  await shop.agent.get(`/api/jobs/${job}`).expect(200);
  await shop.agent.get('/api/jobs?search=Wil').expect(200);
  await shop.agent.get('/api/nonsense').expect(404);
  const text = await read();
  expect(text).toMatch(/http_request_duration_seconds_count\{method="GET",route="\/api\/jobs\/:id",status="200"\} 1/);
  expect(text).toMatch(/route="none",status="404"/);
  expect(text).toMatch(/database_connections_using \d/);
  expect(text).toMatch(/process_resident_memory_bytes \d/);
  expect(text).not.toMatch(/Wil/);
  expect(text).not.toContain(job);
});

test('the process answers, and says whether it can do its work', async () => {
  await shop.agent.get('/api/alive').expect(200, { ok: true, name: 'rugged-gauge' });
  await shop.agent.get('/api/health').expect(200, { ok: true });
});
