import fs from 'node:fs';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { Hand } from '../bench-hand';

test.use({ serviceWorkers: 'allow' });

/** The built app from a folder that can change under an open tab; what it asks of the API goes to the real server. */
async function updatable(api: string) {
  const dist = fs.mkdtempSync(path.join(os.tmpdir(), 'rugged-dist-'));
  fs.cpSync(path.join(__dirname, '..', '..', 'app', 'dist'), dist, { recursive: true });
  const types: Record<string, string> = {
    '.js': 'text/javascript',
    '.html': 'text/html',
    '.css': 'text/css',
    '.svg': 'image/svg+xml',
    '.json': 'application/json',
  };
  const listener = http.createServer((request, response) => {
    const { pathname } = new URL(request.url ?? '/', 'http://localhost');
    if (pathname.startsWith('/api/')) {
      const host = new URL(api);
      const onward = http.request(
        { host: host.hostname, port: host.port, path: request.url, method: request.method, headers: request.headers },
        (answer) => {
          response.writeHead(answer.statusCode ?? 502, answer.headers);
          answer.pipe(response);
        },
      );
      onward.on('error', () => response.destroy());
      request.pipe(onward);
      return;
    }
    const file = path.join(dist, decodeURIComponent(pathname));
    const found = fs.statSync(file, { throwIfNoEntry: false })?.isFile();
    if (!found && /^\/(_expo|assets|workers)\//.test(pathname)) {
      response.writeHead(404).end();
      return;
    }
    const sent = found ? file : path.join(dist, 'index.html');
    response.writeHead(200, {
      'Content-Type': types[path.extname(sent)] ?? 'application/octet-stream',
      'Cache-Control': 'no-cache',
    });
    fs.createReadStream(sent).pipe(response);
  });
  await new Promise<void>((resolve) => {
    listener.listen(0, '127.0.0.1', resolve);
  });
  return {
    url: `http://127.0.0.1:${(listener.address() as AddressInfo).port}`,
    dist,
    end: () => {
      listener.closeAllConnections();
      listener.close();
      fs.rmSync(dist, { recursive: true, force: true });
    },
  };
}

test('a newer version is offered, not forced: what was typed stays, and is there after it was taken', async ({
  browser,
  baseURL,
}) => {
  const site = await updatable(baseURL ?? '');
  const page = await browser.newPage({ baseURL: site.url });
  try {
    const hand = new Hand(page);
    await hand.signInToBay();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    // From the second visit on the service worker serves it.
    await page.goto('/new-job');
    await hand.button('A new machine').click();
    await page.getByLabel('Complaint').fill('stalls when hot');
    fs.appendFileSync(path.join(site.dist, 'sw.js'), '\n// newer\n');
    await page.evaluate(() => navigator.serviceWorker.getRegistration().then((one) => one?.update()));
    await expect(page.getByText('A newer version is here.')).toBeVisible();
    await expect(page.getByLabel('Complaint')).toHaveValue('stalls when hot');
    const reloaded = page.waitForEvent('load');
    await hand.button('Use it now').click();
    await reloaded;
    await expect(page.getByLabel('Complaint')).toHaveValue('stalls when hot');
    await expect(page.getByText('A newer version is here.')).toBeHidden();
  } finally {
    await page.close();
    site.end();
  }
});

test('a piece that an update took away is said, never a blank page, and opens once it is there', async ({
  browser,
  baseURL,
}) => {
  const site = await updatable(baseURL ?? '');
  const context = await browser.newContext({ baseURL: site.url, serviceWorkers: 'block' });
  const page = await context.newPage();
  try {
    const hand = new Hand(page);
    await hand.signInToBay();
    const away = path.join(site.dist, '_expo-away');
    fs.renameSync(path.join(site.dist, '_expo'), away);
    await page
      .getByRole('link', { name: /Job \d+/ })
      .first()
      .click();
    await expect(page.getByRole('heading', { name: 'This page could not be shown' })).toBeVisible();
    await expect(page.getByText('Nothing you entered is lost.')).toBeVisible();
    fs.renameSync(away, path.join(site.dist, '_expo'));
    await hand.button('Open it again').click();
    await expect(page.getByText('Engine, from above')).toBeVisible();
  } finally {
    await context.close();
    site.end();
  }
});
