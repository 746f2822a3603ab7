import path from 'node:path';

/** A script of the project, which is TypeScript with modules of its own, loaded beside what Playwright compiles. */
export async function script<T>(name: string): Promise<T> {
  const { tsImport } = await import('tsx/esm/api');
  return (await tsImport(path.resolve(__dirname, '..', 'scripts', name), __filename)) as T;
}
