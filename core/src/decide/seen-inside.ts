import type { SeenTrouble } from '../engine/faults';
import type { JudgedInspection } from '../test-kinds/inspection';

/** Which trouble of its own a part is that was found as it was. */
function troubleOf(one: JudgedInspection): SeenTrouble | undefined {
  if (one.state !== 'low') return undefined;
  if (one.of === 'bore' || one.of === 'taper' || one.of === 'ovality') return 'bore-past-rings';
  if (one.of === 'pin-clearance') return one.says[0] === 'pin-worn' ? 'small-end' : undefined;
  if (one.of !== 'opened') return undefined;
  switch (one.part) {
    case 'bore':
      return 'bore-past-rings';
    case 'intake-valve':
    case 'exhaust-valve':
      return one.seen === 'loose' ? 'valve-guides' : undefined;
    case 'pin':
    case 'small-end':
      return 'small-end';
    case 'big-end':
    case 'crank':
      return 'crank';
    case 'reeds':
      return 'reeds';
    case 'case':
      return 'case';
    case 'head':
      return one.seen === 'broken' ? 'head' : undefined;
    default:
      return undefined;
  }
}

/** Each once of each cylinder. */
export function troublesSeen(
  inspections: readonly JudgedInspection[],
): { cylinder: string | undefined; trouble: SeenTrouble }[] {
  const seen = new Map<string, { cylinder: string | undefined; trouble: SeenTrouble }>();
  for (const one of inspections) {
    const trouble = troubleOf(one);
    // A crank, a case and a head are there once.
    const cylinder =
      trouble === 'crank' || trouble === 'case' || trouble === 'head' ? undefined : (one.cylinder ?? undefined);
    if (trouble) seen.set(`${cylinder} ${trouble}`, { cylinder, trouble });
  }
  return [...seen.values()];
}
