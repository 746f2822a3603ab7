/** A file that another app shared, or that was opened with this one, until it has its place. */
const ASIDE = 'shared';
const AT = '/shared-file';

const hasCaches = () => typeof caches !== 'undefined';

export async function readShared(): Promise<File | undefined> {
  const found = hasCaches() ? await (await caches.open(ASIDE)).match(AT) : undefined;
  if (!found) return undefined;
  const name = decodeURIComponent(found.headers.get('X-Name') ?? '') || 'file';
  return new File([await found.blob()], name, { type: found.headers.get('Content-Type') ?? '' });
}

export async function putAside(file: File): Promise<void> {
  const headers = { 'Content-Type': file.type, 'X-Name': encodeURIComponent(file.name) };
  await (await caches.open(ASIDE)).put(AT, new Response(file, { headers }));
}

export async function forgetShared(): Promise<void> {
  if (hasCaches()) await caches.delete(ASIDE);
}

/** What can be done with a file, by what it is. */
export type SharedKind = 'picture' | 'trace' | 'job-file' | 'unknown';

export function kindOfFile({ name, type }: Pick<File, 'name' | 'type'>): SharedKind {
  if (type.startsWith('image/')) return 'picture';
  if (type === 'text/csv' || /\.(csv|txt)$/i.test(name)) return 'trace';
  return type === 'application/json' || /\.json$/i.test(name) ? 'job-file' : 'unknown';
}
