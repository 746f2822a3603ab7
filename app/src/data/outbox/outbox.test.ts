import { NoSignal, Refused } from '@/data/api';
import type { Entry, NewEntry } from './entry';
import { EntryStore } from './entry-store';
import { NotKept } from './not-kept';
import { Outbox } from './outbox';
import type { Answered } from './send';

let databases = 0;
const entry = (what: string): NewEntry => ({
  method: 'POST',
  path: '/readings',
  body: { id: what },
  jobId: 'job',
  what,
});

/** A server that answers row by row, and stops where it says "not now". */
const eachBy =
  (answer: (entry: Entry) => Promise<Record<string, unknown>>) =>
  async (entries: readonly Entry[]): Promise<Answered[]> => {
    const answers: Answered[] = [];
    for (const one of entries)
      try {
        answers.push({ row: await answer(one) });
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        answers.push({ problem: error.problem });
      }
    return answers;
  };

/** An outbox on a database of its own, with a server that can be made to fail. */
function outboxWith(answer: (what: string) => Promise<Record<string, unknown>>) {
  databases += 1;
  const name = `test-${databases}`;
  const sent: string[] = [];
  const store = new EntryStore(name);
  const again = (whole = answer) =>
    new Outbox({
      store,
      send: eachBy(async ({ body }) => {
        const what = String(body['id']);
        const row = await whole(what);
        sent.push(what);
        return row;
      }),
      exclusive: one(),
    });
  return { outbox: again(), sent, again, store };
}

/** What the browser's locks do: one at a time, the second is told no. */
function one() {
  let busy = false;
  return async (work: () => Promise<void>) => {
    if (busy) return false;
    busy = true;
    try {
      await work();
    } finally {
      busy = false;
    }
    return true;
  };
}

const PATIENCE_MS = 20_000;
jest.setTimeout(2 * PATIENCE_MS);

/** Waits for a state, however slow the machine is; the expectations after it say what was missing if it never comes. */
const until = async (reached: () => boolean) => {
  for (const end = Date.now() + PATIENCE_MS; !reached() && Date.now() < end;)
    await new Promise((resolve) => setTimeout(resolve, 5));
};
const idle = (outbox: Outbox) => !outbox.get().sending;
const settled = (outbox: Outbox) => until(() => idle(outbox) && outbox.get().entries.every((e) => e.problem));
const ok = () => Promise.resolve({});
const refusal = (status: number, extra: object = {}) => new Refused({ type: 't', title: 'No', status, ...extra });

afterEach(() => jest.restoreAllMocks());

test('entries are sent in order, once each', async () => {
  const { outbox, sent } = outboxWith(ok);
  outbox.signIn('ines');
  await Promise.all([outbox.keep([entry('a'), entry('b')]), outbox.keep([entry('c')])]);
  await outbox.flush();
  await settled(outbox);
  expect(sent).toEqual(['a', 'b', 'c']);
  expect(outbox.get().entries).toEqual([]);
});

test('without signal they stay, and a new start finds them', async () => {
  const { outbox, sent, again } = outboxWith(() => Promise.reject(new NoSignal()));
  outbox.signIn('ines');
  await outbox.keep([entry('a'), entry('b')]);
  await until(() => outbox.get().signal === 'off' && idle(outbox));
  expect(outbox.get()).toMatchObject({ signal: 'off', entries: [{ what: 'a' }, { what: 'b' }] });
  const restarted = again(ok);
  restarted.signIn('ines');
  await until(() => sent.length === 2 && restarted.get().entries.length === 0 && idle(restarted));
  expect(sent).toEqual(['a', 'b']);
  expect(restarted.get().entries).toEqual([]);
  outbox.signIn(undefined);
});

test('an answer that got lost on the way back is asked for again under the same id', async () => {
  let first = true;
  const { outbox, sent } = outboxWith((what) => {
    if (what === 'a' && first) {
      first = false;
      return Promise.reject(new NoSignal());
    }
    return ok();
  });
  outbox.signIn('ines');
  await outbox.keep([entry('a'), entry('b')]);
  await until(() => outbox.get().signal === 'off' && idle(outbox));
  await outbox.flush();
  await settled(outbox);
  expect(sent).toEqual(['a', 'b']);
});

test('a refused entry is kept with its reason and does not hold up the others', async () => {
  const { outbox, sent } = outboxWith((what) =>
    what === 'a' ? Promise.reject(refusal(422, { errors: [{ field: 'peak', reason: 'must not be negative' }] })) : ok(),
  );
  outbox.signIn('ines');
  await outbox.keep([entry('a'), entry('b')]);
  await until(() => idle(outbox) && outbox.get().entries.length === 1 && outbox.get().entries.every((e) => e.problem));
  expect(sent).toEqual(['b']);
  expect(outbox.get().entries).toMatchObject([{ what: 'a', problem: { errors: [{ field: 'peak' }] } }]);
  await outbox.discard([outbox.get().entries[0]?.seq ?? -1]);
  expect(outbox.get().entries).toEqual([]);
});

test('a conflict can be settled by sending on top of the other change', async () => {
  const versions: unknown[] = [];
  databases += 1;
  const outbox = new Outbox({
    store: new EntryStore(`test-${databases}`),
    exclusive: one(),
    send: eachBy(({ body }) => {
      versions.push(body['version']);
      return versions.length === 1 ? Promise.reject(refusal(409, { current: { version: 7 } })) : ok();
    }),
  });
  outbox.signIn('ines');
  await outbox.keep([
    { method: 'PATCH', path: '/jobs/j', body: { complaint: 'mine', version: 3 }, jobId: 'j', what: 'c' },
  ]);
  await until(() => idle(outbox) && outbox.get().entries.some((e) => e.problem));
  const [refused] = outbox.get().entries;
  await outbox.mend(refused?.seq ?? -1, { version: 7 });
  await until(() => idle(outbox) && outbox.get().entries.length === 0);
  expect(versions).toEqual([3, 7]);
  expect(outbox.get().entries).toEqual([]);
});

