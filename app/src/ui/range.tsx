import { useColours } from './theme';
import { TOUCH } from './tokens';

interface Props {
  label: string;
  value: number;
  from: number;
  to: number;
  step: number;
  /** How the value is said. */
  says: string;
  onChange(value: number): void;
}

/** A figure that moves with the finger; with the arrows too. */
export function Range({ label, value, from, to, step, says, onChange }: Props) {
  const c = useColours();
  return (
    <input
      type="range"
      aria-label={label}
      aria-valuetext={says}
      min={from}
      max={to}
      step={step}
      value={Math.min(to, Math.max(from, value))}
      onChange={({ target }) => onChange(Number(target.value))}
      style={{ width: '100%', height: TOUCH.least, margin: 0, accentColor: c.amber, cursor: 'pointer' }}
    />
  );
}
