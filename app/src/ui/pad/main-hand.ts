import { useSyncExternalStore } from 'react';
import { keepSetting, readSetting } from '../setting';

export const HANDS = ['right', 'left'] as const;
export type MainHand = (typeof HANDS)[number];

const KEY = 'rugged.hand';
const listeners = new Set<() => void>();
let chosen: MainHand | undefined;

const read = (): MainHand => (chosen ??= readSetting(KEY) === 'left' ? 'left' : 'right');

/** The thumb that works this device: keys and main button stand on its side. */
export const useMainHand = (): MainHand =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, read);

export function chooseMainHand(hand: MainHand): void {
  chosen = hand;
  keepSetting(KEY, hand);
  for (const listener of listeners) listener();
}
