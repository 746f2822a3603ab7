import { expect, type Page, test } from '@playwright/test';
import type { Bench, Page as ListPage } from '@rugged/contract';
import { Hand, jobNamed } from './bench-hand';

/** What phones really show: upright and on their side, small and large. All of them in npm run test:long. */
const ALL_SIZES = [
  [360, 560],
  [390, 660],
  [390, 844],
  [430, 930],
  [667, 331],
  [800, 360],
  [844, 390],
  [932, 430],
] as const;
const SIZES = process.env['LONG'] === '1' ? ALL_SIZES : ([[360, 560]] as const);

interface Wrong {
  outside: string[];
  small: string[];
  overlap: string[];
  cut: string[];
  scrolls: string[];
  covered: string[];
}

/** What is wrong with the pad as it is drawn: asked of the page itself. */
const wrongOn = (page: Page): Promise<Wrong> =>
  page.evaluate(() => {
    const main = document.querySelector('[role=main]') as HTMLElement;
    const [width, height] = [innerWidth, innerHeight];
    const named = (element: Element) =>
      (element.getAttribute('aria-label') ?? (element as HTMLElement).innerText ?? '').replace(/\n/g, ' ').slice(0, 50);
    const seen = (element: Element) => {
      const { width: w, height: h } = element.getBoundingClientRect();
      return w > 0 && h > 0 && getComputedStyle(element).visibility !== 'hidden';
    };
    const inStrip = (element: Element) => {
      for (let up = element.parentElement; up && up !== main; up = up.parentElement)
        if (up.scrollWidth > up.clientWidth + 1 && getComputedStyle(up).overflowX !== 'visible') return true;
      return false;
    };
    const controls = Array.from(main.querySelectorAll('[role=button],[role=checkbox],button,a,input')).filter(seen);
    const boxes = controls
      .filter((one) => !inStrip(one) && one.tagName !== 'INPUT')
      .map((one) => ({ one, box: one.getBoundingClientRect() }));
    const apart = (a: DOMRect, b: DOMRect) =>
      a.right <= b.left + 1 || b.right <= a.left + 1 || a.bottom <= b.top + 1 || b.bottom <= a.top + 1;
    const texts = Array.from(main.querySelectorAll('div[dir=auto],h1,h2,h3')).filter(
      (one) => seen(one) && one.children.length === 0,
    ) as HTMLElement[];
    // The head may shorten what stands behind the conditions: the engine's name.
    const head = main.firstElementChild;
    const scrollers = Array.from(main.querySelectorAll('*')).filter(
      (one) => one.scrollHeight > one.clientHeight + 2 && /auto|scroll/.test(getComputedStyle(one).overflowY),
    );
    return {
      outside: boxes
        .filter(({ box }) => box.left < -1 || box.top < -1 || box.right > width + 1 || box.bottom > height + 1)
        .map(({ one }) => named(one)),
      small: boxes.filter(({ box }) => box.width < 44 || box.height < 44).map(({ one }) => named(one)),
      overlap: boxes.flatMap(({ one, box }, i) =>
        boxes
          .slice(i + 1)
          .filter(({ one: other, box: theirs }) => !one.contains(other) && !other.contains(one) && !apart(box, theirs))
          .map(({ one: other }) => `${named(one)} / ${named(other)}`),
      ),
      cut: texts
        .filter((one) => !(head?.contains(one) && one.getAttribute('role') !== 'heading'))
        .filter((one) => one.scrollWidth > one.clientWidth + 1 || one.scrollHeight > one.clientHeight + 3)
        .map(named),
      covered: texts
        .map((one) => ({ one, box: one.getBoundingClientRect() }))
        .flatMap(({ one, box }) =>
          boxes
            .filter(({ one: key, box: theirs }) => !key.contains(one) && !apart(box, theirs))
            .map(({ one: key }) => `${named(one)} / ${named(key)}`),
        ),
      scrolls: scrollers.map((one) => `${one.scrollHeight} in ${one.clientHeight}`),
    };
  });

/** Once it has settled: a size is measured a frame or two after the window changed. */
async function settled(page: Page, width: number, height: number): Promise<string[]> {
  await page.setViewportSize({ width, height });
  let said: string[] = [];
  for (let tries = 0; tries < 12; tries += 1) {
    await page.evaluate(
      () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done)))),
    );
    const wrong = await wrongOn(page);
    said = Object.entries(wrong).flatMap(([what, ones]: [string, string[]]) =>
      ones.length > 0 ? [`${width} x ${height}: ${what}: ${ones.slice(0, 4).join('; ')}`] : [],
    );
    if (said.length === 0) break;
  }
  return said;
}

