import { readFileSync } from 'node:fs';
import { readJobFile } from '@rugged/contract/jobfile';
import { InputError } from '@rugged/core/quantity';
import { judge } from '@rugged/core/judgement';

/** Exit codes of the command: done, wrong input, not in this version. */
const DONE = 0;
const BAD_INPUT = 2;
const NOT_IN_THIS_VERSION = 3;

const USAGE = 'usage: rugged judge FILE    (FILE may be - for standard input)';

export interface Outcome { code: number; out?: string; err?: string }

type Command = (path: string) => unknown;

const COMMANDS: Readonly<Record<string, Command>> = {
  judge: (path) => judge(readJobFile(readText(path))),
};
/** Named by the format, written later. */
const LATER: readonly string[] = ['plan', 'decide', 'simulate', 'trace'];

/** Runs one command. Bad input never shows a stack, only one line with file, field and reason. */
export function rugged(args: readonly string[]): Outcome {
  const [name, path, ...rest] = args;
  if (name === undefined || name === '--help' || name === '-h') return { code: name === undefined ? BAD_INPUT : DONE, err: USAGE };
  if (LATER.includes(name)) return { code: NOT_IN_THIS_VERSION, err: `rugged: ${name} is not in this version` };
  const command = COMMANDS[name];
  if (!command) return { code: BAD_INPUT, err: `rugged: there is no command ${name}. ${USAGE}` };
  if (path === undefined || rest.length > 0) return { code: BAD_INPUT, err: USAGE };
  try {
    return { code: DONE, out: JSON.stringify(command(path), null, 2) };
  } catch (error) {
    if (error instanceof InputError) return { code: BAD_INPUT, err: oneLine(`${path}: ${error.field}: ${error.reason}`) };
    throw error;
  }
}

function readText(path: string): string {
  try {
    return readFileSync(path === '-' ? 0 : path, 'utf8');
  } catch (error) {
    throw new InputError('(file)', `cannot be read: ${(error as NodeJS.ErrnoException).code ?? (error as Error).message}`);
  }
}

const oneLine = (text: string) => text.replace(/\s+/g, ' ');
