import { useEffect, useRef } from 'react';
import { Platform } from 'react-native';

export type KeyMap = Readonly<Record<string, () => void>>;

/**
 * Keyboard commands of a screen, by `KeyboardEvent.key` (letters in lower case). Silent while somebody types into a
 * field or holds a modifier, so that the browser's own keys go on working.
 */
export function useKeys(keys: KeyMap, enabled = true): void {
  const current = useRef(keys);
  useEffect(() => {
    current.current = keys;
  });
  useEffect(() => {
    if (Platform.OS !== 'web' || !enabled) return undefined;
    const press = (event: KeyboardEvent) => {
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        event.defaultPrevented ||
        typing(event.target) ||
        dialogOpen()
      )
        return;
      // Enter and space belong to the button that has the focus.
      if ((event.key === 'Enter' || event.key === ' ') && onButton(event.target)) return;
      const command = current.current[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!command) return;
      event.preventDefault();
      command();
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  }, [enabled]);
}

const typing = (target: EventTarget | null) =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;
const onButton = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest('[role=button], [role=link], button, a') !== null;
const dialogOpen = () => document.querySelector('[role=dialog]') !== null;
