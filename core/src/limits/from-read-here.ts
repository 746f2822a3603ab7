import type { ReadHereLimit } from '../jobfile/read-here';

/** No engine is low for standing less than this share under the middle of its like. */
const LEAST_BELOW = 0.1;

/**
 * The lowest that still belongs to engines of which one in ten reads under `fromKPa`: twice as far under their middle,
 * where of a hundred that vary by chance one would lie; a tenth under the middle at least, however alike they are.
 *
 * @returns kPa gauge, as read here
 * @example fenceOf({ fromKPa: 1020, medianKPa: 1055, ... }) // 949.5
 */
export const fenceOf = ({ fromKPa, medianKPa }: Pick<ReadHereLimit, 'fromKPa' | 'medianKPa'>): number =>
  Math.max(0, Math.min(medianKPa - 2 * (medianKPa - fromKPa), (1 - LEAST_BELOW) * medianKPa));
