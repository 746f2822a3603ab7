import { isRuledOut, isShared, isTestFault, type TestFault } from '../causes/hypotheses';
import type { Belief } from '../causes/infer';
import type { JobFile } from '../jobfile/job-file';
import type { CompressionLimits } from '../limits/limits';
import type { DryMeasure } from '../test-kinds/compression/measure';
import type { Reason } from './reason';
import { explains, testDoubts } from '../test-kinds/compression/test-doubt';
import type { HouseRules } from '../jobfile/house-rules';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';
import type { Otherwise } from '../limits/schools';
import { namesOf } from '../causes/names';
import { crankingNote } from '../test-kinds/inspections';

/** A low cylinder is unproven while its test is likelier to blame than the engine. */

interface Draft extends DraftCylinder {
  reasons: Reason[];
}

/** Low and alike all round, in a test that was recorded as a poor one: the test is doubted before the engine. */
export function softenByTestDoubts(
  drafts: Draft[],
  measures: Map<string, DryMeasure>,
  job: JobFile,
  limits: CompressionLimits,
  rules: HouseRules,
): void {
  const minHere = limits.minHereKPa;
  if (minHere === undefined) return;
  const measured = drafts.filter((draft) => draft.compression);
  const everyOneLow = measured.every((draft) => (draft.compression?.probabilityBelowMin ?? 0) > 0.5);
  if (!everyOneLow) return;
  const note = crankingNote(job);
  for (const draft of measured) {
    const measure = measures.get(draft.id);
    if (draft.state !== 'low' || !measure || !draft.compression) continue;
    const estimate = draft.compression.estimateKPa;
    const doubt = testDoubts(measure.test, job.engine, limits, rules.throttleSchool, note).find((one) =>
      explains(one, estimate, minHere),
    );
    if (!doubt) continue;
    draft.state = 'unproven';
    draft.compression.state = 'unproven';
    const others: Otherwise[] =
      doubt.which === 'throttle-closed'
        ? [{ school: { matter: 'throttle', school: 'no-difference' }, state: 'low' }]
        : [];
    draft.reasons.unshift({ rule: 'test-doubted', doubt, ...(others.length > 0 ? { others } : {}) });
  }
}

/** The lowest of a row that one fault of the test explains reads at least this share of the highest. */
const ALIKE = 0.75;
/** Under this nothing is known well enough to blame the test. */
const CREDIBLE = 0.25;

/** Low, and a fault of the test is likelier than one of the engine: then nothing is proven yet. */
export function softenByLikelierTests(drafts: Draft[], belief: Belief): void {
  const read = drafts.flatMap(({ compression }) => compression?.readKPa ?? []);
  // What the whole test does, it does to all of them alike.
  const alike = Math.min(...read) >= ALIKE * Math.max(...read);
  for (const draft of drafts) {
    // What holds no air standing still is not the cranking's doing.
    if (draft.state !== 'low' || !draft.compression || draft.leakage?.state === 'low') continue;
    const odds = [...namesOf(belief, draft.id)];
    // What was noted is believed before it is doubted.
    const blamed = odds
      .filter(([name]) => isTestFault(name) && !isRuledOut(name, belief.conditions) && (alike || !isShared(name)))
      .sort((a, b) => b[1] - a[1]);
    const probability = blamed.reduce((sum, [, p]) => sum + p, 0);
    const engineProbability = odds.reduce((sum, [name, p]) => sum + (name === 'sound' || isTestFault(name) ? 0 : p), 0);
    const [top] = blamed;
    if (!top || probability <= engineProbability || probability < CREDIBLE) continue;
    draft.state = 'unproven';
    draft.compression.state = 'unproven';
    draft.reasons.unshift({
      rule: 'test-likelier',
      blame: top[0] as TestFault,
      probability: top[1],
      engineProbability,
    });
  }
}

/** From these odds on the high cylinder is the odd one out, and the one below it is sound. */
const HIGH_ONE = 0.6;
const REST_SOUND = 0.6;

/** Behind the others only because one of them stands high with carbon: the spread is missed by the high one. */
export function softenBesideHighOnes(drafts: Draft[], belief: Belief): void {
  const odds = new Map(drafts.map(({ id }) => [id, namesOf(belief, id)]));
  const high = drafts.find(({ id }) => (odds.get(id)?.get('carbon') ?? 0) >= HIGH_ONE);
  if (!high) return;
  for (const draft of drafts) {
    const onlySpread =
      draft.state === 'low' && draft.compression && draft.compression.state !== 'low' && draft.leakage?.state !== 'low';
    if (!onlySpread || draft === high || (odds.get(draft.id)?.get('sound') ?? 0) < REST_SOUND) continue;
    draft.state = 'watch';
    draft.reasons.unshift({ rule: 'beside-a-high-one', high: high.id });
  }
}
