import type { SeenTrouble } from '../engine/faults';
import type { Inside } from '../jobfile/tests';
import type { JudgedInspection } from '../test-kinds/inspection';

/** Which trouble of its own a part is that was found as it was. */
function troubleOf(one: JudgedInspection): SeenTrouble | 'crank-seal' | undefined {
  if (one.state !== 'low') return undefined;
  if (one.of === 'bore' || one.of === 'taper' || one.of === 'ovality') return 'bore-past-rings';
  if (one.of === 'pin-clearance') return one.says[0] === 'pin-worn' ? 'small-end' : undefined;
  if (one.of !== 'opened') return undefined;
  const { part, seen } = one;
  if (part === 'intake-valve' || part === 'exhaust-valve') return seen === 'loose' ? 'valve-guides' : undefined;
  if (part === 'head') return seen === 'broken' ? 'head' : undefined;
  return OF_PART[part];
}

const OF_PART: Readonly<Partial<Record<Inside, SeenTrouble | 'crank-seal'>>> = {
  bore: 'bore-past-rings',
  pin: 'small-end',
  'small-end': 'small-end',
  'big-end': 'crank',
  crank: 'crank',
  reeds: 'reeds',
  seals: 'crank-seal',
  case: 'case',
};

/** Each once of each cylinder. */
export function troublesSeen(
  inspections: readonly JudgedInspection[],
): { cylinder: string | undefined; trouble: SeenTrouble | 'crank-seal' }[] {
  const seen = new Map<string, { cylinder: string | undefined; trouble: SeenTrouble | 'crank-seal' }>();
  for (const one of inspections) {
    const trouble = troubleOf(one);
    // A crank, a case and a head are there once.
    const cylinder =
      trouble === 'crank' || trouble === 'case' || trouble === 'head' ? undefined : (one.cylinder ?? undefined);
    if (trouble) seen.set(`${cylinder} ${trouble}`, { cylinder, trouble });
  }
  return [...seen.values()];
}
