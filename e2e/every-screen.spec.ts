import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { expectNoSidewaysScroll, Hand, jobNamed, newJob } from './bench-hand';

const SIZES = [
  { name: 'phone', width: 390, height: 844, parts: 3 },
  { name: 'wide', width: 1280, height: 800, parts: 1 },
] as const;

/** What is folded on a phone and open where there is room. */
async function unfold(hand: Hand): Promise<void> {
  const fold = hand.button(/^Readings and reasons/);
  if ((await fold.getAttribute('aria-expanded')) !== 'true') await fold.click();
}

/** Every screen and sheet, by a way that opens it. */
const SCREENS: readonly {
  name: string;
  open(page: Page, hand: Hand, ids: { bench: string; v6: string }): Promise<void>;
}[] = [
  {
    name: 'bay',
    open: async (page) => {
      await page.goto('/');
      await expect(page.getByRole('link', { name: /Job \d+/ }).first()).toBeVisible();
    },
  },
  {
    name: 'new job',
    open: async (_page, hand) => {
      await newJob(hand);
    },
  },
  {
    name: 'new machine',
    open: async (_page, hand) => {
      await newJob(hand);
      await hand.button('A new machine').click();
    },
  },
  {
    name: 'kinds, and the whole sheet of a new one',
    open: async (_page, hand) => {
      await newJob(hand);
      await hand.button('A new machine').click();
      await hand.button('Works in: Motorcycle').click();
      await hand.button('Kind: Motorcycle V-twin').click();
      await hand.button('The whole sheet, now or later').click();
      await hand.button('How it is built: Fuel system?').or(hand.button('How it is built: Carburettor')).click();
    },
  },
  {
    name: 'engine sheet',
    open: async (page, hand) => {
      await page.goto('/engines');
      await page.getByRole('link', { name: /Tamsin/ }).click();
      await hand.button('Engine sheet and books').click();
      await expect(page.getByRole('region', { name: 'Books' })).toContainText('Tamsin manual');
    },
  },
  {
    name: 'a book',
    open: async (page, hand) => {
      await page.goto('/library');
      await hand.button('New book').click();
      await hand.button('More figures').click();
    },
  },
  {
    name: 'library',
    open: async (page) => {
      await page.goto('/library');
      await expect(page.getByRole('region', { name: 'Orrin handbook' })).toBeVisible();
    },
  },
  {
    name: 'label',
    open: async (page, hand) => {
      await page.goto('/engines');
      await page.getByRole('link', { name: /Tamsin/ }).click();
      await hand.button('Label').click();
      await expect(page.getByRole('img', { name: /^Code for/ })).toBeVisible();
    },
  },
  {
    name: 'repaired',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}`);
      await hand.button('Repaired').click();
    },
  },
  {
    name: 'bench',
    open: async (page, _hand, { bench }) => {
      await page.goto(`/jobs/${bench}`);
      await expect(page.getByText('Engine, from above')).toBeVisible();
    },
  },
  {
    name: 'tests so far',
    open: async (page, _hand, { bench }) => {
      await page.goto(`/jobs/${bench}/tests`);
      await expect(page.getByRole('region', { name: 'Tests so far' })).toBeVisible();
    },
  },
  {
    name: 'bench of six',
    open: async (page, _hand, { v6 }) => {
      await page.goto(`/jobs/${v6}`);
      await expect(page.getByText('Engine, from above')).toBeVisible();
    },
  },
  {
    name: 'pad',
    open: async (page, hand, { v6 }) => {
      await page.goto(`/jobs/${v6}/compression`);
      await hand.digits('119');
    },
  },
  {
    name: 'leak-down',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/leakdown?cylinder=2`);
      await hand.digits('52');
    },
  },
  {
    name: 'listening',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/leakdown?cylinder=2`);
      await hand.button('Listen where it goes').first().click();
      await hand.button('Crankcase: not listened at').click();
    },
  },
  {
    name: 'crankcase',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/crankcase`);
      await hand.button('With: Vacuum').click();
    },
  },
  {
    name: 'other gauges',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/other-gauges`);
      await hand.button('Which gauge: Spark').click();
    },
  },
  {
    name: 'teardown',
    open: async (page, _hand, { bench }) => {
      await page.goto(`/jobs/${bench}/teardown`);
      await expect(page.getByText('Bore, mm')).toBeVisible();
    },
  },
  {
    name: 'notes',
    open: async (page, _hand, { bench }) => {
      await page.goto(`/jobs/${bench}/notes`);
      await expect(page.getByText('How the plug looks')).toBeVisible();
    },
  },
  {
    name: 'leads',
    open: async (page, _hand, { v6 }) => {
      await page.goto(`/jobs/${v6}/leads`);
      await expect(page.getByText('Labels to print')).toBeVisible();
    },
  },
  {
    name: 'steps',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/steps?of=leakdown`);
      await hand.button('Steps: One at a time').click();
      await expect(page.getByText(/^Step 1 of/)).toBeVisible();
    },
  },
  {
    name: 'steps as a list',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/steps?of=compression`);
      await hand.button('Steps: As a list').click();
      await expect(page.getByRole('checkbox').first()).toBeVisible();
    },
  },
  {
    name: 'all steps',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/steps`);
      await expect(hand.button('Quick checks')).toBeVisible();
    },
  },
  {
    name: 'testers',
    open: async (page, hand) => {
      await page.goto('/testers');
      await hand.button('Change Cart tester').click();
    },
  },
  {
    name: 'house rules',
    open: async (page) => {
      await page.goto('/house-rules');
      await expect(page.getByText('Warm or cold').first()).toBeVisible();
    },
  },
  {
    name: 'conditions',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/compression`);
      await hand.button(/^How it is tested/).click();
    },
  },
  {
    name: 'attempts',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/compression?cylinder=2`);
      await hand.button(/^kept .*change$/).click();
    },
  },
  {
    name: 'findings',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/findings`);
      await expect(hand.button('Close the job').or(hand.button('Open it again'))).toBeVisible();
    },
  },
  {
    name: 'overrule',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/findings`);
      await unfold(hand);
      await hand.button('Overrule cyl 2').click();
    },
  },
  {
    name: 'decide',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/decide`);
      await page.getByLabel('Worth running', { exact: true }).fill('1900');
      await page.getByLabel('Worth as it stands').fill('300');
      await expect(page.getByText('What would flip it')).toBeVisible();
    },
  },
  {
    name: 'option',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/decide`);
      await hand
        .button(/^(New top end|Another used engine|Head off|New rings)/)
        .first()
        .click();
    },
  },
  {
    name: 'pages',
    open: async (page, hand, { bench }) => {
      await page.goto(`/jobs/${bench}/pages`);
      await expect(hand.button('Keep this page')).toBeVisible();
    },
  },
  {
    name: 'engines',
    open: async (page) => {
      await page.goto('/engines');
      await expect(page.getByRole('link', { name: /Orrin 20/ })).toBeVisible();
    },
  },
  {
    name: 'engine',
    open: async (page) => {
      await page.goto('/engines');
      await page.getByRole('link', { name: /Orrin 20/ }).click();
      await expect(page.getByText('Orrin handbook')).toBeVisible();
    },
  },
  {
    name: 'shop',
    open: async (page) => {
      await page.goto('/shop');
      await expect(page.getByText('Unit of pressure')).toBeVisible();
    },
  },
  {
    name: 'outbox',
    open: async (page) => {
      await page.goto('/outbox');
      await expect(page.getByText('All sent')).toBeVisible();
    },
  },
  {
    name: 'nowhere',
    open: async (page) => {
      await page.goto('/no/such/place');
      await expect(page.getByText('Nothing here')).toBeVisible();
    },
  },
];

