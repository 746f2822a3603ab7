import { expect, test } from '@playwright/test';
import { expectNoSidewaysScroll, Hand, jobNamed } from './bench-hand';
import { lookAtSignIn, type View, walkScreens } from './good-for-everyone';
import { SCREENS } from './screens';

/** A screen in sight on a phone, small and large, by day, by night and in a person's own colours. */
const VIEWS: readonly View[] = [
  { width: 390, height: 844, theme: 'light' },
  { width: 360, height: 740, theme: 'dark' },
  { width: 390, height: 844, theme: 'dark' },
  { width: 360, height: 740, theme: 'light' },
  { width: 390, height: 844, theme: 'light', forced: true },
];
/** Each screen is seen in one view a run, in another one the next day; npm run test:long sees all in all of them. */
const SEED = Number(process.env['E2E_SEED'] ?? Math.floor(Date.now() / (24 * 3600_000)));
const WHOLE = process.env['LONG'] === '1';
const viewOf = (turn: number): View => VIEWS[turn % VIEWS.length] as View;
const PARTS = 4;

// In pieces that run side by side. A wide window is walked by npm run test:long.
test.describe.configure({ mode: 'parallel' });
for (let part = 0; part < PARTS; part += 1) {
  test(`nothing wrong on any screen, day or night, all to be tapped 48 px high, part ${part + 1}`, async ({
    page,
  }, info) => {
    test.setTimeout(WHOLE ? 900_000 : 240_000);
    info.annotations.push({ type: 'seed', description: `E2E_SEED=${SEED}` });
    console.log(`every screen, part ${part + 1}: E2E_SEED=${SEED}`);
    const turns = WHOLE ? [...VIEWS.keys()] : [SEED];
    if (part === 0) for (const turn of turns) await lookAtSignIn(page, viewOf(turn));
    const mine = [...SCREENS.entries()].filter(([i]) => i % PARTS === part);
    const looks = turns.flatMap((turn) =>
      // Neighbours in the list are seen in views that differ.
      mine.map(([i, screen]) => ({ screen, view: viewOf(turn + Math.floor(i / PARTS)) })),
    );
    await walkScreens(page, looks);
  });
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

test(
  'at 200 % text nothing of a procedure is cut off or lies beside the screen',
  { tag: '@long' },
  async ({ page }) => {
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
  },
);
