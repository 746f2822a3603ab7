import { useEffect, useRef } from 'react';

/** A needle has weight: it covers this share of its way a millisecond. */
const QUICKNESS = 1 / 45;

/**
 * Moves something drawn at every frame towards a figure. Only its style changes, nothing is rendered again for it.
 *
 * @param aim where it should stand, asked for at every frame
 * @param place puts the element there
 * @returns the ref of the element
 */
export function useMoving<T>(aim: () => number, place: (element: HTMLElement, at: number) => void) {
  const element = useRef<T>(null);
  const now = useRef({ aim, place });
  useEffect(() => {
    now.current = { aim, place };
  });
  useEffect(() => {
    const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
    let at = now.current.aim();
    let before = performance.now();
    let frame = requestAnimationFrame(function move(time) {
      const to = now.current.aim();
      at = still ? to : at + (to - at) * (1 - Math.exp(-(time - before) * QUICKNESS));
      before = time;
      if (element.current) now.current.place(element.current as unknown as HTMLElement, at);
      frame = requestAnimationFrame(move);
    });
    return () => cancelAnimationFrame(frame);
  }, []);
  return element;
}
