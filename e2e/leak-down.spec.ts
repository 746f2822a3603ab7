import { expect, test } from '@playwright/test';
import { countingReadings } from '@rugged/contract/bench';
import { benchAt, Hand } from './bench-hand';

test(
  'leak-down on a four: figures, a slip mended, where the air goes, the wrong stroke asked about, a reload in the ' +
    'middle',
  async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    const hand = new Hand(page);
    await hand.signIn();
    await hand.openJob('Halden Four, motorcycle', 'smokes at start');
    const jobId = hand.jobId();
    await hand.button('Leak-down').click();
    await expect(page.getByText(/The air pushes with \d+ kg\./)).toBeVisible();
    await expect(page.getByText(/^Cyl 1 up now\. Next 2: turn 180°/)).toBeVisible();

    // Supply stands where it is usually set.
    await hand.digits('81');
    await expect(page.getByRole('alert')).toContainText('Held: is above the supply of 80.');
    await hand.button('Delete digit').click();
    await hand.button('Delete digit').click();
    await hand.digits('76');
    await expect(page.getByText(/^5 % ± /)).toBeVisible();
    await hand.button('Keep 5 % without listening').click();
    await expect(page.getByText('Kept 5 % for cyl 1.')).toBeVisible();

    await hand.button(/^Cyl 3/).click();
    await hand.digits('52');
    await page.reload();
    await expect(page.getByText(/^35 % ± /)).toBeVisible();
    await hand.button('Listen where it goes').last().click();
    await hand.button('Intake: not listened at').click();
    await hand.button('Intake: None').click();
    await hand.button('Exhaust: not listened at').click();
    await hand.button('Exhaust: Strong').click();
    await expect(page.getByRole('region', { name: 'Wrong stroke' })).toBeVisible();
    // A question waits while somebody says what is heard elsewhere.
    await hand.button('Intake: none').click();
    await hand.button('Intake: None').click();
    await hand.button('It is at the top of compression').click();
    await expect(page.getByRole('region', { name: 'Wrong stroke' })).toBeHidden();
    await hand.button('Crankcase: not listened at').click();
    await hand.button('Crankcase: Clear').click();
    await hand.button('Breather hose: Off').click();
    await hand.button('Keep what I heard').click();
    await expect(page.getByText('Kept 35 % for cyl 3.')).toBeVisible();

    const leaks = async () =>
      countingReadings((await benchAt(page.request, jobId)).readings).flatMap((reading) =>
        reading.kind === 'leakdown' ? [reading.figures] : [],
      );
    await expect.poll(async () => (await leaks()).length).toBe(2);
    expect(await leaks()).toMatchObject([
      { cylinder: '1', supply: 80, cylinderPressure: 76 },
      {
        cylinder: '3',
        supply: 80,
        cylinderPressure: 52,
        tdcConfirmed: true,
        breatherOff: true,
        heard: [
          { at: 'intake', level: 0 },
          { at: 'exhaust', level: 3 },
          { at: 'crankcase', level: 2 },
        ],
      },
    ]);
    await hand.button('Undo').click();
    await expect(hand.button(/^Cyl 3 now/)).toBeVisible();
    await page.goto(`/jobs/${jobId}/tests`);
    await expect(page.getByRole('table', { name: 'Leakage by cylinder' })).toBeVisible();
  },
);
