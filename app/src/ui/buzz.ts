import { keepSetting, readSetting } from './setting';

const KEY = 'rugged.buzz';
/** Long enough to be felt through a glove, ms. */
const KEPT_MS = 35;

export const buzzes = (): boolean => readSetting(KEY) !== 'off';
export const chooseBuzz = (on: boolean): void => keepSetting(KEY, on ? 'on' : 'off');

/** A reading is kept: felt, where the phone can and nobody switched it off. */
export function buzz(): void {
  if (typeof navigator !== 'undefined' && 'vibrate' in navigator && buzzes()) navigator.vibrate(KEPT_MS);
}
