import { View } from 'react-native';
import { useColours } from './theme';
import { FACE, LINE, RADIUS, TOUCH } from './tokens';
import { Label } from './words';

/** A day, by the browser's own picker: `YYYY-MM-DD`, or nothing. */
export function DayField({ label, value, onChange }: { label: string; value: string; onChange(day: string): void }) {
  const c = useColours();
  return (
    <View style={{ gap: 3, flexGrow: 1, flexShrink: 1, minWidth: 150 }}>
      <Label>{label}</Label>
      <input
        type="date"
        aria-label={label}
        value={value}
        onChange={({ target }) => onChange(target.value)}
        style={{
          minHeight: TOUCH.least,
          boxSizing: 'border-box',
          borderRadius: RADIUS,
          border: `${LINE}px solid ${c.line}`,
          padding: '0 12px',
          fontSize: 18,
          fontFamily: FACE.strong,
          color: c.ink,
          backgroundColor: c.plate,
          colorScheme: 'light dark',
        }}
      />
    </View>
  );
}
