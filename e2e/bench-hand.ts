import { randomUUID } from 'node:crypto';
import { type APIRequestContext, expect, type Locator, type Page, test } from '@playwright/test';
import type { Bench, EngineRecord, NewJob, Page as ListPage } from '@rugged/contract';

export const PASSWORD = 'low tide';

/** Who works in the demo's shop. Each worker of a run has shops of its own, alike but for these. */
export type Person = 'ines' | 'tolv' | 'sunniva' | 'brede' | 'marit';
export function emailOf(person: Person): string {
  const { parallelIndex, project, config } = test.info();
  const shop = parallelIndex + (project.name === 'untouched' ? config.workers : 0);
  return `${person}${shop === 0 ? '' : shop + 1}@tidewrack.example`;
}

/** Another place of the app that is open already, as with the browser's own keys: a quarter of the time of a reload. */
export async function goTo(page: Page, path: string): Promise<void> {
  const { pathname, search } = new URL(page.url(), 'http://nowhere');
  const open = page.url().startsWith('http') && (await page.locator('#root > *').count()) > 0;
  if (!open || pathname + search === path) {
    await page.goto(path);
    return;
  }
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: null }));
  }, path);
}

/** What a mechanic's hand does, so that journeys read as a day at the bench. */
export class Hand {
  /** Taps since the count was last set back: the product promises how few it takes. */
  taps = 0;

  constructor(readonly page: Page) {}

  /** A session of its own for this browser, without its sign-in screen; nothing is opened yet. */
  async signIn(person: Person = 'ines'): Promise<void> {
    const answer = await this.page.request.post('/api/session', {
      data: { email: emailOf(person), password: PASSWORD },
    });
    expect(answer.status(), await answer.text()).toBe(201);
  }

  async signInToBay(person?: Person): Promise<void> {
    await this.signIn(person);
    await this.page.goto('/');
    await expect(this.page.getByRole('heading', { name: 'Bay' })).toBeVisible({ timeout: 60_000 });
  }

  /** As somebody signs in who comes for the first time. */
  async signInByHand(): Promise<void> {
    await this.page.goto('/');
    await this.page.getByLabel('E-mail').fill(emailOf('ines'));
    await this.page.getByLabel('Password').fill(PASSWORD);
    await this.page.getByRole('button', { name: 'Sign in' }).click();
    await expect(this.page.getByRole('heading', { name: 'Bay' })).toBeVisible({ timeout: 60_000 });
  }

  async tap(target: Locator): Promise<void> {
    await target.click();
    this.taps += 1;
  }

  /** A button by its name; a door of the bench by its title, whatever is behind it. */
  button(name: string | RegExp): Locator {
    if (typeof name !== 'string') return this.page.getByRole('button', { name });
    const doors = this.page.getByRole('region', { name: 'On this job' });
    return this.page
      .getByRole('button', { name, exact: true })
      .or(doors.getByRole('button', { name: new RegExp(`^${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')} `) }));
  }

  /** Digits on the drawn keys; they do not count as taps. */
  async digits(figure: string): Promise<void> {
    for (const digit of figure) await this.button(digit === '.' ? 'Decimal point' : digit).click();
  }

  /** A reading, kept, going on to the next cylinder. */
  async keep(peak: string, first?: string): Promise<void> {
    if (first) {
      await this.button('First stroke').click();
      await this.digits(first);
      await this.button('Peak').click();
    }
    await this.digits(peak);
    await this.button(new RegExp(`^Keep ${peak}`)).click();
    await expect(this.button(new RegExp(`^Keep ${peak}`))).toBeHidden();
    await expect(this.page.getByText(/^Kept /)).toBeVisible();
  }

  /** A job on an engine that was here before, opened beside the screen; its bench is what is seen then. */
  async openJob(engine: string, complaint: string): Promise<void> {
    const { request } = this.page;
    const { items } = (await (
      await request.get('/api/engines', { params: { search: engine.split(',')[0] ?? engine } })
    ).json()) as ListPage<{ engine: EngineRecord }>;
    const found = items.find((one) => one.engine.name.startsWith(engine));
    const id = randomUUID();
    const job: NewJob = {
      id,
      engineId: found?.engine.id ?? '',
      complaint,
      site: { altitudeM: 0 },
      openedAt: new Date().toISOString(),
    };
    const answer = await request.post('/api/jobs', { data: job });
    expect(answer.status(), await answer.text()).toBe(201);
    await this.page.goto(`/jobs/${id}`);
    await expect(this.page.getByText('Engine, from above')).toBeVisible();
  }

