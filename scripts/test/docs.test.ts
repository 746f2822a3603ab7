import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const root = path.resolve(__dirname, '../..');
const pages = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync(path.join(root, 'docs'), { recursive: true })
    .map((file) => path.join('docs', String(file)))
    .filter((file) => file.endsWith('.md')),
];
const text = (page: string) => readFileSync(path.join(root, page), 'utf8');
const FOLDERS = 'core|contract|server|app|cli|demo|e2e|bench|scripts|docs';

/** Paths in backticks that begin with a folder of the project; what stands for any name is left out. */
const pathsIn = (page: string): string[] =>
  [...text(page).matchAll(new RegExp(`\`((?:${FOLDERS})/[^\`\\s]*)\``, 'g'))]
    .map(([, file = '']) => file)
    .filter((file) => !/[<>*{…]/.test(file));
/** What a link leads to, from where the page is. */
const linksIn = (page: string): string[] =>
  [...text(page).matchAll(/\]\(([^)#:]+)\)/g)].map(([, to = '']) => path.join(path.dirname(page), to));

test.each(pages)('%s names and links only what is there', (page) => {
  const gone = [...pathsIn(page), ...linksIn(page)].filter((file) => !existsSync(path.join(root, file)));
  expect(gone).toEqual([]);
});

test.each(['adding-a-test-kind', 'adding-a-record', 'adding-a-place'])('%s names the files to touch', (page) => {
  expect(pathsIn(`docs/how-to/${page}.md`).length).toBeGreaterThan(4);
});

test('a kind of test takes at most six files', () => {
  expect(text('docs/how-to/adding-a-test-kind.md').match(/^\d\. \*\*/gm)).toHaveLength(6);
});

test('every command that a page tells to run is there', () => {
  const { scripts } = JSON.parse(text('package.json')) as { scripts: Record<string, string> };
  const told = pages.flatMap((page) =>
    [...text(page).matchAll(/npm run (?:-s )?([a-z][a-z:-]*)/g)].map(([, name = '']) => name),
  );
  expect(told.length).toBeGreaterThan(5);
  expect(told.filter((name) => !(name in scripts))).toEqual([]);
});

test('the floors of core are those of the folder, the page and the lint rule', () => {
  const folders = readdirSync(path.join(root, 'core/src'), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map(({ name }) => name)
    .sort();
  const drawn = [...text('docs/architecture.md').matchAll(/^\| `([a-z-]+)` \|/gm)].map(([, name = '']) => name).sort();
  // oxlint-disable-next-line typescript/no-require-imports
  const { forbidden } = require('../../.dependency-cruiser.cjs') as { forbidden: { name: string }[] };
  const ruled = forbidden.flatMap(({ name }) => /^core\/(?!tests)(.+)$/.exec(name)?.[1] ?? []).sort();
  expect(drawn).toEqual(folders);
  expect(ruled).toEqual(folders);
});

test('every decision has a status and what was turned down', () => {
  for (const page of pages.filter((one) => one.startsWith('docs/decisions'))) {
    expect([page, text(page)]).toEqual([page, expect.stringMatching(/\nStatus: (.|\n)*\nTurned down: /)]);
  }
});
