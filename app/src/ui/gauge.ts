export interface GaugeTick {
  at: number;
  name: string;
}

/** What any drawn gauge shows, whatever its shape. All figures in one unit. */
export interface GaugeShows {
  /** Where the needle stands, or nothing when there is no figure yet. */
  figure?: number;
  /** As it was typed. */
  shown: string;
  unit: string;
  fullScale: number;
  /** The limits, moved to where the engine stands. */
  min?: number;
  max?: number;
  /** What the oil's own volume may explain: from the dry reading up. */
  shade?: { from: number; to: number };
  /** What engines of its model read in this shop. */
  here?: { from: number; to: number };
  /** First stroke. */
  first?: number;
  others?: readonly GaugeTick[];
  /** This cylinder the last time. */
  lastTime?: number;
  /** A sensor's figure, asked for at every frame. */
  live?: () => number;
}

/** Marks a person can read: about as many numbered as wanted, four or five steps between. */
export function marksOf(fullScale: number, wanted: number): { major: number; minor: number } {
  const rough = fullScale / wanted;
  const power = 10 ** Math.floor(Math.log10(rough));
  const major = ([1, 2, 2.5, 5, 10].find((m) => m * power >= rough) ?? 10) * power;
  return { major, minor: major / (major / power === 2 || major / power === 2.5 ? 4 : 5) };
}

/** For the ear: what the gauge shows. */
export const gaugeWords = ({ shown, unit, min, others = [] }: GaugeShows): string =>
  [
    `Gauge, ${shown === '' ? 'no reading yet' : `${shown} ${unit}`}`,
    min === undefined ? '' : `minimum ${min.toFixed(0)}`,
    ...others.map((other) => `${other.name} ${other.at.toFixed(0)}`),
  ]
    .filter(Boolean)
    .join(', ');
