import fs from 'node:fs';
import path from 'node:path';
import { packagesOf, sourcesOf } from '../sources.ts';

const root = path.resolve(__dirname, '../..');

/** Packages of ours that a folder's files import, whatever its manifest says. */
function imported(name: string): Set<string> {
  const files = fs
    .readdirSync(path.join(root, name, 'src'), { recursive: true })
    .map(String)
    .filter((file) => /\.tsx?$/.test(file) && !/\.(test|fixture)\.tsx?$/.test(file));
  const from = files.flatMap((file) => [
    ...fs.readFileSync(path.join(root, name, 'src', file), 'utf8').matchAll(/from '@rugged\/([a-z]+)/g),
  ]);
  return new Set(from.map(([, other]) => other as string));
}

test.each(['app', 'server', 'cli', 'demo'])('a change in any package that %s is made of makes it anew', (name) => {
  for (const one of packagesOf(name))
    for (const other of imported(one)) expect(sourcesOf(name)).toContain(`${other}/src`);
});

test('the web app is made of the pages too', () => {
  expect(sourcesOf('app')).toEqual(expect.arrayContaining(['app/src', 'pages/src', 'contract/src', 'core/src']));
});
