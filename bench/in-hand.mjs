// What a hand on a slow phone waits for, in a real browser with the processor slowed four times: the first load against
// an almost empty app, a key on the pad, the way back to a long Bay.
import { chromium } from '@playwright/test';
import { emptyApp } from './empty-app.mjs';
import { realServer, served } from './real-server.mjs';

const SLOWED = 4;
/** A poor mobile network: bytes a second, ms. */
const POOR = { offline: false, latency: 150, downloadThroughput: 200_000, uploadThroughput: 90_000 };
const ROUNDS = 5;

const median = (figures) => [...figures].sort((a, b) => a - b)[Math.floor(figures.length / 2)];
const share = (figures, at) =>
  [...figures].sort((a, b) => a - b)[Math.min(figures.length - 1, Math.floor(at * figures.length))];

/** Opens a page as if for the first time: ms until the words stand there, and what went over the wire, bytes. */
async function opened(browser, url, words, { network, storageState }) {
  const context = await browser.newContext({ serviceWorkers: 'block', ...(storageState ? { storageState } : {}) });
  const page = await context.newPage();
  const wire = await context.newCDPSession(page);
  await wire.send('Network.enable');
  await wire.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  if (network) await wire.send('Network.emulateNetworkConditions', network);
  let bytes = 0;
  wire.on('Network.loadingFinished', ({ encodedDataLength }) => {
    bytes += encodedDataLength;
  });
  await page.addInitScript((text) => {
    const look = () => {
      if (new RegExp(text).test(document.body?.innerText ?? '')) window.__seen ??= performance.now();
      else requestAnimationFrame(look);
    };
    look();
  }, words);
  await page.goto(url, { waitUntil: 'commit' });
  const ms = await page
    .waitForFunction(() => window.__seen, null, { timeout: 120_000 })
    .then((seen) => seen.jsonValue());
  await page.waitForLoadState('networkidle');
  await context.close();
  return { ms, bytes };
}

async function firstLoad(browser, ours, empty, storageState, network) {
  const mine = [];
  const theirs = [];
  for (let i = 0; i < ROUNDS; i += 1) {
    theirs.push(await opened(browser, empty, 'Hello', { network }));
    mine.push(await opened(browser, ours, 'Job \\d+', { network, storageState }));
  }
  return {
    mine: { ms: median(mine.map(({ ms }) => ms)), bytes: median(mine.map(({ bytes }) => bytes)) },
    theirs: { ms: median(theirs.map(({ ms }) => ms)), bytes: median(theirs.map(({ bytes }) => bytes)) },
  };
}

async function signedIn(browser, url) {
  const context = await browser.newContext();
  await context.request.post(`${url}/api/session`, { data: { email: 'ines@tidewrack.example', password: 'low tide' } });
  const storageState = await context.storageState();
  await context.close();
  return storageState;
}

/** From a key that is pressed to the frame that shows it, ms, on the pad of six cylinders. */
async function keyToPaint(browser, url, storageState) {
  const context = await browser.newContext({
    serviceWorkers: 'block',
    storageState,
    viewport: { width: 390, height: 844 },
  });
  const page = await context.newPage();
  const { items } = await (await context.request.get(`${url}/api/jobs?status=all&search=415`)).json();
  await page.goto(`${url}/jobs/${items[0].job.id}/compression`);
  await page.getByRole('button', { name: '7', exact: true }).waitFor();
  await page.waitForLoadState('networkidle');
  const wire = await context.newCDPSession(page);
  await wire.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  await page.evaluate(() => {
    window.__waits = [];
    addEventListener(
      'keydown',
      (event) => {
        const pressed = event.timeStamp;
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => window.__waits.push(performance.now() - pressed);
          port2.postMessage(0);
        });
      },
      true,
    );
  });
  for (let i = 0; i < 20; i += 1)
    for (const key of ['1', '2', '8', 'Backspace', 'Backspace', 'Backspace']) {
      await page.keyboard.press(key);
      await page.waitForTimeout(60);
    }
  const waits = await page.evaluate(() => window.__waits);
  await context.close();
  return share(waits, 0.95);
}

const MANY = 400;

