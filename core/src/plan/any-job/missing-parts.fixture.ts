import type { Engine } from '../..';

/** Words that speak of a part, and the engines that have none. */
export const MISSING_PARTS: Readonly<Record<string, readonly [(engine: Engine) => boolean, RegExp]>> = {
  valves: [({ cycle }) => cycle === 'two-stroke', /valves? |rocker|valve train|breather|oil filler|wrong stroke/i],
  coolant: [({ cooling }) => cooling === 'air', /coolant|radiator/i],
  'a head gasket': [({ headless }) => headless === true, /(?<!joint or )gasket|milled head/i],
  'a spark or a throttle': [({ fuel }) => fuel === 'diesel', /spark|throttle|ignition|carburettor/i],
  others: [({ cylinders }) => cylinders.length === 1, /all round|the others|other cylinders|next cylinder/i],
};

/** The tester has a valve of its own on every engine. */
const bare = (sentence: string) =>
  sentence.replace(/tester.{0,12}valve|valve at the (tester|engine)|no valve at/gi, '');

/** Which parts that this engine does not have a sentence speaks of. */
export const missingWords = (engine: Engine, sentence: string): string[] =>
  Object.entries(MISSING_PARTS).flatMap(([part, [lacks, words]]) =>
    lacks(engine) && words.test(bare(sentence)) ? [part] : [],
  );
