import { useWindowDimensions } from 'react-native';

/** What a pad may take of the screen. */
export interface Room {
  /** On its side: two columns. */
  side: boolean;
  /** Too low for a head of two lines and a dial of its own. */
  tight: boolean;
  /** So low that what informs least goes. */
  least: boolean;
}

/** A phone's browser shows 660 of its 844 points, a small one 560, and one on its side 330 to 430. */
const TIGHT = 720;
const LEAST = 600;
const SIDE = 500;

export function useRoom(): Room {
  const { width, height } = useWindowDimensions();
  const side = width > height && height < SIDE;
  return { side, tight: side || height < TIGHT, least: side || height < LEAST };
}
