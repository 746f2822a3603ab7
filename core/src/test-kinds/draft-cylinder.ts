import type { State } from '../jobfile/state';
import type { StrokeReading } from '../reading/strokes';
import type { JudgedCompression, JudgedWet } from './compression/judged';
import type { JudgedLeakage } from './leakdown/judged';

/** What each test found on one cylinder, and the state it adds up to. */
export interface DraftCylinder {
  id: string;
  state: State;
  compression: JudgedCompression | null;
  leakage: JudgedLeakage | null;
  wet: JudgedWet | null;
  strokes: StrokeReading | null;
}
