import { expect, type Page, test } from '@playwright/test';
import { expectNoSidewaysScroll, Hand } from '../bench-hand';
import { crank } from './practice-hand';

test.use({ serviceWorkers: 'allow' });

/** Practice: engines that do not exist, worked on a phone to their opened parts. */

test.use({ viewport: { width: 390, height: 660 } });

test('somebody who never tested an engine is led through the first two levels without leaving the place', async ({
  page,
}) => {
  const hand = new Hand(page);
  await hand.signInToBay();
  await page.getByRole('link', { name: 'Practice' }).click();
  await expect(page.getByRole('button', { name: 'Level 1, Read a gauge: a new case' })).toBeVisible();
  await page.getByRole('button', { name: 'Level 1, Read a gauge: a new case' }).click();
  await led(page, hand);
  await hand.button('On: Even or not').click();
  await led(page, hand);
  await page.getByRole('button', { name: 'Back' }).click();
  // Other journeys of the same person are counted with it.
  await expect(page.getByRole('region', { name: 'How it goes' })).toContainText(/How it goes: ([2-9]|\d\d) cases/);
  // It goes with the person, and their owner sees how far they are.
  await page.goto('/people');
  await expect(page.getByRole('region', { name: 'Ines Varr' })).toContainText(/Practice: .* of 100 in the mean/);
});

/** Does what the guide says, and nothing else, to the opened engine. */
async function led(page: Page, hand: Hand): Promise<void> {
  const guide = page.getByRole('region', { name: 'How it goes' });
  await expect(guide).toContainText('Step 1 of');
  await expectNoSidewaysScroll(page);
  for (let steps = 0; steps < 12; steps += 1) {
    const says = await guide.getByRole('status').innerText();
    if (/Say (what|which)/.test(says)) break;
    const to = guide.getByRole('button');
    if (await to.isVisible()) await to.click();
    else await crank(page, hand, 8);
    await expect(guide.getByRole('status')).not.toHaveText(says);
  }
  const [, least, under = 0] = /cyl (\d+) has .*: (\d+) % under/.exec(await guide.innerText()) ?? [];
  const [, stood = 0, band = 0] = /stood at ([\d.]+).* begins at (\d+)/.exec(await guide.innerText()) ?? [];
  const [, one = 0] = /about the same, ([\d.]+)/.exec(await guide.innerText()) ?? [];
  await hand.button('Say what it is').click();
  if (least === undefined)
    await page
      .getByRole('button', { name: Number(one) > 0 || Number(stood) < Number(band) ? /It is low$/ : /It passes$/ })
      .click();
  else if (Number(under) > 10) {
    await page.getByRole('button', { name: `Where: Cyl ${least}` }).click();
    await page.getByRole('button', { name: /It is low$/ }).click();
  } else await hand.button('Nothing is wrong anywhere').click();
  await page.getByRole('slider', { name: /^How sure/ }).fill('90');
  await hand.button('That is my answer').click();
  await expect(page.getByRole('heading', { name: 'You had it.' })).toBeVisible();
}

test('air, an ear at every place, and a machine without sound', async ({ page }) => {
  await page.addInitScript(() => {
    Reflect.deleteProperty(globalThis, 'AudioContext');
  });
  await page.emulateMedia({ reducedMotion: 'reduce' });
  const hand = new Hand(page);
  await hand.signIn();
  await page.goto('/practice/5-dune-kite');
  await page.getByRole('button', { name: 'Hands: Air' }).click();
  const turn = page.getByRole('slider', { name: 'Turn the crank' });
  const said = async () => (await turn.getAttribute('aria-valuetext')) ?? '';
  const height = async () => Number(/dowel (\d+)/.exec(await said())?.[1]);
  // Round until the thumb is pushed, then on to where the dowel is highest.
  let at = 0;
  for (; at < 720 && !(await said()).includes('pushed'); at += 10) await turn.fill(String(at));
  for (let before = -1; (await height()) >= before && at < 720; at += 2) {
    before = await height();
    await turn.fill(String(at));
  }
  await turn.fill(String(at - 4));
  await hand.button('Leave it here').click();
  const regulator = page.getByRole('slider', { name: 'Regulator, psi' });
  // At once, and nobody holds the crank.
  await regulator.fill('1');
  await regulator.fill('80');
  const seen = page.getByRole('region', { name: 'What you have seen' });
  await expect(seen).toContainText('Air let in at once');
  await regulator.fill('0');
  await hand.button('Hold the crank').click();
  await hand.button('Take it off').click();
  // The gauges follow each other.
  await expect(page.getByRole('region', { name: 'Leak-down tester' })).toContainText('Held');
  for (let psi = 4; psi <= 80; psi += 4) {
    await regulator.fill(String(psi));
    await page.waitForTimeout(150);
  }
  await expect(seen.getByText(/holds \d/).first()).toBeVisible();
  await page.getByRole('button', { name: /^Crankcase: / }).click();
  await expect(seen).toContainText('At the crankcase');
  await expect(page.getByText('No sound here: it is drawn.')).toBeVisible();
});

test('with the keys of a wide screen: space is held, and let go', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  const hand = new Hand(page);
  await hand.signIn();
  await page.goto('/practice/2-dune-kite');
  await expect(page.getByRole('button', { name: 'Hold to crank' })).toBeVisible();
  await page.keyboard.down(' ');
  await expect(page.getByRole('list', { name: 'Strokes' }).getByRole('listitem').nth(3)).toBeVisible();
  await page.keyboard.up(' ');
  const seen = page.getByRole('region', { name: 'What you have seen' });
  await expect(seen.getByText(/psi/)).toHaveCount(1);
  // C counts wherever the focus is: a chip keeps its space bar.
  await page
    .getByRole('button', { name: /^Cylinder: Cyl/ })
    .nth(1)
    .click();
  await page.keyboard.down('c');
  await expect(page.getByRole('list', { name: 'Strokes' }).getByRole('listitem').nth(3)).toBeVisible();
  await page.keyboard.up('c');
  await expect(seen.getByText(/psi/)).toHaveCount(2);
});

test('ten dials, read with the keyboard: a wrong one is told where it stood, a right one counts', async ({ page }) => {
  const hand = new Hand(page);
  await hand.signIn();
  await page.goto('/practice');
  await hand.button('Ten dials').click();
  const field = page.getByLabel(/^What it reads/);
  await expect(field).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByText('must be a number')).toBeVisible();
  for (let i = 0; i < 10; i += 1) {
    await expect(page.getByText(`${i + 1} of 10`)).toBeVisible();
    await field.fill('0');
    await page.keyboard.press('Enter');
    if (i < 9) await expect(page.getByText(/^It stood at [\d.]+$/)).toBeVisible();
  }
  await expect(page.getByRole('heading', { name: '0 of 10 right' })).toBeVisible();
});

test('without signal a case is opened and worked; a name that is none is told', async ({ page, context }) => {
  const hand = new Hand(page);
  await hand.signInToBay();
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.goto('/practice');
  await expect(page.getByRole('region', { name: 'Levels' })).toBeVisible();
  await context.setOffline(true);
  await page.getByLabel('Its name').fill('7-dune-nothing');
  await hand.button('Work this one').click();
  await expect(page.getByText(/there is no such case/)).toBeVisible();
  await page.getByLabel('Its name').fill('4 dune kite');
  await hand.button('Work this one').click();
  await page.getByRole('button', { name: 'Hands: Crank' }).click();
  await crank(page, hand);
  await context.setOffline(false);
});
