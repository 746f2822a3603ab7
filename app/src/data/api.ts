import type { FieldError, Problem } from '@rugged/contract';

/** The server did not answer: no signal, or nobody there. */
export class NoSignal extends Error {
  override readonly name = 'NoSignal';
}

/** The server answered with a refusal. */
export class Refused extends Error {
  override readonly name = 'Refused';

  constructor(readonly problem: Problem) {
    super(problem.title);
  }

  get fields(): FieldError[] {
    return this.problem.errors ?? [];
  }
}

/** Answers later than this count as no signal, so that a dying connection does not hold a mechanic up. */
const PATIENCE_MS = 15_000;

/**
 * One request to the API.
 * @throws NoSignal when nothing came back, Refused when the server said no
 */
export async function request<T>(
  method: 'GET' | 'POST' | 'PATCH' | 'DELETE',
  path: string,
  body?: unknown,
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      credentials: 'same-origin',
      signal: AbortSignal.timeout(PATIENCE_MS),
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }),
    });
  } catch {
    throw new NoSignal('There is no signal');
  }
  if (response.status === 204) return undefined as T;
  const answer: unknown = await response.json().catch(() => undefined);
  if (response.ok && answer !== undefined) return answer as T;
  throw new Refused(asProblem(answer, response.status));
}

export function asProblem(answer: unknown, status: number): Problem {
  const problem = answer as Partial<Problem> | undefined;
  return problem?.title
    ? (problem as Problem)
    : { type: 'about:blank', title: `The server answered ${status}`, status };
}
