/** What a package of ours is made of: itself and every other one of ours that it names among its dependencies. */
import fs from 'node:fs';
import path from 'node:path';
import { projectDir } from './packages.mjs';

const SCOPE = '@rugged/';

interface Manifest {
  dependencies?: Record<string, string>;
}

/** @returns names of folders, `name` first. @throws where there is no such package */
export function packagesOf(name: string, root = projectDir): string[] {
  const found = new Set<string>();
  const visit = (one: string): void => {
    if (found.has(one)) return;
    found.add(one);
    const manifest = JSON.parse(fs.readFileSync(path.join(root, one, 'package.json'), 'utf8')) as Manifest;
    for (const dependency of Object.keys(manifest.dependencies ?? {}))
      if (dependency.startsWith(SCOPE)) visit(dependency.slice(SCOPE.length));
  };
  visit(name);
  return [...found];
}

/** Folders below the project whose change makes the package another one. */
export const sourcesOf = (name: string): string[] => packagesOf(name).map((one) => `${one}/src`);
