import type { ReactNode } from 'react';
import { type StyleProp, View, type ViewStyle } from 'react-native';
import { useStyles } from './theme';
import { type Colours, LINE, RADIUS, SPACE } from './tokens';

interface Props {
  children: ReactNode;
  style?: StyleProp<ViewStyle>;
  /** A caution: an amber bar where the hand is. */
  hand?: boolean;
  label?: string;
}

/** The enamelled plate everything stands on. */
export function Plate({ children, style, hand = false, label }: Props) {
  const styles = useStyles(sheet);
  return (
    <View
      style={[styles.plate, hand && styles.hand, style]}
      {...(label ? { role: 'region' as const, 'aria-label': label } : {})}
      dataSet={{ print: 'whole' }}
    >
      {children}
    </View>
  );
}

const sheet = (c: Colours) => ({
  plate: {
    backgroundColor: c.plate,
    borderWidth: LINE,
    borderColor: c.line,
    borderRadius: RADIUS,
    padding: SPACE.padding,
  },
  hand: { borderLeftWidth: 12, borderLeftColor: c.amber },
});
