import type { Problem, RowAnswers, SentRow } from '@rugged/contract';
import { ROWS_AT_ONCE } from '@rugged/contract/bench';
import { asProblem, Refused, request } from '@/data/api';
import type { Entry } from './entry';

/** What became of an entry: its record at the server, or a refusal. */
export type Answered = { row: Record<string, unknown> } | { problem: Problem };

/** The server takes a body of 256 kB: letters of three bytes among them. */
const LONGEST_TOGETHER = 80_000;
const FOR_ITS_FORM = new Set([404, 413, 422]);
/** A photograph is larger than all else and has a door of its own. */
const goesAlone = ({ path }: Entry) => path === '/photos';

/** The first of these entries that go in one request. */
export function together(entries: readonly Entry[]): readonly Entry[] {
  const alone = entries.findIndex(goesAlone);
  if (alone === 0) return entries.slice(0, 1);
  let length = 0;
  const full = entries.findIndex(({ body }) => (length += JSON.stringify(body).length) > LONGEST_TOGETHER);
  const ends = [alone, full].filter((at) => at >= 0);
  return entries.slice(0, Math.max(1, Math.min(ROWS_AT_ONCE, ...ends)));
}

/**
 * Sends entries in order, several in one request.
 * @returns an answer for each, or for the first of them where the server stopped before the end
 * @throws NoSignal when nothing came back
 */
export async function sendRows(entries: readonly Entry[]): Promise<readonly Answered[]> {
  const [first] = entries;
  if (!first) return [];
  if (entries.length === 1) return [await answerTo(first)];
  const rows = entries.map(({ method, path, body }): SentRow => ({ method, path, body }));
  try {
    const { answers } = await request<RowAnswers>('POST', '/rows', { rows });
    return answers.map(({ status, body }) =>
      status < 400 ? { row: body as Record<string, unknown> } : { problem: asProblem(body, status) },
    );
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    // As a whole it is refused by a server of an earlier version, or for its form: the first is sent by itself.
    return [FOR_ITS_FORM.has(error.problem.status) ? await answerTo(first) : { problem: error.problem }];
  }
}

async function answerTo({ method, path, body }: Entry): Promise<Answered> {
  try {
    return { row: await request<Record<string, unknown>>(method, path, body) };
  } catch (error) {
    if (error instanceof Refused) return { problem: error.problem };
    throw error;
  }
}