test.each([500, 503, 429])('a server that answers %p is asked again later', async (status) => {
  let asked = 0;
  const { outbox, sent } = outboxWith(() => {
    asked += 1;
    return Promise.reject(refusal(status));
  });
  outbox.signIn('ines');
  await outbox.keep([entry('a')]);
  await until(() => asked > 0 && idle(outbox));
  expect(sent).toEqual([]);
  expect(outbox.get().entries[0]?.problem).toBeUndefined();
  outbox.signIn(undefined);
});

test('signed out by the server: nothing is lost, signing in sends it', async () => {
  let signedIn = false;
  const { outbox, sent } = outboxWith(() => (signedIn ? ok() : Promise.reject(refusal(401))));
  outbox.signIn('ines');
  await outbox.keep([entry('a')]);
  await until(() => outbox.get().signal === 'signed-out' && idle(outbox));
  expect(outbox.get()).toMatchObject({ signal: 'signed-out', entries: [{ what: 'a' }] });
  signedIn = true;
  outbox.signIn('ines');
  await until(() => sent.length === 1 && idle(outbox));
  expect(sent).toEqual(['a']);
});

test('what somebody else entered waits for that person', async () => {
  const { outbox, again, sent } = outboxWith(() => Promise.reject(new NoSignal()));
  outbox.signIn('ines');
  await outbox.keep([entry('of ines')]);
  const later = again(ok);
  later.signIn('tolv');
  await later.load();
  await later.flush();
  expect(sent).toEqual([]);
  expect(later.get().entries).toMatchObject([{ what: 'of ines', personId: 'ines' }]);
  outbox.signIn(undefined);
});

test('many leave in batches, one refused in the middle stays, and the disk is read a few times only', async () => {
  const batches: number[] = [];
  databases += 1;
  const store = new EntryStore(`test-${databases}`);
  const read = jest.spyOn(store, 'all');
  const answered = eachBy(({ body }) => (body['id'] === '77' ? Promise.reject(refusal(422)) : ok()));
  const told: number[] = [];
  const outbox = new Outbox({
    store,
    exclusive: one(),
    send: (entries) => {
      batches.push(entries.length);
      return answered(entries);
    },
    onSent: (rows) => told.push(rows.length),
  });
  outbox.signIn('ines');
  await outbox.keep(Array.from({ length: 120 }, (_, at) => entry(String(at))));
  await until(() => idle(outbox) && outbox.get().entries.length === 1);
  expect(outbox.get().entries).toMatchObject([{ what: '77', problem: { status: 422 } }]);
  expect(batches).toEqual([50, 50, 20]);
  expect(told).toEqual([50, 49, 20]);
  expect(read.mock.calls.length).toBeLessThan(8);
  expect(await store.all()).toMatchObject([{ what: '77', problem: { status: 422 } }]);
});

test('a server that stops is sent the others, one that says "later" in the middle keeps the order', async () => {
  const sent: string[][] = [];
  databases += 1;
  let away = true;
  const outbox = new Outbox({
    store: new EntryStore(`test-${databases}`),
    exclusive: one(),
    send: (entries) => {
      const ids = entries.map(({ what }) => what);
      sent.push(ids);
      if (ids[0] === 'a') return Promise.resolve([{ row: {} }, { row: {} }]);
      const answers: Answered[] = away
        ? [{ row: {} }, { problem: refusal(503).problem }]
        : ids.map(() => ({ row: {} }));
      away = false;
      return Promise.resolve(answers);
    },
  });
  outbox.signIn('ines');
  await outbox.keep(['a', 'b', 'c', 'd', 'e'].map(entry));
  await until(() => idle(outbox) && outbox.get().signal === 'off');
  expect(outbox.get().entries.map(({ what, problem }) => [what, problem])).toEqual([
    ['d', undefined],
    ['e', undefined],
  ]);
  await outbox.flush();
  await settled(outbox);
  expect(sent).toEqual([
    ['a', 'b', 'c', 'd', 'e'],
    ['c', 'd', 'e'],
    ['d', 'e'],
  ]);
});

test('what another tab keeps meanwhile is found and sent', async () => {
  const { outbox, sent, store } = outboxWith(ok);
  outbox.signIn('ines');
  await outbox.load();
  await store.add([{ ...entry('of the other tab'), personId: 'ines', queuedAt: '' }]);
  await outbox.keep([entry('mine')]);
  await settled(outbox);
  expect(sent.sort()).toEqual(['mine', 'of the other tab']);
});

test('a full device says so, keeps what was there, and goes on when there is room', async () => {
  const { outbox, sent, store } = outboxWith(() => Promise.reject(new NoSignal()));
  outbox.signIn('ines');
  await outbox.keep([entry('a')]);
  const add = jest.spyOn(store, 'add').mockRejectedValueOnce(new DOMException('no room', 'QuotaExceededError'));
  await expect(outbox.keep([entry('b')])).rejects.toThrow(NotKept);
  expect(outbox.get()).toMatchObject({ full: true, entries: [{ what: 'a' }] });
  outbox.fullIsRead();
  expect(outbox.get().full).toBe(false);
  await outbox.keep([entry('b')]);
  expect(outbox.get()).toMatchObject({ full: false, entries: [{ what: 'a' }, { what: 'b' }] });
  expect(add).toHaveBeenCalledTimes(2);
  expect(sent).toEqual([]);
  outbox.signIn(undefined);
});
