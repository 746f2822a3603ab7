import type { Inside, SeenInside } from '../jobfile/tests';
import { MEASURED_AS } from '../test-kinds/opened/inside';
import { fixed } from '../quantity/fixed';

export const INSIDE_NAME: Readonly<Record<Inside, string>> = {
  bore: 'bore',
  rings: 'rings',
  piston: 'piston',
  pin: 'piston pin',
  'small-end': 'small end',
  'big-end': 'big end',
  'intake-valve': 'intake valve',
  'exhaust-valve': 'exhaust valve',
  gasket: 'head gasket',
  head: 'head',
  reeds: 'reeds',
  seals: 'crank seals',
  crank: 'crank',
  case: 'crankcase',
};
const SEVERAL: ReadonlySet<Inside> = new Set(['rings', 'reeds', 'seals']);

export const SEEN_NAME: Readonly<Record<SeenInside, string>> = {
  good: 'good',
  worn: 'worn',
  scored: 'scored',
  broken: 'broken',
  burnt: 'burnt',
  loose: 'loose',
  stuck: 'stuck',
  carboned: 'coked up',
  corroded: 'corroded',
  warped: 'warped',
};
/** Where the trade has its own word for how a part is broken. */
const SAID: Readonly<Partial<Record<`${Inside} ${SeenInside}`, string>>> = {
  'intake-valve broken': 'bent or broken',
  'exhaust-valve broken': 'bent or broken',
  'intake-valve loose': 'loose in its guide',
  'exhaust-valve loose': 'loose in its guide',
  'gasket burnt': 'burnt through',
  'head broken': 'cracked',
  'case broken': 'cracked',
  'piston broken': 'broken or cracked',
};
/** How a part was seen: of a head that is broken `cracked`. */
export const seenAs = (part: Inside, seen: SeenInside): string => SAID[`${part} ${seen}`] ?? SEEN_NAME[seen];

/** `the bore of cyl 2 is scored`. @param of ` of cyl 2`, or nothing */
export function tellInside(
  { part, seen, mm, words }: { part: Inside; seen: SeenInside; mm?: number; words?: string },
  of = '',
): string {
  const size =
    mm === undefined ? '' : `, ${fixed(mm, 2)} mm ${MEASURED_AS[part] === 'out-of-true' ? 'out of true' : 'of play'}`;
  const own = words === undefined ? '' : ` (${words.replace(/[.\s]+$/, '')})`;
  return `the ${INSIDE_NAME[part]}${of} ${SEVERAL.has(part) ? 'are' : 'is'} ${seenAs(part, seen)}${size}${own}`;
}
