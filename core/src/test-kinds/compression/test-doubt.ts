import { hoseFactor } from '../../air/cranking-pressure';
import type { Engine } from '../../engine/engine';
import { volumesOf } from '../../engine/volume';
import type { CompressionLimits } from '../../limits/limits';
import type { SchoolOf } from '../../jobfile/schools';
import type { CompressionTest } from '../../jobfile/tests';
import type { CrankingNote } from '../definition';
import { defined } from '../../quantity/defined';

/** A recorded condition that makes every cylinder read low on a sound engine. */
export interface TestDoubt {
  which: 'tester-without-valve' | 'throttle-closed' | 'slow-cranking' | 'weak-battery' | 'compression-release';
  /** The least share of the true reading that such a test may show, 0 to 1. */
  leastShare: number;
  crankingRpm?: number;
  /** What the battery fell to while it cranked. */
  volts?: number;
}

/**
 * A shut throttle starves the cylinder; a starter that labours loses a quarter; a release may let more than half go.
 */
const LEAST_SHARE = {
  'throttle-closed': 0.4,
  'slow-cranking': 0.75,
  'compression-release': 0.4,
  hoseUnknown: 0.5,
} as const;

/** The least share of the true reading that a test with the throttle shut, or through a hose, may show. */
export function leastShare(
  by: 'throttle-closed' | 'tester-without-valve',
  { tester }: CompressionTest,
  engine: Engine,
): number {
  if (by === 'throttle-closed') return LEAST_SHARE[by];
  const volumes = volumesOf(engine);
  return volumes && tester?.hoseVolumeCm3 !== undefined
    ? hoseFactor(volumes.sweptCm3, volumes.chamberCm3, tester.hoseVolumeCm3)
    : LEAST_SHARE.hoseUnknown;
}

/** Slower than this the rings and valves have time to leak, rev/min. */
function laboursBelowRpm(engine: Engine): number {
  if (engine.fuel === 'diesel') return 120;
  return engine.cycle === 'two-stroke' ? 200 : 150;
}

/** What was noted of the test that speaks against the test before it speaks against the engine. */
export function testDoubts(
  test: CompressionTest,
  engine: Engine,
  limits: CompressionLimits,
  throttleSchool: SchoolOf<'throttleSchool'>,
  note?: CrankingNote,
): TestDoubt[] {
  const doubts: TestDoubt[] = [];
  if (test.throttle === 'closed' && throttleSchool === 'wide-open' && engine.fuel !== 'diesel')
    doubts.push({ which: 'throttle-closed', leastShare: leastShare('throttle-closed', test, engine) });
  if (test.tester?.valveAtEngineEnd === false) {
    doubts.push({ which: 'tester-without-valve', leastShare: leastShare('tester-without-valve', test, engine) });
  }
  if (test.crankingRpm !== undefined && test.crankingRpm < laboursBelowRpm(engine)) {
    doubts.push({ which: 'slow-cranking', leastShare: LEAST_SHARE['slow-cranking'], crankingRpm: test.crankingRpm });
  }
  // A speed that was measured is believed before the volts that may explain it.
  if (note?.labours && test.crankingRpm === undefined)
    doubts.push(
      defined({ which: 'weak-battery' as const, leastShare: LEAST_SHARE['slow-cranking'], volts: note.volts }),
    );
  const releaseCounted = limits.source.kind === 'book' && limits.releaseActing;
  if (engine.compressionRelease === 'automatic' && !releaseCounted) {
    doubts.push({ which: 'compression-release', leastShare: LEAST_SHARE['compression-release'] });
  }
  return doubts;
}
