import type { JobFile } from '../jobfile/job-file';
import { readingsOf, type TestKind } from '../jobfile/tests';

/** Where an entry stood that was left out, as somebody at the bench would find it again. */
export type LeftOut =
  | { of: 'test'; kind: TestKind; cylinder?: string; figure?: string }
  | { of: 'book'; source: string; figure?: string }
  | { of: 'house-rules' | 'site'; figure?: string };

const IN_TEST = /^tests\[(\d+)\](?:\.(?:readings|samples)\[(\d+)\])?\.?(.*)$/;
const IN_BOOK = /^books\[(\d+)\]\.?(.*)$/;
const IN_PART = /^(houseRules|site)\.?(.*)$/;

/**
 * @param job as it was given: the path counts in it
 * @returns nothing for a path that leads to none of its entries
 */
export function leftOutOf(job: JobFile, field: string): LeftOut | undefined {
  const figureOf = (rest: string) => (rest === '' ? {} : { figure: rest });
  const [, test, reading, inTest = ''] = IN_TEST.exec(field) ?? [];
  if (test !== undefined) {
    const found = job.tests?.[Number(test)];
    if (!found) return undefined;
    const one = reading === undefined ? undefined : readingsOf(found)[Number(reading)];
    const cylinder = (one as { cylinder?: string } | undefined)?.cylinder;
    return { of: 'test', kind: found.kind, ...(cylinder === undefined ? {} : { cylinder }), ...figureOf(inTest) };
  }
  const [, book, inBook = ''] = IN_BOOK.exec(field) ?? [];
  if (book !== undefined) return { of: 'book', source: job.books?.[Number(book)]?.source ?? '', ...figureOf(inBook) };
  const [, part, inPart = ''] = IN_PART.exec(field) ?? [];
  if (part === undefined) return undefined;
  return { of: part === 'site' ? 'site' : 'house-rules', ...figureOf(inPart) };
}
