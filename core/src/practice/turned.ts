import { fromKPa } from '../quantity/pressure';
import { STROKES_PER_PULL } from '../virtual-engine';
import type { PracticeCase } from './case';
import { isPulled, mostStrokes, shownBy, testerOf, turnOver } from './engine-under-hands';
import type { Work } from './work';

/** How a compression gauge moves while the engine is turned, for as long as anybody would. */
export interface Turned {
  hz: number;
  /** The needle, in the gauge's unit, sample by sample. */
  needle: Float32Array;
  /** When each stroke, or pull, is over, s. */
  ends: number[];
  /** What it stands at then. */
  strokes: number[];
}

const HZ = 60;

/** The movement behind the reading that `act` makes of the same turning: its figures are those of it. */
export function turned(of: PracticeCase, work: Work, cylinder: string): Turned {
  const times: number[] = [];
  const shownKPa: number[] = [];
  const { cranked, random } = turnOver(of, work, { cylinder, strokes: mostStrokes(of) }, (seconds, _at, _kPa, at) => {
    times.push(seconds);
    shownKPa.push(at);
  });
  const tester = testerOf(of);
  const unit = tester?.unit ?? 'psi';
  const scatter = 1 + (of.hidden.nuisance.scatter ?? 0.008) * random.normal();
  const shown = shownBy(of);
  const stop = tester?.fullScale ?? Infinity;
  const strokes = cranked.strokes.map((kPa) => shown(kPa * scatter));
  const end = times.at(-1) ?? 0;
  const samples = new Float32Array(Math.ceil(end * HZ) + 1);
  let at = 0;
  for (let i = 0; i < samples.length; i += 1) {
    while (at < times.length - 1 && (times[at] as number) < i / HZ) at += 1;
    samples[i] = Math.min(stop, fromKPa((shownKPa[at] ?? 0) * scatter, unit));
  }
  const parts = isPulled(of) ? mostStrokes(of) * STROKES_PER_PULL : mostStrokes(of);
  const each = isPulled(of) ? STROKES_PER_PULL : 1;
  // Speed settles soon: each part takes its share of the time.
  const ends = strokes.map((_, i) => ((i + 1) * each * end) / parts);
  return { hz: HZ, needle: samples, ends, strokes };
}
