import { expect, test } from '@playwright/test';
import type { Session } from '@rugged/contract';
import { Hand } from '../bench-hand';

test(
  'a tester goes into the register, its comparison corrects what it reads, and it is not let onto a plug hole it ' +
    'does not fit',
  async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    const hand = new Hand(page);
    await hand.signIn();
    await page.goto('/testers');
    await hand.button('A new tester').click();
    await page.getByLabel('Name').fill('Second tester');
    await page.getByLabel('Full scale').fill('3oo');
    await page.getByLabel('Adapters').fill('12 x 1.25');
    await hand.button('Save').click();
    await expect(page.getByText(/^Full scale must be a number/)).toBeVisible();
    await expect(page.getByText(/^Adapters /)).toBeVisible();
    await page.getByLabel('Full scale').fill('300');
    await page.getByLabel('Adapters').fill('12 x 1.25 x 19');
    await page.getByLabel('Compared on').fill('2026-11-02');
    await page.getByLabel('Master gauge').fill('Harbour master');
    await page.getByLabel('Pairs, psi').fill('100 60\n200 120');
    await expect(page.getByText(/more than a quarter out/)).toBeVisible();
    await page.getByLabel('Pairs, psi').fill('100 95\n200 190');
    await expect(page.getByText(/^200 read counts as 190\.0 psi/)).toBeVisible();
    await hand.button('O-ring fine today').click();
    await hand.button('Save').click();
    await expect(page.getByRole('region', { name: 'Second tester' })).toContainText(
      'Compared with Harbour master on 2 Nov 2026',
    );
    const { testers } = (await (await page.request.get('/api/session')).json()) as Session;
    expect(testers.find(({ name }) => name === 'Second tester')).toMatchObject({
      adapters: [{ threadMm: 12, pitchMm: 1.25, reachMm: 19 }],
      usual: false,
    });

    await page.goto('/engines');
    await page.getByRole('link', { name: /Tamsin scooter/ }).click();
    await hand.button('Engine sheet and books').click();
    await hand.button('Cylinders: Plug hole?').click();
    await page.getByLabel('Plug thread').fill('10');
    await page.getByLabel('Pitch').fill('1');
    await page.getByLabel('Reach, mm').fill('12.7');
    await hand.button('Done').click();
    await expect(page.getByText('Sheet kept')).toBeVisible();

    await hand.openJob('Tamsin scooter', 'weak on hills');
    await hand.button('Compression').click();
    await hand.button('How it is tested').click();
    await hand.button(/^Second tester/).click();
    await expect(page.getByRole('dialog').getByText(/No adapter for this plug hole, M10 x 1/)).toBeVisible();
    await hand.button('Done').click();
    await expect(page.getByRole('alert')).toContainText('Not with this tester.');
    await hand.button('Another').click();
    await hand.button(/^Cart tester/).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Engine: Warm' }).click();
    await hand.button('Done').click();
    await expect(page.getByText('Not with this tester.')).toBeHidden();
    await hand.digits('140');
    await expect(hand.button('Keep 140, done')).toBeVisible();
  },
);
