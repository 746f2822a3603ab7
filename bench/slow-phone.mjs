// What a hand on a middling phone (processor slowed four times) and a slow one (six times) waits for, with the service
// worker between page and network: each place it opens, a day without signal that leaves, a long Bay, a key and Enter.
import { chromium } from '@playwright/test';
import { aDay, layDown, signalBack, waitingOn } from '../e2e/day-without-signal.ts';
import { realServer } from './real-server.mjs';

const ROUNDS = 3;
const DAY_ROWS = 500;
const GIVEN_UP_MS = 120_000;
const MANY_JOBS = 10_000;
const PHONE = { width: 390, height: 844 };
const VIEWS = [
  [
    'a bench',
    (page) => page.getByRole('link', { name: /Job \d+/ }).first(),
    (page) => page.getByText('Engine, from above'),
  ],
  ...['Engines', 'Practice', 'Shop'].map((name) => [
    name,
    (page) => page.getByRole('link', { name, exact: true }),
    (page) => page.getByRole('heading', { name, level: 1 }),
  ]),
  [
    'New job',
    (page) => page.getByRole('button', { name: 'New job' }),
    (page) => page.getByRole('button', { name: 'A new machine' }),
  ],
];

const median = (figures) => [...figures].sort((a, b) => a - b)[Math.floor(figures.length / 2)];
const share = (figures, at) =>
  [...figures].sort((a, b) => a - b)[Math.min(figures.length - 1, Math.floor(at * figures.length))];

/**
 * A phone of its own, signed in, with the service worker in its place.
 * @param serviceWorkers blocked where answers are made up here: they would come past it
 */
async function phone(browser, url, serviceWorkers = 'allow') {
  const context = await browser.newContext({ viewport: PHONE, locale: 'en-GB', serviceWorkers });
  await context.request.post(`${url}/api/session`, { data: { email: 'ines@tidewrack.example', password: 'low tide' } });
  const page = await context.newPage();
  await page.goto(url);
  await page
    .getByRole('link', { name: /Job \d+/ })
    .first()
    .waitFor();
  if (serviceWorkers === 'allow') await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  const wire = await context.newCDPSession(page);
  const slow = (rate) => wire.send('Emulation.setCPUThrottlingRate', { rate });
  return { context, page, slow };
}

/** From the tap in a Bay just loaded to the place, the slowest of all places, ms. */
async function placesOpened(browser, url, rate) {
  const { context, page, slow } = await phone(browser, url);
  await slow(rate);
  const took = [];
  for (const [name, open, shows] of VIEWS) {
    const times = [];
    for (let i = 0; i < ROUNDS; i += 1) {
      await page.goto(url);
      await page
        .getByRole('link', { name: /Job \d+/ })
        .first()
        .waitFor();
      const tapped = Date.now();
      await open(page).click();
      await shows(page).waitFor();
      times.push(Date.now() - tapped);
    }
    took.push([name, median(times)]);
  }
  await context.close();
  return took.sort((a, b) => b[1] - a[1]);
}

/** A day's rows, from the first signal to the last answer; and the longest task meanwhile at a quarter of the speed. */
async function daySent(browser, url, rate) {
  const { context, page, slow } = await phone(browser, url);
  await page.getByRole('link', { name: /Job 418/ }).click();
  await page.getByText('Engine, from above').waitFor();
  const { items } = await (await context.request.get(`${url}/api/jobs?status=open&limit=20`)).json();
  // On engines that have the cylinders that are read.
  const others = items
    .filter(({ engine: { cylinders } }) => ['1', '2'].every((name) => cylinders.includes(name)))
    .map(({ job }) => job.id);
  const jobId = /jobs\/([0-9a-f-]+)/.exec(page.url())[1];
  await context.setOffline(true);
  await layDown(page, aDay([jobId, ...others], DAY_ROWS, false));
  await page.reload();
  await page.getByRole('link', { name: /kept here/ }).waitFor();
  await page.waitForTimeout(1000);
  await slow(rate);
  await page.evaluate(() => {
    window.__longest = 0;
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) window.__longest = Math.max(window.__longest, duration);
    }).observe({ type: 'longtask' });
  });
  const begun = Date.now();
  await signalBack(page);
  while ((await waitingOn(page)) > 0) {
    if (Date.now() - begun > GIVEN_UP_MS) throw new Error('the rows do not leave');
    await page.waitForTimeout(50);
  }
  const ms = Date.now() - begun;
  const longest = await page.evaluate(() => window.__longest);
  await context.close();
  return { ms, longest };
}

/** Jobs like those of the demo, each read a little differently, so that each is judged by itself. */
function likeThese(items, at) {
  const like = items[at % items.length];
  const readings = like.readings.map((reading) =>
    typeof reading.figures.peak === 'number'
      ? { ...reading, figures: { ...reading.figures, peak: reading.figures.peak - (at % 97) / 10, strokes: undefined } }
      : reading,
  );
  return { ...like, readings, job: { ...like.job, id: crypto.randomUUID(), number: 2 * MANY_JOBS - at } };
}

