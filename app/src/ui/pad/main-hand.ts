import { useSyncExternalStore } from 'react';

export const HANDS = ['right', 'left'] as const;
export type MainHand = (typeof HANDS)[number];

const KEY = 'rugged.hand';
const listeners = new Set<() => void>();
let chosen: MainHand | undefined;

function read(): MainHand {
  try {
    return (chosen ??= localStorage.getItem(KEY) === 'left' ? 'left' : 'right');
  } catch {
    return (chosen = 'right');
  }
}

/** The thumb that works this device: keys and main button stand on its side. */
export const useMainHand = (): MainHand =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, read);

export function chooseMainHand(hand: MainHand): void {
  chosen = hand;
  try {
    localStorage.setItem(KEY, hand);
  } catch {
    // A device that keeps nothing goes by it until it is closed.
  }
  for (const listener of listeners) listener();
}
