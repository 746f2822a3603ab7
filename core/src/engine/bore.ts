import type { Engine } from './engine';

/**
 * Whether its bores are plated: such a barrel is replaced, not bored. Nobody writes it on a sheet, so it goes by what is
 * usual: what is held in the hand, and two-strokes of today on snow, water and trails. Source: practice of the trade.
 */
export function platedBores({ cycle, family }: Pick<Engine, 'cycle' | 'family'>): boolean {
  if (family === 'handheld') return cycle === 'two-stroke';
  return cycle === 'two-stroke' && (family === 'powersports' || family === 'motorcycle');
}
