import { neighboursOfCylinder } from '../engine/banks';
import type { Engine } from '../engine/engine';
import { canHave, type FaultCause } from '../engine/faults';
import type { Fault } from '../jobfile/virtual';
import { InputError } from '../quantity/input-error';
import type { Leaks, VirtualCylinder } from './cylinder';

/** Holes at their grossest in a bore of 62 mm, mm. */
const GROSS_MM: Readonly<Partial<Record<FaultCause, { place: keyof Leaks; mm: number }>>> = {
  'rings-or-bore': { place: 'rings', mm: 2 },
  'piston-damage': { place: 'piston', mm: 4 },
  'intake-valve': { place: 'intakeValve', mm: 2.6 },
  'exhaust-valve': { place: 'exhaustValve', mm: 2.6 },
  'head-gasket-external': { place: 'gasketOutside', mm: 2.2 },
  'head-gasket-between': { place: 'gasketNeighbour', mm: 2.6 },
  'head-gasket-coolant': { place: 'gasketCoolant', mm: 1.8 },
};
/** Worn rings need turns and oil to seat. */
const UNSEATED = 1.4;
/** Carbon takes up to this share of the chamber. */
const CARBON_SHARE = 0.35;
/** A release that hangs holds its valve open so much longer, degrees. */
const RELEASE_HANGS = 25;
/** A lever holds its valve until here, degrees before top dead centre. */
const LEVER_UNTIL = 50;
const SEAL_LEAK_MM = { least: 0.03, more: 0.5 } as const;

/** The other side of a gasket that blows between two cylinders. */
export const otherSideOf = (engine: Engine, fault: Fault): string | undefined =>
  fault.with ?? neighboursOfCylinder(engine, fault.cylinder)[0];

/**
 * Sound cylinders with faults put in. A gasket between two leaks on both sides.
 * @param holes factor on what faults leak through
 * @throws InputError at `virtual.faults[i]` for a fault that this engine cannot have
 */
export function withFaults(
  engine: Engine,
  sound: readonly VirtualCylinder[],
  faults: readonly Fault[],
  holes = 1,
): VirtualCylinder[] {
  faults.forEach((fault, i) => {
    const field = `virtual.faults[${i}]`;
    if (!engine.cylinders.includes(fault.cylinder))
      throw new InputError(`${field}.cylinder`, 'no-such-cylinder', { cylinder: fault.cylinder });
    if (!canHave(engine, fault.cause))
      throw new InputError(`${field}.cause`, 'cannot-have-cause', { cause: fault.cause });
    if (fault.cause !== 'head-gasket-between') return;
    const other = otherSideOf(engine, fault);
    if (other === undefined || !neighboursOfCylinder(engine, fault.cylinder).includes(other))
      throw new InputError(`${field}.with`, 'no-such-neighbour', { cylinder: fault.cylinder });
  });
  return sound.map((cylinder) =>
    faults
      .filter(
        (fault) =>
          fault.cylinder === cylinder.id ||
          (fault.cause === 'head-gasket-between' && otherSideOf(engine, fault) === cylinder.id),
      )
      .reduce((so, fault) => faulty(so, fault, holes), cylinder),
  );
}

function faulty(cylinder: VirtualCylinder, { cause, severity }: Fault, holes: number): VirtualCylinder {
  const gross = GROSS_MM[cause];
  if (gross) {
    const mm = holes * gross.mm * severity * Math.sqrt(cylinder.boreMm / 62);
    const leaks = { ...cylinder.leaks, [gross.place]: Math.hypot(cylinder.leaks[gross.place], mm) };
    return {
      ...cylinder,
      leaks,
      ringsSeat: cause === 'rings-or-bore' ? cylinder.ringsSeat + UNSEATED * severity : cylinder.ringsSeat,
    };
  }
  if (cause === 'valve-train') return { ...cylinder, breathingMm2: cylinder.breathingMm2 * (1 - severity) ** 4 };
  if (cause === 'carbon') return { ...cylinder, chamberCm3: cylinder.chamberCm3 * (1 - CARBON_SHARE * severity) };
  if (cause === 'compression-release')
    return {
      ...cylinder,
      releaseUntil:
        cylinder.releaseUntil === undefined
          ? LEVER_UNTIL
          : Math.max(20, cylinder.releaseUntil - RELEASE_HANGS * severity),
    };
  return cylinder;
}

/** What a crankcase leaks through, mm. */
export function caseLeakMm(soundMm: number, severity: number): number {
  return severity > 0 ? Math.hypot(soundMm, SEAL_LEAK_MM.least + SEAL_LEAK_MM.more * severity) : soundMm;
}
