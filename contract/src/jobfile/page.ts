import { KIND_SCHEMAS, KINDS } from './test-kinds';

const BEGIN = '<!-- every kind of test: written by npm run docs from contract/src/jobfile/test-kinds.ts -->';
const END = '<!-- end -->';

/**
 * The page about the job file with the part on tests made anew from the schemas: what is documented is what is taken.
 */
export function jobFilePage(page: string): string {
  const [before, rest] = [page.slice(0, page.indexOf(BEGIN)), page.slice(page.indexOf(END))];
  const tests = KINDS.map(
    (kind) => `${KIND_SCHEMAS[kind].says}\n\n\`\`\`json\n${inLines(KIND_SCHEMAS[kind].example)}\n\`\`\`\n`,
  );
  return `${before}${BEGIN}\n\n${tests.join('\n')}\n${rest}`;
}

/** Conditions on one line, each reading on a line of its own. */
function inLines(example: object): string {
  const lists = Object.entries(example).filter((entry): entry is [string, unknown[]] => Array.isArray(entry[1]));
  const head = Object.entries(example)
    .filter(([, value]) => !Array.isArray(value))
    .map(([key, value]) => `"${key}": ${JSON.stringify(value)}`)
    .join(', ');
  const rows = lists.map(
    ([key, list]) => `  "${key}": [\n${list.map((one) => `    ${JSON.stringify(one)}`).join(',\n')}\n  ]`,
  );
  return `{ ${head},\n${rows.join(',\n')} }`;
}
