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

// Nothing here is in a frame: axe need not open a page of its own for what it found in others.
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'];

/** Nothing that axe can tell, nothing beside the screen. */
async function expectGoodForEveryone(page: Page, where: string, { forced }: View): Promise<void> {
  await settled(page);
  const axe = new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .withTags(TAGS)
    .setLegacyMode();
  // Where a person's own colours stand, axe still reads those of the page for the words; icons are looked at below.
  const { violations } = await (forced ? axe.disableRules('color-contrast') : axe).analyze();
  const wrong = violations.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .slice(0, 3)
        .map(({ html, failureSummary }) => `${html.slice(0, 120)} ${failureSummary?.slice(0, 160)}`)
        .join(' | ')}`,
  );
  // Every screen is looked at, so that one run tells all there is to mend.
  expect.soft(wrong, where).toEqual([]);
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

export interface View {
  readonly width: number;
  readonly height: number;
  readonly theme: 'light' | 'dark';
  /** With colours that the person chose for all pages. */
  readonly forced?: true;
}
export const nameOf = ({ width, height, theme, forced }: View) =>
  `${width} x ${height}, ${theme}${forced ? ', forced colours' : ''}`;

/** Where a person's own colours replace those of the page, icons have the colour of the words. */
async function expectIconsSeen(page: Page, where: string): Promise<void> {
  const hidden = await page.evaluate(() => {
    const words = document.body.appendChild(document.createElement('span'));
    words.style.color = 'CanvasText';
    const { color } = getComputedStyle(words);
    words.remove();
    return Array.from(document.querySelectorAll('svg[viewBox="0 0 24 24"] path'))
      .filter((path) => getComputedStyle(path).fill !== color)
      .map(
        (path) => path.closest('[aria-label]')?.getAttribute('aria-label') ?? path.closest('a, [role]')?.textContent,
      );
  });
  expect.soft(hidden, where).toEqual([]);
}

async function inView(page: Page, { width, height, theme, forced }: View): Promise<void> {
  await page.setViewportSize({ width, height });
  await page.emulateMedia({ colorScheme: theme, forcedColors: forced ? 'active' : 'none' });
}

interface Look {
  readonly screen: (typeof SCREENS)[number];
  readonly view: View;
}

/** Opens each screen in the window and the theme it is to be seen in, and looks at it. */
export async function walkScreens(page: Page, looks: readonly Look[]): Promise<void> {
  const hand = new Hand(page);
  await hand.signIn();
  const ids = { bench: await jobNamed(page.request, 412), v6: await jobNamed(page.request, 415) };
  for (const { screen, view } of looks) {
    const where = `${screen.name}, ${nameOf(view)}`;
    await test.step(where, async () => {
      await inView(page, view);
      await screen.open(page, hand, ids);
      await expectGoodForEveryone(page, where, view);
      await expectTappable(page, where);
      if (view.forced) await expectIconsSeen(page, where);
    });
  }
}

/** Before anybody has signed in. */
export async function lookAtSignIn(page: Page, view: View): Promise<void> {
  await inView(page, view);
  await page.goto('/');
  await expect(page.getByLabel('E-mail')).toBeVisible({ timeout: 60_000 });
  await expectGoodForEveryone(page, `sign in, ${nameOf(view)}`, view);
}
