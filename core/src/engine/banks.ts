import { type Engine, layoutOf } from './engine';

/**
 * Which cylinders stand in which bank, each bank from the front. A vee or flat engine without a plan of its own is
 * counted across: first, third, fifth in one bank, the others facing them.
 */
export function banksOf(engine: Pick<Engine, 'layout' | 'cylinders' | 'banks'>): string[][] {
  if (engine.banks) return engine.banks;
  const layout = layoutOf(engine);
  if (layout === 'single' || layout === 'inline') return [engine.cylinders];
  return [engine.cylinders.filter((_, i) => i % 2 === 0), engine.cylinders.filter((_, i) => i % 2 === 1)];
}

/** Pairs that share a wall or a gasket: as given, else those that stand side by side in a bank. */
export function neighboursOf(
  engine: Pick<Engine, 'layout' | 'cylinders' | 'banks' | 'neighbours'>,
): [string, string][] {
  if (engine.neighbours) return engine.neighbours;
  return banksOf(engine).flatMap((bank) => bank.slice(1).map((id, i): [string, string] => [bank[i] as string, id]));
}

/** The cylinders that share a wall with `cylinder`. */
export function neighboursOfCylinder(
  engine: Pick<Engine, 'layout' | 'cylinders' | 'banks' | 'neighbours'>,
  cylinder: string,
): string[] {
  return neighboursOf(engine).flatMap(([a, b]) => (a === cylinder ? [b] : b === cylinder ? [a] : []));
}

/** The same for every cylinder at once. */
export function neighbourhoods(
  engine: Pick<Engine, 'layout' | 'cylinders' | 'banks' | 'neighbours'>,
): Map<string, string[]> {
  const beside = new Map(engine.cylinders.map((id): [string, string[]] => [id, []]));
  for (const [a, b] of neighboursOf(engine)) {
    beside.get(a)?.push(b);
    beside.get(b)?.push(a);
  }
  return beside;
}