test('every pad fits every phone: nothing scrolls, nothing is cut, no key is too small or covered', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const hand = new Hand(page);
  await hand.signIn();
  const four = await jobNamed(page.request, 418);
  const twin = await jobNamed(page.request, 427);
  const found: string[] = [];
  const look = async (name: string) => {
    for (const [width, height] of SIZES)
      found.push(...(await settled(page, width, height)).map((said) => `${name} at ${said}`));
  };
  await page.goto(`/jobs/${four}/compression`);
  await hand.button('7').waitFor();
  await look('compression, empty');
  await hand.digits('116');
  await look('compression, typed');
  await hand.button('Engine: Warm').click();
  await look('compression, warm');
  await hand.button('First stroke').click();
  await hand.digits('80');
  await hand.button('Wet').click();
  await look('wet');

  await page.goto(`/jobs/${four}/leakdown`);
  await hand.button('Zeroed with the hose blocked').waitFor();
  await look('leak-down, empty');
  await hand.digits('62');
  await look('leak-down, typed');
  await hand.button('Engine: Warm').click();
  await look('leak-down, warm');
  await hand.button('Listen where it goes').last().click();
  await look('listening');
  await hand.button(/^Exhaust: not/).click();
  await hand.button('Exhaust: Clear').click();
  await look('listening, heard');
  await hand.button(/^Intake: not/).click();
  await hand.button('Intake: Clear').click();
  await look('listening, breather');

  await page.goto(`/jobs/${four}/steps?of=compression`);
  await hand.button(/^Done|^Read, and done/).waitFor();
  await look('steps');

  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/jobs/${twin}/crankcase`);
  // Another journey may have started the clock on this engine already.
  const start = hand.button('Valve shut: start the clock');
  const clock = hand.button(/^Looks, /);
  await start.or(clock).first().waitFor();
  if (await start.isVisible()) await start.click();
  await clock.waitFor();
  await look('crankcase clock');
  expect(found).toEqual([]);
});

test(
  'eight cylinders and ten repeats of the last: its tab is in sight, nothing lies over the unit',
  { tag: '@long' },
  async ({ page }) => {
    await page.setViewportSize({ width: 360, height: 560 });
    const hand = new Hand(page);
    await hand.signIn();
    await hand.openNewJob(8);
    await page.goto(`/jobs/${hand.jobId()}/compression?cylinder=7`);
    await hand.button('Engine: Warm').click();
    await hand.keep('141');
    await expect(hand.button('Cyl 8 now')).toBeInViewport({ ratio: 1 });
    for (let i = 0; i < 10; i += 1) {
      await hand.digits(`13${i}`);
      await hand.button('Keep and test the same cylinder again').click();
    }
    await expect(page.getByText(/^kept 10, last/)).toBeVisible();
    const [unit, kept] = [hand.button(/^Unit psi/), page.getByRole('button', { name: /^kept 10/ })];
    const [a, b] = [await unit.boundingBox(), await kept.boundingBox()];
    expect(a && b && (a.x + a.width <= b.x + 1 || b.x + b.width <= a.x + 1 || a.y + a.height <= b.y + 1)).toBe(true);
    await unit.click();
    await expect(hand.button(/^Unit kPa/)).toBeVisible();
  },
);

test(
  'where the air goes can be tapped on every kind of engine, on the smallest screens',
  { tag: '@long' },
  async ({ page }) => {
    test.setTimeout(180_000);
    const hand = new Hand(page);
    await hand.signIn();
    const { items } = (await (await page.request.get('/api/jobs?status=all&limit=50')).json()) as ListPage<Bench>;
    const byKind = new Map(
      items.map((bench) => {
        const { valveGear, cycle, cooling, headless } = bench.engine;
        return [`${valveGear ?? cycle}, ${cooling ?? 'cooling not known'}${headless ? ', headless' : ''}`, bench.job];
      }),
    );
    const found: string[] = [];
    for (const [kind, { id, status }] of byKind) {
      await page.goto(`/jobs/${id}/leakdown`);
      // A closed job opens its pad once somebody said why.
      if (status === 'closed') {
        await page.getByLabel('Why is it added?').fill('looked at again');
        await hand.button('Go on').click();
      }
      await hand.button('Zeroed with the hose blocked').waitFor();
      const key = hand.button('Listen where it goes');
      // A sensor's pad has no such key before the air is on.
      if ((await key.count()) === 0) continue;
      await key.first().click();
      for (const [width, height] of process.env['LONG'] === '1' ? [ALL_SIZES[0], ALL_SIZES[4], ALL_SIZES[5]] : SIZES)
        found.push(...(await settled(page, width, height)).map((said) => `${kind} at ${said}`));
    }
    expect(byKind.size).toBeGreaterThan(5);
    expect(found).toEqual([]);
  },
);
