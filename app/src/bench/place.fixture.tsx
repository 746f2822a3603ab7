import type { Bench, RowAnswer, SentRow, Session } from '@rugged/contract';
import { QueryClientProvider } from '@tanstack/react-query';
import { act, render, screen, waitFor } from '@testing-library/react-native';
import type { ReactElement, ReactNode } from 'react';
import { keys, outbox, queryClient } from '@/data/client';
import { NoticeProvider } from '@/ui/notice';
import { ThemeProvider } from '@/ui/theme';

/** The router as a place sees it: what the address says, and where it was sent to. For tests. */
let params: Record<string, string> = {};
export const went: string[] = [];
const go = (to: string) => void went.push(to);
const router = {
  navigate: go,
  push: go,
  replace: go,
  back: () => go('back'),
  canGoBack: () => true,
  setParams: () => undefined,
};
export const routing = {
  useRouter: () => router,
  useLocalSearchParams: () => params,
  usePathname: () => '/',
  Link: ({ children }: { children: ReactNode }) => children,
};

interface Sent {
  method: string;
  path: string;
  body: Record<string, unknown> | undefined;
}
/** What went over the wire, reading aside. */
export const sent: Sent[] = [];
/** What the server answers to a path: a body, a refusal with its status, or nothing at all for want of signal. */
type Answers = Readonly<Record<string, object>>;
let answers: Answers = {};
/** The answer to what is added: the row as it was sent. */
export const THE_ROW = { theRow: true };

export const SESSION: Session = {
  person: { id: 'p', name: 'Ines Varr', email: 'ines@tidewrack.example', role: 'owner' },
  shop: { id: 's', name: 'Tidewrack', unit: 'psi', site: { altitudeM: 210 }, houseRules: {}, version: 3 },
  testers: [],
} as unknown as Session;

function answer(input: unknown, init?: { method?: string; body?: unknown }): Promise<Response> {
  const path = String(input).replace(/^\/api/, '');
  const body = typeof init?.body === 'string' ? (JSON.parse(init.body) as Sent['body']) : undefined;
  if (path === '/rows') return answerRows((body as unknown as { rows: SentRow[] }).rows);
  return answerOne(init?.method ?? 'GET', path, body);
}

/** Rows sent together are answered one by one, as if each had come alone; without signal none is. */
async function answerRows(rows: readonly SentRow[]): Promise<Response> {
  const all: RowAnswer[] = [];
  for (const { method, path, body } of rows) {
    const one = await answerOne(method, path, body);
    all.push({ status: one.status, body: (await one.json()) as unknown });
  }
  return { ok: true, status: 200, json: () => Promise.resolve({ answers: all }) } as Response;
}

function answerOne(method: string, path: string, body: Sent['body']): Promise<Response> {
  if (method !== 'GET') sent.push({ method, path, body });
  const found = Object.entries(answers).find(([start]) => `${method} ${path}`.startsWith(start))?.[1];
  if (!found) return Promise.reject(new TypeError('no signal'));
  const status = 'status' in found && typeof found.status === 'number' && 'title' in found ? found.status : 200;
  return Promise.resolve({
    ok: status < 400,
    status,
    json: () => Promise.resolve(found === THE_ROW ? body : found),
  } as Response);
}

/** Opens a place as it stands in the app: own cache, own outbox, the wire cut where nothing answers. */
export async function openPlace(
  place: ReactElement,
  more: { params?: Record<string, string>; bench?: Bench; answers?: Answers; session?: Session | null } = {},
): Promise<void> {
  params = { jobId: 'j', ...more.params };
  answers = { ...(more.bench ? { 'GET /jobs/j': more.bench } : {}), 'GET /session': SESSION, ...more.answers };
  went.length = 0;
  sent.length = 0;
  queryClient.clear();
  // Node takes a wait of weeks for none at all.
  queryClient.setDefaultOptions({ queries: { ...queryClient.getDefaultOptions().queries, gcTime: Infinity } });
  if (more.session !== null) queryClient.setQueryData(keys.session, more.session ?? SESSION);
  if (more.bench) queryClient.setQueryData(keys.bench('j'), more.bench);
  outbox.signIn('p');
  globalThis.fetch = answer;
  const stored = new Map<string, string>();
  Object.assign(globalThis, {
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    navigator: { onLine: true },
    document: { title: '', documentElement: { style: {} }, body: { style: {} }, querySelector: () => null },
    localStorage: {
      getItem: (key: string) => stored.get(key) ?? null,
      setItem: (key: string, value: string) => void stored.set(key, value),
      removeItem: (key: string) => void stored.delete(key),
    },
  });
  render(
    <QueryClientProvider client={queryClient}>
      <ThemeProvider>
        <NoticeProvider>{place}</NoticeProvider>
      </ThemeProvider>
    </QueryClientProvider>,
  );
  await settled();
  await eventually(() => expect(written()).not.toMatch(/Fetching/));
}

/** Until what is under way has come. */
export const settled = () => act(() => new Promise((done) => setTimeout(done, 50)));

/** What comes in its own time, on a slow machine too. */
export const eventually = (expectation: () => void) => waitFor(expectation, { timeout: 15_000 });

/** Everything that is written on the screen, in one line. */
export function written(): string {
  const texts: string[] = [];
  const walk = (node: unknown): void => {
    if (typeof node === 'string') texts.push(node);
    else if (Array.isArray(node)) node.forEach(walk);
    else if (node && typeof node === 'object' && 'children' in node) walk(node.children);
  };
  walk(screen.toJSON());
  return texts.join(' ');
}
