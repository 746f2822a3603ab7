import { type CDPSession, expect, type Page, test } from '@playwright/test';
import { Hand, jobNamed, useSensor } from '../bench-hand';

// Measures the machine: npm run bench needle reads what it prints.

/** Frames a second over some time, as the page itself is given them. */
async function frames(page: Page, ms: number): Promise<number> {
  return page.evaluate(
    (wait) =>
      new Promise<number>((resolve) => {
        let count = 0;
        const start = performance.now();
        requestAnimationFrame(function frame(now) {
          count += 1;
          if (now - start >= wait) resolve((1000 * (count - 1)) / (now - start));
          else requestAnimationFrame(frame);
        });
      }),
    ms,
  );
}

test('the moving needle beside an empty page, with the processor slowed four times; the bench beside the Bay', async ({
  page,
  context,
}) => {
  const hand = new Hand(page);
  await hand.signIn();
  const jobId = await jobNamed(page.request, 412);
  const slow = async (of: Page, rate: number): Promise<CDPSession> => {
    const session = await context.newCDPSession(of);
    await session.send('Emulation.setCPUThrottlingRate', { rate });
    return session;
  };
  const empty = await context.newPage();
  await empty.goto('/manifest.webmanifest');
  await slow(empty, 4);
  const emptyFrames = await frames(empty, 2000);
  await empty.close();

  await page.goto(`/jobs/${jobId}/compression?cylinder=2`);
  await useSensor(hand, 'How it is tested');
  const session = await slow(page, 4);
  // Where the needle stands in each frame from here on.
  await page.evaluate(() => {
    const stood = new Set<string>();
    Object.assign(window, { stood });
    requestAnimationFrame(function frame() {
      for (const { style } of Array.from(document.querySelectorAll<HTMLElement>('[style*="rotate("]')))
        stood.add(style.transform);
      requestAnimationFrame(frame);
    });
  });
  await hand.button('Crank cyl 2').click();
  await expect(page.getByText(/^Strokes caught [1-7]/)).toBeVisible();
  const needleFrames = await frames(page, 1200);
  // It swept over the dial, and did not jump from stroke to stroke.
  const swept = () => page.evaluate(() => (window as unknown as { stood: Set<string> }).stood.size);
  await expect.poll(swept).toBeGreaterThan(10);

  // The same of a practice engine, under a key that is held: its simulator runs beside the screen.
  await page.goto('/practice/2-dune-kite');
  const key = page.getByRole('button', { name: 'Hold to crank' });
  await key.scrollIntoViewIfNeeded();
  await key.hover();
  await page.mouse.down();
  await expect(page.getByRole('list', { name: 'Strokes' }).getByRole('listitem').first()).toBeVisible();
  const heldFrames = await frames(page, 1000);
  await page.mouse.up();
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });

  // From the tap on a level to its engine, once the list has been looked at for a moment.
  await page.goto('/practice');
  const level = page.getByRole('button', { name: /^Level 1, / });
  await level.waitFor();
  await page.waitForTimeout(2000);
  const tapped = Date.now();
  await level.click();
  await key.or(hand.button('Pull the cord')).waitFor();
  const caseMs = Date.now() - tapped;

  const ready = async (path: string, text: string) => {
    const times: number[] = [];
    for (let i = 0; i < 3; i += 1) {
      await page.goto(path);
      await page.getByText(text).first().waitFor();
      times.push(
        await page.evaluate(
          (wanted) =>
            new Promise<number>((resolve) => {
              const look = () =>
                document.body.innerText.includes(wanted) ? resolve(performance.now()) : requestAnimationFrame(look);
              look();
            }),
          text,
        ),
      );
    }
    return Math.min(...times);
  };
  const bay = await ready('/', 'Orrin 20, twin outboard');
  const bench = await ready(`/jobs/${jobId}`, 'Spread, lowest against highest');
  console.log(
    `needle ${needleFrames.toFixed(0)} frames a second, an empty page ${emptyFrames.toFixed(0)} ` +
      `(${(needleFrames / emptyFrames).toFixed(2)} x); bench ${bench.toFixed(0)} ms, Bay ${bay.toFixed(0)} ms ` +
      `(${(bench / bay).toFixed(2)} x); practice ${heldFrames.toFixed(0)} frames a second, a case in ${caseMs} ms`,
  );
  // How fast a machine is, is no matter of right and wrong: `npm run bench needle` holds these against their limits.
});
