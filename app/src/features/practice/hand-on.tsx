import { type ReactNode, useEffect, useRef } from 'react';
import { useColours } from '@/ui/theme';
import { FACE, RADIUS, TOUCH } from '@/ui/tokens';

/** A key that counts for as long as it is held: with a finger, with the space bar, or with C wherever the focus is. */
export function HeldKey({
  held,
  disabled,
  onDown,
  onUp,
}: {
  held: boolean;
  disabled: boolean;
  onDown(): void;
  onUp(): void;
}) {
  const c = useColours();
  useHeldKeys(onDown, onUp);
  return (
    <button
      type="button"
      aria-label="Hold to crank"
      aria-pressed={held}
      disabled={disabled}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        onDown();
      }}
      onPointerUp={onUp}
      onPointerCancel={onUp}
      onContextMenu={(event) => event.preventDefault()}
      style={{
        minHeight: TOUCH.main + 8,
        width: '100%',
        border: `2px solid ${c.line}`,
        borderRadius: RADIUS,
        background: held ? c.ink : c.amber,
        color: held ? c.plate : c.onAmber,
        fontFamily: FACE.heavy,
        fontSize: 21,
        touchAction: 'none',
        userSelect: 'none',
        WebkitUserSelect: 'none',
        opacity: disabled ? 0.5 : 1,
      }}
    >
      {held ? 'It turns. Let go when the needle stands.' : 'Hold to crank'}
    </button>
  );
}

function useHeldKeys(down: () => void, up: () => void): void {
  const now = useRef({ down, up });
  useEffect(() => {
    now.current = { down, up };
  });
  useEffect(() => {
    const elsewhere = ({ target }: KeyboardEvent) =>
      target instanceof Element && target.closest('input, textarea, [role=dialog]') !== null;
    // A button that has the focus keeps its space bar.
    const onButton = ({ target }: KeyboardEvent) =>
      target instanceof Element && target.closest('a, [role=button], [role=link]') !== null;
    const counts = (event: KeyboardEvent) =>
      !elsewhere(event) && (event.key.toLowerCase() === 'c' || (event.key === ' ' && !onButton(event)));
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || !counts(event)) return;
      event.preventDefault();
      if (!event.repeat) now.current.down();
    };
    const release = (event: KeyboardEvent) => {
      if (event.key === ' ' || event.key.toLowerCase() === 'c') now.current.up();
    };
    addEventListener('keydown', press);
    addEventListener('keyup', release);
    return () => {
      removeEventListener('keydown', press);
      removeEventListener('keyup', release);
    };
  }, []);
}

/** Further than this is a pull, px. */
const PULLED = 60;

/** A cord that is pulled with a swipe, beside a button for those who do not swipe. */
export function Cord({ children, onPull }: { children: ReactNode; onPull(): void }) {
  const from = useRef<{ x: number; y: number }>(undefined);
  return (
    <div
      style={{ display: 'flex', flexDirection: 'column', flex: 1, touchAction: 'none' }}
      onPointerDown={({ clientX, clientY }) => {
        from.current = { x: clientX, y: clientY };
      }}
      onPointerUp={({ clientX, clientY }) => {
        const { x, y } = from.current ?? { x: clientX, y: clientY };
        from.current = undefined;
        if (Math.hypot(clientX - x, clientY - y) > PULLED) onPull();
      }}
    >
      {children}
    </div>
  );
}
