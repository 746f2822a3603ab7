import type { TestKind } from '@rugged/core';
import { readDraft, writeDraft } from '@/data/draft';
import { inSession } from '@/data/recording';

type Aside<D> = Readonly<Record<string, { draft: D; at: number }>>;

/**
 * Goes from one place of a pad to another: what was typed and not kept at the first is set aside on this device, and
 * what was set aside at the second in the same session stands there again.
 *
 * @param draft nothing where nothing was typed
 */
export function goFrom<D>(
  kind: TestKind,
  key: string,
  [from, to]: readonly [string, string],
  draft: D | undefined,
): D | undefined {
  const { [from]: _, [to]: there, ...others } = readDraft<Aside<D>>(`${key}.aside`) ?? {};
  const now = Date.now();
  writeDraft(`${key}.aside`, draft === undefined ? others : { ...others, [from]: { draft, at: now } });
  return there && inSession(kind, there.at, now) ? there.draft : undefined;
}