/** Mean time of a frame while a long Bay is scrolled, ms; and of a plain list of as many lines, as the base. */
async function scrolled(browser, url, rate) {
  const { context, page, slow } = await phone(browser, url, 'block');
  const { items, at } = await (await context.request.get(`${url}/api/jobs?status=open&limit=20`)).json();
  await context.route('**/api/jobs**', (route) => {
    const { pathname, searchParams } = new URL(route.request().url());
    if (pathname === '/api/jobs/changes') return route.fulfill({ json: { items: [], at, more: false } });
    const from = 2 * MANY_JOBS - Number(searchParams.get('before') ?? 2 * MANY_JOBS + 1) + 1;
    const some = Array.from({ length: 20 }, (_, i) => likeThese(items, from + i));
    return route.fulfill({ json: { items: some, total: MANY_JOBS, at, next: String(some.at(-1).job.number) } });
  });
  await page.evaluate(() => indexedDB.deleteDatabase('rugged-cache'));
  await page.goto(url);
  await page.getByRole('link', { name: new RegExp(`Job ${2 * MANY_JOBS}`) }).waitFor();
  await slow(rate);
  const frames = () =>
    page.evaluate(
      () =>
        new Promise((resolve) => {
          const list = [...document.querySelectorAll('*')].find(
            (one) => one.scrollHeight > one.clientHeight + 400 && getComputedStyle(one).overflowY !== 'visible',
          );
          const begun = performance.now();
          let count = 0;
          const step = () => {
            count += 1;
            list.scrollTop += 12;
            const took = performance.now() - begun;
            if (took > 6000) resolve(took / count);
            else requestAnimationFrame(step);
          };
          requestAnimationFrame(step);
        }),
    );
  const mine = await frames();
  await page.setContent(
    `<div style="height:100vh;overflow-y:auto">${'<p style="height:110px">Job</p>'.repeat(2000)}</div>`,
  );
  const plain = await frames();
  await context.close();
  return { mine, plain };
}

/** A key, and Enter that keeps, to the frame that shows it, 95 in 100, ms, on an engine of so many cylinders. */
async function keysOn(browser, url, cylinders, rate) {
  const { context, page, slow } = await phone(browser, url);
  const jobId = await page.evaluate(async (count) => {
    const post = (path, body) =>
      fetch(`/api/${path}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      }).then((answer) => answer.json());
    const id = () => crypto.randomUUID();
    const owner = await post('owners', { id: id(), name: 'Wil Tarn' });
    const machine = await post('machines', { id: id(), ownerId: owner.id, name: `Ferry of ${count}` });
    const engine = await post('engines', {
      id: id(),
      machineId: machine.id,
      name: `Ferry ${count}`,
      cycle: 'four-stroke',
      fuel: 'petrol',
      family: 'inboard',
      layout: 'inline',
      cylinders: Array.from({ length: count }, (_, i) => String(i + 1)),
    });
    const job = await post('jobs', {
      id: id(),
      engineId: engine.id,
      complaint: 'no power',
      site: {},
      openedAt: new Date().toISOString(),
    });
    return job.id;
  }, cylinders);
  await page.goto(`${url}/jobs/${jobId}/compression`);
  await page.getByRole('button', { name: 'Engine: Warm' }).click();
  await page.waitForLoadState('networkidle');
  await slow(rate);
  await page.evaluate(() => {
    window.__waits = { key: [], enter: [] };
    addEventListener(
      'keydown',
      (event) => {
        const into = event.key === 'Enter' ? window.__waits.enter : window.__waits.key;
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => into.push(performance.now() - event.timeStamp);
          port2.postMessage(0);
        });
      },
      true,
    );
  });
  for (let i = 0; i < cylinders; i += 1) {
    for (const key of String(140 + (i % 9))) {
      await page.keyboard.press(key);
      await page.waitForTimeout(150);
    }
    await page.keyboard.press('Enter');
    await page.waitForTimeout(700);
  }
  const waits = await page.evaluate(() => window.__waits);
  await context.close();
  return { key: share(waits.key, 0.95), enter: share(waits.enter, 0.95) };
}

export default async function bench(projectDir, say) {
  const real = await realServer(projectDir, 4393);
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const rows = [];
  const row = (what, ratio, limit, detail) => {
    say(`  ${what}: ${ratio.toFixed(1)} (${detail})`);
    rows.push({ what, ratio, limit, plain: true, detail });
  };
  try {
    say('Scrolling a long Bay ...');
    const { mine, plain } = await scrolled(browser, real.url, 4);
    row(
      `a frame while a Bay of ${MANY_JOBS} jobs is scrolled, ms`,
      mine,
      1000 / 55,
      `${(1000 / mine).toFixed(0)} frames a second, a plain list has ${(1000 / plain).toFixed(0)}; slowed four times`,
    );
    say('A day without signal leaves ...');
    const free = await daySent(browser, real.url, 1);
    const slow = await daySent(browser, real.url, 4);
    row(`${DAY_ROWS} rows kept without signal, until the last is sent, ms`, free.ms, 10_000, 'on localhost');
    row('the longest task meanwhile, ms', slow.longest, 100, `slowed four times, ${slow.ms} ms in all`);
    for (const rate of [4, 6]) {
      say(`Opening each place, processor slowed ${rate} times ...`);
      const places = await placesOpened(browser, real.url, rate);
      row(
        `the slowest place to open from the Bay, processor slowed ${rate} times, service worker active, ms`,
        places[0][1],
        2500,
        places.map(([name, took]) => `${name} ${took}`).join(', '),
      );
    }
    for (const cylinders of [6, 12]) {
      say(`Typing on ${cylinders} cylinders ...`);
      const { key, enter } = await keysOn(browser, real.url, cylinders, 4);
      row(`a key on ${cylinders} cylinders to its frame, 95 in 100, ms`, key, 100, 'processor slowed four times');
      row(`Enter on ${cylinders} cylinders to its frame, 95 in 100, ms`, enter, 200, 'processor slowed four times');
    }
    return rows;
  } finally {
    await browser.close();
    await real.end();
  }
}