/** From Back to the card that stood there, ms, and what was asked for on the way. */
async function backToBay(browser, url, storageState) {
  const context = await browser.newContext({
    serviceWorkers: 'block',
    storageState,
    viewport: { width: 390, height: 844 },
  });
  const page = await context.newPage();
  const { items, at } = await (await context.request.get(`${url}/api/jobs?status=open&limit=20`)).json();
  const jobs = Array.from({ length: MANY }, (_, i) => {
    const like = items[i % items.length];
    return { ...like, job: { ...like.job, id: crypto.randomUUID(), number: 9000 - i } };
  });
  const asked = [];
  await page.route('**/api/jobs**', async (route) => {
    const { pathname, searchParams } = new URL(route.request().url());
    asked.push(pathname);
    if (pathname === '/api/jobs/changes') return route.fulfill({ json: { items: [], at, more: false } });
    const one = jobs.find(({ job }) => pathname.endsWith(job.id));
    if (one) return route.fulfill({ json: one });
    const from = 9001 - Number(searchParams.get('before') ?? 9001);
    const some = jobs.slice(from, from + 20);
    const next = from + 20 < MANY ? { next: String(some.at(-1).job.number) } : {};
    return route.fulfill({ json: { items: some, total: MANY, at, ...next } });
  });
  await page.goto(url);
  await page.getByText(`${MANY} in work`).waitFor();
  const last = page.getByRole('link', { name: new RegExp(`Job ${9001 - MANY}`) });
  for (let i = 0; i < 200 && !(await last.isVisible()); i += 1) {
    await page.evaluate(() => {
      for (let up = document.querySelector('[data-job]')?.parentElement; up; up = up.parentElement)
        if (up.scrollHeight > up.clientHeight + 1) up.scrollTop = up.scrollHeight;
    });
    await page.waitForTimeout(150);
  }
  const wire = await context.newCDPSession(page);
  await wire.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  const times = [];
  let questions = 0;
  for (let i = 0; i < ROUNDS; i += 1) {
    await last.click();
    await page.getByText('Engine, from above').waitFor();
    await page.waitForLoadState('networkidle');
    asked.length = 0;
    times.push(
      await page.evaluate(
        (name) =>
          new Promise((resolve) => {
            const started = performance.now();
            const look = () => {
              const card = [...document.querySelectorAll('[data-job]')].find((one) => one.innerText.includes(name));
              const top = card?.getBoundingClientRect().top ?? -1;
              if (top > 0 && top < innerHeight) resolve(performance.now() - started);
              else requestAnimationFrame(look);
            };
            document.querySelector('[aria-label=Back]').click();
            look();
          }),
        `Job ${9001 - MANY}`,
      ),
    );
    await page.waitForLoadState('networkidle');
    questions = Math.max(questions, asked.length);
  }
  await context.close();
  return { ms: median(times), questions };
}

export default async function bench(projectDir, say) {
  const real = await realServer(projectDir, 4391);
  const empty = await emptyApp(projectDir, say);
  const plain = await served(empty.dist);
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const state = await signedIn(browser, real.url);
    say('Opening both on a poor network ...');
    const poor = await firstLoad(browser, real.url, plain.url, state, POOR);
    say('Opening both without a limit ...');
    const free = await firstLoad(browser, real.url, plain.url, state);
    say('Typing on the pad of six, going back to a long Bay ...');
    const key = await keyToPaint(browser, real.url, state);
    const back = await backToBay(browser, real.url, state);
    const times = ({ mine, theirs }) => `${mine.ms.toFixed(0)} ms against ${theirs.ms.toFixed(0)} ms`;
    const base = 'an almost empty Expo export with Paper, built the same way, from its own folder';
    return [
      {
        what: `first job card on a poor network, against the first text of ${base}`,
        ratio: poor.mine.ms / poor.theirs.ms,
        limit: 1.25,
        detail: times(poor),
      },
      {
        what: 'the same without a limit on the network',
        ratio: free.mine.ms / free.theirs.ms,
        limit: 1.4,
        detail: times(free),
      },
      {
        what: 'bytes of all types over the wire until then, against the same',
        ratio: free.mine.bytes / free.theirs.bytes,
        limit: 1.3,
        detail: `${(free.mine.bytes / 1024).toFixed(0)} KB against ${(free.theirs.bytes / 1024).toFixed(0)} KB`,
      },
      {
        what: 'key to the next painted frame on the pad of six, 95 in 100, ms',
        ratio: key,
        limit: 100,
        plain: true,
        detail: 'processor slowed four times',
      },
      {
        what: 'back to a Bay scrolled to 400 jobs, to the same card, ms',
        ratio: back.ms,
        limit: 300,
        plain: true,
        detail: 'processor slowed four times',
      },
      { what: 'questions asked on the way back', ratio: back.questions, limit: 1, plain: true, detail: 'what changed' },
    ];
  } finally {
    await browser.close();
    plain.end();
    empty.end();
    await real.end();
  }
}
