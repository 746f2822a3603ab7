// Bundles the server and the command line with esbuild, when their sources are newer than the bundle.
import fs from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Plugin } from 'esbuild';
import { oneAtATime, projectDir } from './packages.mjs';
import { sourcesOf } from './sources.ts';

export type BundleName = 'rugged' | 'server' | 'shop' | 'prepare';
/** Of which package, and where it begins. */
const BUNDLES: Record<BundleName, { of: string; entry: string }> = {
  rugged: { of: 'cli', entry: 'cli/src/main.ts' },
  server: { of: 'server', entry: 'server/src/main.ts' },
  shop: { of: 'server', entry: 'server/src/shop-main.ts' },
  prepare: { of: 'demo', entry: 'demo/src/main.ts' },
};

/** @returns path of the ready bundle */
export const ensureBundle = (name: BundleName): Promise<string> => oneAtATime(name, () => bundle(name));

async function bundle(name: BundleName): Promise<string> {
  const { entry, of } = BUNDLES[name];
  const outfile = path.join(projectDir, 'dist', `${name}.mjs`);
  const sources = [...sourcesOf(of), 'package-lock.json'].map((source) => path.join(projectDir, source));
  if (newest(sources) > (fs.statSync(outfile, { throwIfNoEntry: false })?.mtimeMs ?? 0)) {
    const { build } = await import('esbuild');
    await build({
      entryPoints: [path.join(projectDir, entry)],
      outfile,
      bundle: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      sourcemap: name === 'server',
      packages: name === 'rugged' ? 'bundle' : 'external',
      logLevel: 'warning',
      // Our own packages are TypeScript sources: they go into the bundle, what npm installs stays outside the server's.
      plugins: [ownPackages],
      banner: REQUIRE,
    });
    const now = new Date();
    fs.utimesSync(outfile, now, now);
  }
  return outfile;
}

/** Bundled CommonJS packages ask for require. */
export const REQUIRE = {
  js: "import { createRequire as __cr } from 'node:module'; const require = __cr(import.meta.url);",
};

/** Esbuild finds our own packages by their sources. */
export const ownPackages: Plugin = {
  name: 'own-packages',
  setup(build) {
    build.onResolve({ filter: /^@rugged\// }, ({ path: specifier, kind }) =>
      build.resolve(path.join(projectDir, ...ownPath(specifier)), { kind, resolveDir: projectDir }),
    );
  },
};

/** A TypeScript module of bench/ as one that can be imported now: its address. */
export async function bundleBench(name: string): Promise<string> {
  const outfile = path.join(projectDir, '.cache', 'bench', `${name}.mjs`);
  const { build } = await import('esbuild');
  await build({
    entryPoints: [path.join(projectDir, 'bench', `${name}.ts`)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    logLevel: 'warning',
    plugins: [ownPackages],
    banner: REQUIRE,
  });
  return pathToFileURL(outfile).href;
}
export const loadBench = async <T>(name: string): Promise<T> => (await import(await bundleBench(name))) as T;

/**
 * The workers of the app, beside what Expo makes: they are ours, without React, and its tree shaking loses them.
 * @returns their names
 */
export async function bundleWorkers(): Promise<string[]> {
  const from = path.join(projectDir, 'app/src/workers');
  const names = fs.readdirSync(from).flatMap((file) => /^(.+)\.worker\.ts$/.exec(file)?.[1] ?? []);
  const { build } = await import('esbuild');
  await build({
    entryPoints: Object.fromEntries(names.map((name) => [name, path.join(from, `${name}.worker.ts`)])),
    outdir: path.join(projectDir, 'app/public/workers'),
    bundle: true,
    minify: true,
    platform: 'browser',
    format: 'iife',
    target: 'es2022',
    logLevel: 'warning',
    plugins: [ownPackages],
  });
  return names;
}

/** `@rugged/core/quantity` as core/src/quantity/index.ts. */
function ownPath(specifier: string): string[] {
  const [, name = '', subject] = specifier.split('/');
  return subject ? [name, 'src', subject, 'index.ts'] : [name, 'src', 'index.ts'];
}

/** Latest change below any of these paths, ms. */
export function newest(paths: readonly string[]): number {
  return Math.max(
    0,
    ...paths.map((p) => {
      const stat = fs.statSync(p, { throwIfNoEntry: false });
      if (!stat) return 0;
      if (!stat.isDirectory()) return stat.mtimeMs;
      return Math.max(stat.mtimeMs, newest(fs.readdirSync(p).map((name) => path.join(p, name))));
    }),
  );
}
