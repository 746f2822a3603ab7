import { expect, type Page } from '@playwright/test';
import { goTo, type Hand, newJob } from './bench-hand';

/** What is folded on a phone and open where there is room. */
async function unfold(hand: Hand): Promise<void> {
  const fold = hand.button(/^Readings and reasons/);
  if ((await fold.getAttribute('aria-expanded')) !== 'true') await fold.click();
}

interface Screen {
  readonly name: string;
  /** A wide window lays it out in another way. */
  readonly wide?: true;
  open(page: Page, hand: Hand, ids: { bench: string; v6: string }): Promise<void>;
}

/** Every screen and sheet, by a way that opens it. */
export const SCREENS: readonly Screen[] = [
  {
    name: 'bay',
    wide: true,
    open: async (page) => {
      await goTo(page, '/');
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
      // The kind that was chosen at an earlier look is still there.
      const family = hand.button('Works in: Motorcycle');
      const another = hand.button('Change').nth(1);
      await expect(family.or(another)).toBeVisible();
      if (await another.isVisible()) await another.click();
      await family.click();
      await hand.button('Kind: Motorcycle V-twin').click();
      await hand.button('The whole sheet, now or later').click();
      await hand.button('How it is built: Fuel system?').or(hand.button('How it is built: Carburettor')).click();
    },
  },
  {
    name: 'engine sheet',
    open: async (page, hand) => {
      await goTo(page, '/engines');
      await page.getByRole('link', { name: /Tamsin/ }).click();
      await hand.button('Engine sheet and books').click();
      await expect(page.getByRole('region', { name: 'Books' })).toContainText('Tamsin manual');
    },
  },
  {
    name: 'a book',
    open: async (page, hand) => {
      await goTo(page, '/library');
      await hand.button('New book').click();
      await hand.button('More figures').click();
    },
  },
  {
    name: 'library',
    open: async (page) => {
      await goTo(page, '/library');
      await expect(page.getByRole('region', { name: 'Orrin handbook' })).toBeVisible();
    },
  },
  {
    name: 'label',
    open: async (page, hand) => {
      await goTo(page, '/engines');
      await page.getByRole('link', { name: /Tamsin/ }).click();
      await hand.button('Label').click();
      await expect(page.getByRole('img', { name: /^Code for/ })).toBeVisible();
    },
  },
  {
    name: 'repaired',
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}`);
      await hand.button('Repaired').click();
    },
  },
  {
    name: 'bench',
    wide: true,
    open: async (page, _hand, { bench }) => {
      await goTo(page, `/jobs/${bench}`);
      await expect(page.getByText('Engine, from above')).toBeVisible();
    },
  },
  {
    name: 'tests so far',
    open: async (page, _hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/tests`);
      await expect(page.getByRole('region', { name: 'Tests so far' })).toBeVisible();
    },
  },
  {
    name: 'bench of six',
    open: async (page, _hand, { v6 }) => {
      await goTo(page, `/jobs/${v6}`);
      await expect(page.getByText('Engine, from above')).toBeVisible();
    },
  },
  {
    name: 'pad',
    wide: true,
    open: async (page, hand, { v6 }) => {
      await goTo(page, `/jobs/${v6}/compression`);
      await hand.digits('119');
    },
  },
  {
    name: 'leak-down',
    wide: true,
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/leakdown?cylinder=2`);
      await hand.digits('52');
    },
  },
  {
    name: 'listening',
    wide: true,
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/leakdown?cylinder=2`);
      await hand.button('Listen where it goes').first().click();
      await hand.button('Crankcase: not listened at').click();
    },
  },
  {
    name: 'crankcase',
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/crankcase`);
      await hand.button('With: Vacuum').click();
    },
  },
  {
    name: 'other gauges',
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/other-gauges`);
      await hand.button('Which gauge: Spark').click();
    },
  },
  {
    name: 'teardown',
    open: async (page, _hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/teardown`);
      await expect(page.getByText('How it looks', { exact: true })).toBeVisible();
    },
  },
  {
    name: 'notes',
    open: async (page, _hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/notes`);
      await expect(page.getByText('How the plug looks')).toBeVisible();
    },
  },
  {
    name: 'leads',
    open: async (page, _hand, { v6 }) => {
      await goTo(page, `/jobs/${v6}/leads`);
      await expect(page.getByText('Labels to print')).toBeVisible();
    },
  },
  {
    name: 'steps',
    wide: true,
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/steps?of=leakdown`);
      await hand.button('Steps: One at a time').click();
      await expect(page.getByText(/^Step 1 of/)).toBeVisible();
    },
  },
  {
    name: 'steps as a list',
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/steps?of=compression`);
      await hand.button('Steps: As a list').click();
      await expect(page.getByRole('checkbox').first()).toBeVisible();
    },
  },
  {
    name: 'all steps',
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/steps`);
      await expect(hand.button('Quick checks')).toBeVisible();
    },
  },
  {
    name: 'testers',
    open: async (page, hand) => {
      await goTo(page, '/testers');
      await hand.button('Change Cart tester').click();
    },
  },
  {
    name: 'house rules',
    open: async (page) => {
      await goTo(page, '/house-rules');
      await expect(page.getByText('Warm or cold').first()).toBeVisible();
    },
  },
  {
    name: 'conditions',
    wide: true,
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/compression`);
      await hand.button(/^How it is tested/).click();
    },
  },
  {
    name: 'attempts',
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/compression?cylinder=2`);
      await hand.button(/^kept .*change$/).click();
    },
  },
  {
    name: 'findings',
    wide: true,
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/findings`);
      await expect(hand.button('Close the job').or(hand.button('Open it again'))).toBeVisible();
    },
  },
  {
    name: 'overrule',
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/findings`);
      await unfold(hand);
      await hand.button('Overrule cyl 2').click();
    },
  },
  {
    name: 'decide',
    wide: true,
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/decide`);
      await page.getByLabel('Worth running', { exact: true }).fill('1900');
      await page.getByLabel('Worth as it stands').fill('300');
      await expect(page.getByText('What would flip it')).toBeVisible();
    },
  },
  {
    name: 'option',
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/decide`);
      await hand
        .button(/^(New top end|Another used engine|Head off|New rings)/)
        .first()
        .click();
    },
  },
  {
    name: 'pages',
    wide: true,
    open: async (page, hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/pages`);
      await expect(hand.button('Keep this page')).toBeVisible();
    },
  },
  {
    name: 'engines',
    open: async (page) => {
      await goTo(page, '/engines');
      await expect(page.getByRole('link', { name: /Orrin 20/ })).toBeVisible();
    },
  },
  {
    name: 'engine',
    wide: true,
    open: async (page) => {
      await goTo(page, '/engines');
      await page.getByRole('link', { name: /Orrin 20/ }).click();
      await expect(page.getByText('Orrin handbook')).toBeVisible();
    },
  },
  {
    name: 'owner, and what erasing them takes',
    open: async (page, hand) => {
      await goTo(page, '/engines');
      await page.getByRole('link', { name: /Orrin 20/ }).click();
      await hand.button('Owner').click();
      await hand.button('Erase who they are').click();
      await expect(page.getByText('This cannot be taken back')).toBeVisible();
    },
  },
  {
    name: 'who changed what',
    wide: true,
    open: async (page, _hand, { bench }) => {
      await goTo(page, `/jobs/${bench}/history`);
      await expect(page.getByText('Job 412 added')).toBeVisible();
    },
  },
  {
    name: 'a closed job',
    open: async (page) => {
      const closed = await page.request.get('/api/jobs?status=closed&limit=1&search=fire');
      const { items } = (await closed.json()) as { items: { job: { id: string } }[] };
      await goTo(page, `/jobs/${items[0]?.job.id}/compression`);
      await expect(page.getByRole('heading', { name: /^Closed on/ })).toBeVisible();
    },
  },
  {
    name: 'first shop',
    open: async (page, hand) => {
      await page.goto('/begin');
      await hand.button('Open the shop').click();
      await expect(page.getByText('This address has no link in it.')).toBeVisible();
    },
  },
  {
    name: 'first steps, with the form of a gauge',
    wide: true,
    open: async (page, hand) => {
      await goTo(page, '/first-steps');
      await hand.button('Another one').click();
      await expect(page.getByLabel('Name', { exact: true }).first()).toBeVisible();
    },
  },
  {
    name: 'people, one of them open',
    wide: true,
    open: async (page, hand) => {
      await goTo(page, '/people');
      await hand.button('Change Tolv Harn').click();
      await expect(hand.button('New password by a link')).toBeVisible();
    },
  },
  {
    name: 'a link for somebody',
    open: async (page, hand) => {
      await goTo(page, '/people');
      await page.getByLabel('Their name').fill('Odd Mere');
      await hand.button('Make a link').click();
      await expect(page.getByRole('region', { name: 'The link' })).toBeVisible();
    },
  },
  {
    name: 'into a shop by a link',
    open: async (page) => {
      const made = await page.request.post('/api/people/invitations', {
        data: { name: 'Odd Mere', role: 'apprentice' },
      });
      const { path } = (await made.json()) as { path: string };
      await page.goto(path);
      await expect(page.getByLabel('Your name')).toBeVisible();
    },
  },
  {
    name: 'shop',
    open: async (page) => {
      await goTo(page, '/shop');
      await expect(page.getByText('Unit of pressure')).toBeVisible();
    },
  },
  {
    name: 'outbox',
    open: async (page) => {
      await goTo(page, '/outbox');
      await expect(page.getByText('All sent')).toBeVisible();
    },
  },
  {
    name: 'practice',
    wide: true,
    open: async (page) => {
      await goTo(page, '/practice');
      await expect(page.getByRole('region', { name: 'Levels' })).toBeVisible();
    },
  },
  {
    name: 'practice: a case, its gauge',
    wide: true,
    open: async (page) => {
      await goTo(page, '/practice/4-dune-kite');
      await page.getByRole('button', { name: 'Hands: Crank' }).click();
      await expect(page.getByRole('region', { name: 'Oil can' })).toBeVisible();
    },
  },
  {
    name: 'practice: air, and how it stands',
    open: async (page) => {
      await goTo(page, '/practice/5-dune-kite');
      await page.getByRole('button', { name: 'Hands: Air' }).click();
      await expect(page.getByRole('region', { name: 'Top dead centre' })).toBeVisible();
    },
  },
  {
    name: 'practice: what is told',
    open: async (page) => {
      await goTo(page, '/practice/7-cedar-oar');
      await page.getByRole('button', { name: 'Say what it is' }).click();
      // What was thought of it is kept: the second time it is there already.
      const nothing = page.getByRole('button', { name: 'Nothing is wrong anywhere' });
      if (await nothing.isVisible()) await nothing.click();
      await page.getByRole('button', { name: /^New crank seals/ }).click();
      await page.getByRole('button', { name: /^Likely / }).click();
      await expect(page.getByRole('region', { name: 'What is told' })).toBeVisible();
    },
  },
  {
    name: 'practice: opened',
    open: async (page) => {
      await goTo(page, '/practice/7-dune-kite');
      await page.getByRole('button', { name: 'Hands: Look' }).click();
      await page.getByRole('button', { name: 'Look at: Tester' }).click();
      await page.getByRole('button', { name: 'Say what it is' }).click();
      await page.getByRole('button', { name: 'Nothing is wrong anywhere' }).click();
      await page.getByRole('region', { name: 'What to do' }).getByRole('button').first().click();
      await page.getByRole('button', { name: 'How sure it is: Most likely' }).click();
      await page.getByRole('button', { name: 'Nothing was left out' }).click();
      await page.getByRole('button', { name: 'That is my answer' }).click();
      await expect(page.getByRole('region', { name: 'Marks' })).toBeVisible();
    },
  },
  {
    name: 'nowhere',
    open: async (page) => {
      await goTo(page, '/no/such/place');
      await expect(page.getByText('Nothing here')).toBeVisible();
    },
  },
];
