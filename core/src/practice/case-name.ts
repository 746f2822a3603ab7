import { InputError } from '../quantity/input-error';
import { type Level, LEVELS } from './levels';

/** Words that are hard to mishear, so that a case can be given to somebody else across a bench. */
const FIRST = `
  alder amber basil birch bolt brine cedar chalk clay cliff clover coal copper coral cove dune dusk
  fern fjord flint fog frost gale ginger grove gull harbour hazel heath heron holly iron ivory jetty
  juniper kelp lark larch ledge lime loam maple marsh mist moor moss oak ochre olive otter pebble pine
  quartz reed ridge rowan rust sedge shale slate spruce thorn tide willow
`
  .trim()
  .split(/\s+/);
const SECOND = `
  anchor anvil apron arrow axle barrel basket beacon bell bench blade bobbin bottle bracket bridge
  broom brush bucket buoy cabin candle canoe chisel clamp compass crane cradle drum feather ferry file
  flask gate hammer handle hinge hook jack kettle kite ladder lamp latch lever mast needle oar paddle
  pail pulley rope saddle sail shovel sledge spade spindle spoke stove thimble trolley wagon wedge
  whistle
`
  .trim()
  .split(/\s+/);
export const CASES_A_LEVEL = FIRST.length * SECOND.length;

/** `7-dune-kite`. @param seed 0 up to `CASES_A_LEVEL` */
export const caseName = (level: Level, seed: number): string =>
  `${LEVELS.indexOf(level) + 1}-${FIRST[Math.floor(seed / SECOND.length)]}-${SECOND[seed % SECOND.length]}`;

/** @throws InputError at `case` for a name that no case has */
export function readCaseName(name: string): { level: Level; seed: number } {
  const [number, first = '', second = '', ...more] = name
    .trim()
    .toLowerCase()
    .split(/[-\s]+/);
  const level = LEVELS[Number(number) - 1];
  const [a, b] = [FIRST.indexOf(first), SECOND.indexOf(second)];
  if (!level || a < 0 || b < 0 || more.length > 0) throw new InputError('case', 'no-such-case', { name });
  return { level, seed: a * SECOND.length + b };
}

/** The case of a day, the same for everybody: a short one. @param day 2026-05-04 */
export function dailyCase(day: string): string {
  const at = Math.floor(Date.parse(`${day}T00:00:00Z`) / 86_400_000);
  const level = SHORT[at % SHORT.length] as Level;
  return caseName(level, (at * 2_654_435_761) % CASES_A_LEVEL);
}
const SHORT: readonly Level[] = ['one-low', 'wet', 'air', 'small', 'two-stroke', 'tester'];
