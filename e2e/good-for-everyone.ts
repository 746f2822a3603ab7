import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { expectNoSidewaysScroll, Hand, jobNamed } from './bench-hand';
import { type SCREENS } from './screens';

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

/** Opens each of these screens in a window of this size and looks at it by day and by night. */
export async function walkScreens(
  page: Page,
  { size, screens, door }: { size: { width: number; height: number }; screens: typeof SCREENS; door: boolean },
): Promise<void> {
  await page.setViewportSize(size);
  const hand = new Hand(page);
  await page.goto('/');
  await expect(page.getByLabel('E-mail')).toBeVisible({ timeout: 60_000 });
  if (door) await expectGoodForEveryone(page, 'sign in');
  await hand.signIn();
  const ids = { bench: await jobNamed(page.request, 412), v6: await jobNamed(page.request, 415) };
  for (const { name, open } of screens) {
    await test.step(name, async () => {
      await open(page, hand, ids);
      await expectGoodForEveryone(page, name);
      await expectTappable(page, name);
    });
  }
}
