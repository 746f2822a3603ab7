import { createReadStream, readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { readForJudging, readJobFile } from '@rugged/contract/jobfile';
import { PAGE_KINDS, type PageKind } from '@rugged/contract/page';
import { judge } from '@rugged/core/plan';
import { InputError, PRESSURE_UNITS, type PressureUnit } from '@rugged/core/quantity';
import { report } from '@rugged/core/report';

/** Exit codes of the command: done, wrong input. */
const DONE = 0;
const BAD_INPUT = 2;

const USAGE =
  'usage: rugged judge FILE | rugged plan FILE | rugged decide FILE | rugged simulate FILE | rugged page FILE ' +
  '[--for owner|buyer|second-opinion|proof|machine-shop|baseline] | rugged trace FILE.csv ' +
  '[--unit psi|kPa|bar|kgf/cm2]    (FILE may be - for standard input)';

export interface Outcome {
  code: number;
  out?: string;
  err?: string;
}

/** How a file's text is had: by its path, or `-` for standard input. */
export type ReadText = (path: string) => string;

interface Options {
  unit?: PressureUnit;
  /** Whom a page is for. */
  reader?: PageKind;
  readText: ReadText;
}
type Command = (path: string, options: Options) => unknown;

function judged(text: string) {
  const { job, leftOut } = readForJudging(text);
  return report(judge(job, leftOut));
}

const COMMANDS: Readonly<Record<string, Command>> = {
  judge: (path, { readText }) => judged(readText(path)),
  plan: (path, { readText }) => ({ next: judged(readText(path)).next }),
  decide: async (path, { readText }) => {
    const job = readJobFile(readText(path));
    const [{ decide }, { cylinderName, tellAnswer }] = await Promise.all([
      import('@rugged/core/decide'),
      import('@rugged/pages'),
    ]);
    const { input, ...decided } = decide(job);
    const nameOf = (cylinder: string) => cylinderName(job, cylinder);
    const text = tellAnswer(decided.answer, { currency: input.currency, nameOf });
    return { ...decided, answer: { ...decided.answer, text } };
  },
  // Plain text, not JSON.
  page: async (path, { readText, reader }) => (await import('./page')).pageOf(readText(path), reader),
  simulate: async (path, { readText }) =>
    (await import('@rugged/core/virtual-engine')).simulate(readJobFile(readText(path))),
  // Only a trace needs the CSV parser: the other commands start without it.
  trace: async (path, { unit }) =>
    (await import('@rugged/contract/trace')).readTrace(
      path === '-' ? process.stdin : createReadStream(path),
      unit ? { unit } : {},
    ),
};

/** Runs one command. Bad input never shows a stack, only one line with file, field and reason. */
export async function rugged(args: readonly string[], readText: ReadText = textOf): Promise<Outcome> {
  const asked = read(args);
  if (!asked) return { code: BAD_INPUT, err: USAGE };
  const {
    words: [name, path, ...rest],
    unit,
    reader,
  } = asked;
  if (name === undefined || asked.help) return { code: asked.help ? DONE : BAD_INPUT, err: USAGE };
  const command = COMMANDS[name];
  if (!command) return { code: BAD_INPUT, err: `rugged: there is no command ${name}. ${USAGE}` };
  if (path === undefined || rest.length > 0) return { code: BAD_INPUT, err: USAGE };
  if (unit !== undefined && !isUnit(unit))
    return { code: BAD_INPUT, err: `rugged: --unit: must be one of ${PRESSURE_UNITS.join(', ')}` };
  if (reader !== undefined && !isReader(reader))
    return { code: BAD_INPUT, err: `rugged: --for: must be one of ${PAGE_KINDS.join(', ')}` };
  try {
    const given = { readText, ...(unit === undefined ? {} : { unit }), ...(reader === undefined ? {} : { reader }) };
    const made = await command(path, given);
    return { code: DONE, out: typeof made === 'string' ? made : JSON.stringify(made, null, 2) };
  } catch (error) {
    if (error instanceof InputError)
      return { code: BAD_INPUT, err: oneLine(`${path}: ${error.field}: ${error.reason}`) };
    throw error;
  }
}

function read(args: readonly string[]): { words: string[]; unit?: string; reader?: string; help: boolean } | undefined {
  try {
    const { positionals, values } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: { unit: { type: 'string' }, for: { type: 'string' }, help: { type: 'boolean', short: 'h' } },
    });
    return {
      words: positionals,
      help: values.help === true,
      ...(values.unit === undefined ? {} : { unit: values.unit }),
      ...(values.for === undefined ? {} : { reader: values.for }),
    };
  } catch {
    return undefined;
  }
}

const isReader = (text: string): text is PageKind => (PAGE_KINDS as readonly string[]).includes(text);
const isUnit = (text: string): text is PressureUnit => (PRESSURE_UNITS as readonly string[]).includes(text);

function textOf(path: string): string {
  try {
    return readFileSync(path === '-' ? 0 : path, 'utf8');
  } catch (error) {
    throw new InputError('(file)', 'cannot-be-read', {
      why: (error as NodeJS.ErrnoException).code ?? (error as Error).message,
    });
  }
}

const oneLine = (text: string) => text.replace(/\s+/g, ' ');