  /** The same through the form. */
  async openJobByHand(engine: string, complaint: string): Promise<void> {
    await this.page.goto('/new-job');
    await this.page.getByRole('textbox', { name: 'Which engine' }).fill(engine.split(',')[0] ?? engine);
    await this.button(new RegExp(`^${engine}.*job`)).click();
    await this.page.getByLabel('Complaint').fill(complaint);
    await this.button('Open job').click();
    await expect(this.page.getByText('Engine, from above')).toBeVisible();
  }

  /** A job on a new in-line engine of so many cylinders, of which nobody knows anything. */
  async openNewJob(cylinders: number): Promise<void> {
    const { request } = this.page;
    const made = async (path: string, body: object) => {
      const id = randomUUID();
      const answer = await request.post(`/api/${path}`, { data: { id, ...body } });
      expect(answer.status(), await answer.text()).toBe(201);
      return id;
    };
    const ownerId = await made('owners', { name: 'Wil Tarn' });
    const machineId = await made('machines', { ownerId, name: `Ferry of ${cylinders}` });
    const engineId = await made('engines', {
      machineId,
      name: `Ferry ${cylinders}`,
      cycle: 'four-stroke',
      fuel: 'petrol',
      family: 'inboard',
      layout: 'inline',
      cylinders: Array.from({ length: cylinders }, (_, i) => String(i + 1)),
    });
    const opened = { engineId, complaint: 'no power', site: {}, openedAt: new Date().toISOString() };
    await this.page.goto(`/jobs/${await made('jobs', opened)}`);
    await expect(this.page.getByText('Engine, from above')).toBeVisible();
  }

  jobId(): string {
    return /jobs\/([0-9a-f-]+)/.exec(this.page.url())?.[1] ?? '';
  }
}

/** The API as seen with the page's own cookie. */
export async function benchAt(request: APIRequestContext, jobId: string): Promise<Bench> {
  return (await (await request.get(`/api/jobs/${jobId}`)).json()) as Bench;
}

export async function jobNamed(request: APIRequestContext, number: number): Promise<string> {
  const { items } = (await (await request.get(`/api/jobs?status=all&search=${number}`)).json()) as ListPage<Bench>;
  return items.find(({ job }) => job.number === number)?.job.id ?? '';
}

/** Nothing sticks out of the side of the screen. */
export async function expectNoSidewaysScroll(page: Page): Promise<void> {
  const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(over).toBeLessThanOrEqual(0);
}

/** Sets the simulated sensor on whatever pad is open. */
export async function useSensor(hand: Hand, settings: string | RegExp): Promise<void> {
  await hand.button(settings).click();
  await hand.button('Simulated sensor, live').click();
  await hand.button('Done').click();
}

/** The form of a new job, with no engine chosen: what somebody left half filled in would stand there still. */
export async function newJob(hand: Hand): Promise<void> {
  await goTo(hand.page, '/new-job');
  const change = hand.button('Change').first();
  await expect(hand.button('A new machine').or(change).first()).toBeVisible();
  if (await change.isVisible()) await change.click();
  await expect(hand.button('A new machine')).toBeVisible();
}

/** A machine that was never here: its kind is the first tap. */
export async function newMachine(
  hand: Hand,
  { family, kind, owner, machine }: { family: string; kind: string; owner: string; machine: string },
): Promise<void> {
  const { page } = hand;
  await newJob(hand);
  await hand.button('A new machine').click();
  await hand.button(`Works in: ${family}`).click();
  await hand.button(`Kind: ${kind}`).click();
  await page.getByLabel('Owner').fill(owner);
  await page.getByRole('textbox', { name: 'Machine' }).fill(machine);
}

/** Opens the job of the form and waits for its bench. */
export async function openIt(hand: Hand): Promise<string> {
  await hand.button('Open job').click();
  await expect(hand.page.getByText('Engine, from above')).toBeVisible();
  return hand.jobId();
}