/** Screens that a wide window lays out in another way. */
const LAID_OUT_WIDE: ReadonlySet<string> = new Set([
  'bay',
  'bench',
  'pad',
  'leak-down',
  'listening',
  'conditions',
  'findings',
  'decide',
  'pages',
  'engine',
  'steps',
]);

/** Colours change over a moment, longer on a slow machine: until nothing moves, and two frames more. */
async function settled(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const frames = () => new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => done())));
    await frames();
    await Promise.allSettled(
      document
        .getAnimations()
        .filter(({ effect }) => effect?.getComputedTiming().iterations !== Infinity)
        .map(({ finished }) => finished),
    );
    await frames();
  });
}

/** By day and by night: everything once, and what depends on the colours twice. */
async function expectGoodForEveryone(page: Page, where: string): Promise<void> {
  await settled(page);
  const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'];
  const day = await new AxeBuilder({ page }).withTags(tags).analyze();
  await page.emulateMedia({ colorScheme: 'dark' });
  await settled(page);
  const night = await new AxeBuilder({ page }).withRules(['color-contrast']).analyze();
  await page.emulateMedia({ colorScheme: 'light' });
  const serious = [...day.violations, ...night.violations]
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .slice(0, 3)
          .map(({ html, failureSummary }) => `${html.slice(0, 120)} ${failureSummary?.slice(0, 160)}`)
          .join(' | ')}`,
    );
  // Every screen is looked at, so that one run tells all there is to mend.
  expect.soft(serious, where).toEqual([]);
  await expectNoSidewaysScroll(page);
}

/** In one column a wide screen is the phone's with more air: only what is laid out anew is looked at again. */
const LOOKS = SIZES.flatMap(({ name, parts, ...size }) => {
  const screens = SCREENS.filter((screen) => name === 'phone' || LAID_OUT_WIDE.has(screen.name));
  return Array.from({ length: parts }, (_, part) => ({
    ...size,
    title: parts === 1 ? name : `${name}, part ${part + 1}`,
    screens: screens.filter((_screen, i) => i % parts === part),
    signIn: part === 0,
  }));
});

// The longest part of the run, in pieces that run side by side.
test.describe.configure({ mode: 'parallel' });
for (const { title, width, height, screens, signIn } of LOOKS) {
  test(`nothing serious on any screen, day or night, and everything to be tapped is 48 px high, ${title}`, async ({
    page,
  }) => {
    test.setTimeout(300_000);
    await page.setViewportSize({ width, height });
    const hand = new Hand(page);
    await page.goto('/');
    await expect(page.getByLabel('E-mail')).toBeVisible({ timeout: 60_000 });
    if (signIn) await expectGoodForEveryone(page, 'sign in');
    await hand.signIn();
    const ids = { bench: await jobNamed(page.request, 412), v6: await jobNamed(page.request, 415) };
    for (const { name, open } of screens) {
      await test.step(name, async () => {
        await open(page, hand, ids);
        await expectGoodForEveryone(page, name);
        await expectTappable(page, name);
      });
    }
  });
}

async function expectTappable(page: Page, where: string): Promise<void> {
  const small = await page.evaluate(() =>
    Array.from(document.querySelectorAll('[role=button], [role=link], [role=checkbox], a, input, textarea'))
      .map((element) => ({
        label: element.getAttribute('aria-label') ?? element.textContent,
        box: element.getBoundingClientRect(),
      }))
      .filter(({ box }) => box.width > 0 && (box.height < 47.5 || box.width < 43.5))
      .map(({ label, box }) => `${label} ${box.width.toFixed(0)}x${box.height.toFixed(0)}`),
  );
  expect.soft(small, where).toEqual([]);
}

test('at 200 % text Bay, house rules and teardown stay within the screen, whole words on every key', async ({
  page,
}) => {
  await page.setViewportSize({ width: 195, height: 422 });
  const hand = new Hand(page);
  await hand.signIn();
  const id = await jobNamed(page.request, 418);
  for (const path of ['/', '/house-rules', `/jobs/${id}/teardown`, `/jobs/${id}`]) {
    await page.goto(path);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await page.waitForLoadState('networkidle');
    await expectNoSidewaysScroll(page);
    const outside = await page.evaluate(() =>
      Array.from(document.querySelectorAll('[role=button], input'))
        .filter((one) => {
          const { left, right, width } = one.getBoundingClientRect();
          return width > 0 && (left < -1 || right > innerWidth + 1 || one.scrollWidth > one.clientWidth + 2);
        })
        .map((one) => one.getAttribute('aria-label') ?? one.textContent),
    );
    expect(outside, path).toEqual([]);
  }
});

test('at 200 % text nothing of a procedure is cut off or lies beside the screen', async ({ page }) => {
  // Twice the size on a phone of 390 px is the same as half the width.
  await page.setViewportSize({ width: 195, height: 422 });
  const hand = new Hand(page);
  await hand.signIn();
  const id = await jobNamed(page.request, 415);
  for (const of of ['compression', 'leakdown', 'waking', 'quick-checks']) {
    await page.goto(`/jobs/${id}/steps?of=${of}`);
    await hand.button('Steps: One at a time').click();
    await expect(page.getByText(/^Step 1 of/)).toBeVisible();
    await expectNoSidewaysScroll(page);
    for (const name of [/^(Done|Read, and done)$/, 'Step back']) {
      const box = await hand.button(name).boundingBox();
      expect(box && box.x >= 0 && box.x + box.width <= 195).toBe(true);
    }
    await hand.button('Steps: As a list').click();
    await expectNoSidewaysScroll(page);
    // What a screen reader is told of each step is what stands there.
    for (const box of await page.getByRole('checkbox').all()) await expect(box).toHaveAccessibleName(/^[A-Z].*[.?]$/);
  }
});
