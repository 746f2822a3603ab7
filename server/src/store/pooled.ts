import { type Client, escapeLiteral, type QueryResult } from 'pg';

type Callback = (error: Error | null, result?: QueryResult) => void;
type Query = (...args: unknown[]) => unknown;

const BEGINS = /^\s*(START TRANSACTION|BEGIN)/i;
const ENDS = /^\s*(COMMIT|ROLLBACK)(?! TO)/i;

/**
 * Behind a pooler that gives connections away between transactions nothing that a connection was told lasts longer
 * than one: each statement that stands alone becomes a transaction that begins with being told for whom it speaks, and
 * counts as done only when it was committed. Nothing is prepared under a name.
 *
 * @param told what the connection is told, by the names of the settings; nothing where nobody asks
 */
export function tellEachTransaction(client: Client, told: () => Readonly<Record<string, string>> | undefined): void {
  const plain = client.query.bind(client) as unknown as Query;
  let inside = false;
  const settings = () => {
    const all = Object.entries(told() ?? {}).map(
      ([name, value]) => `set_config(${escapeLiteral(name)}, ${escapeLiteral(value)}, true)`,
    );
    return all.length === 0 ? undefined : `SELECT ${all.join(', ')}`;
  };
  const run = (args: unknown[], done: Callback): void => {
    const [first] = args;
    const text = typeof first === 'string' ? first : (first as { text: string }).text;
    const tell = settings();
    if (BEGINS.test(text)) {
      inside = true;
      plain(...args, (error: Error | null, result?: QueryResult) => {
        if (error || tell === undefined) return done(error, result);
        plain(tell, (untold: Error | null) => done(untold, result));
      });
      return;
    }
    if (ENDS.test(text)) inside = false;
    else if (!inside && tell !== undefined) {
      const ended = (failed: Error | null, found?: QueryResult) =>
        plain(failed ? 'ROLLBACK' : 'COMMIT', (unended: Error | null) => done(failed ?? unended, found));
      plain(`BEGIN; ${tell}`, (untold: Error | null) => (untold ? ended(untold) : plain(...args, ended)));
      return;
    }
    plain(...args, done);
  };
  client.query = ((...args: unknown[]) => {
    const callback = typeof args.at(-1) === 'function' ? (args.pop() as Callback) : undefined;
    const unnamed = args.map((one) =>
      one !== null && typeof one === 'object' && 'name' in one ? { ...one, name: undefined } : one,
    );
    if (callback) return run(unnamed, callback);
    return new Promise((resolve, reject) => run(unnamed, (error, result) => (error ? reject(error) : resolve(result))));
  }) as Client['query'];
}
