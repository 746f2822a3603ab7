import fs from 'node:fs';
import path from 'node:path';
import { ADDED_NAMES } from '@rugged/contract';

/** A stream has no end: it is enough that it began. */
export const isStream = (route: string): boolean => route === 'GET /changes/live';
export const firstOnly = (res: NodeJS.EventEmitter & { destroy(): void }, done: (e: null, body: string) => void) => {
  res.once('data', (piece: Buffer) => {
    done(null, String(piece));
    res.destroy();
  });
  res.once('end', () => done(null, ''));
};

/** Every route as the sources have it: `POST /jobs`, `GET /jobs/:id`. */
export function routes(): string[] {
  const at = path.join(__dirname, '..', 'src');
  const read = (file: string) => fs.readFileSync(path.join(at, file), 'utf8');
  const server = read('server.ts');
  const imports = new Map(
    [...server.matchAll(/import \{ ([^}]+) \} from '\.\/(http\/[\w-]+)'/g)].flatMap(([, names = '', file = '']) =>
      names.split(', ').map((name) => [name, `${file}.ts`] as const),
    ),
  );
  const mounted = [...server.matchAll(/routes\.use\((?:'([^']+)', )?.*?(\w+)(?:\(ear\))?\(store(?:, \w+)?\)\)/g)];
  const own = (text: string, mount: string) =>
    [...text.matchAll(/\.(get|post|patch|delete|put)\(\s*['`]([^'`]*)['`]/g)]
      .filter(([, , where = '']) => where.startsWith('/'))
      .flatMap(([, method = '', where = '']) => {
        const whole = `${mount}${where === '/' ? '' : where}`;
        const names = whole.includes('${name}') ? ADDED_NAMES.map((name) => whole.replace('${name}', name)) : [whole];
        return names.map((name) => `${method.toUpperCase()} ${name}`);
      });
  const mounts = mounted.flatMap(([, mount = '', name = '']) => {
    const file = imports.get(name);
    return file ? [[mount, file, name] as const] : [];
  });
  const found = mounts.flatMap(([mount, file, name]) => {
    const text = read(file);
    const from =
      text.indexOf(`export const ${name} `) >= 0
        ? text.indexOf(`export const ${name} `)
        : text.indexOf(`export function ${name}(`);
    const next = text.slice(from + 1).search(/\nexport (const|function) /);
    return own(next < 0 ? text.slice(from) : text.slice(from, from + 1 + next), mount);
  });
  return [...new Set([...found, 'GET /alive', 'GET /health'])].sort();
}
