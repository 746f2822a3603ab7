import type { ReactNode } from 'react';
import { ActivityIndicator, type StyleProp, StyleSheet, Text, View, type ViewStyle } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import Icon from './icon';
import type { IconName } from './icon-paths';
import { useColours } from './theme';
import { FACE, LINE, RADIUS, SIZE, TOUCH } from './tokens';

interface Props {
  children: ReactNode;
  onPress(): void;
  /** `main`: the one thing next. `ground`: on the petrol ground, off the plates. */
  kind?: 'main' | 'plain' | 'ground' | 'chosen';
  icon?: IconName;
  disabled?: boolean;
  busy?: boolean;
  label?: string;
  tall?: boolean;
  /** For one of several: whether this is the chosen one. */
  pressed?: boolean;
  /** -1: reached with the arrows of its group, not with Tab. */
  tabIndex?: 0 | -1;
  style?: StyleProp<ViewStyle>;
}

export function Button({
  children,
  onPress,
  kind = 'plain',
  icon,
  disabled = false,
  busy = false,
  label,
  tall = kind === 'main',
  pressed,
  tabIndex,
  style,
}: Props) {
  const c = useColours();
  const ink = { main: c.onAmber, plain: c.ink, ground: c.onGround, chosen: c.plate }[kind];
  const fill = { main: c.amber, plain: 'transparent', ground: 'transparent', chosen: c.ink }[kind];
  const edge = kind === 'ground' ? c.onGround : c.line;
  const dimmed = disabled || busy;
  return (
    <TouchableRipple
      onPress={onPress}
      disabled={dimmed}
      borderless
      role="button"
      {...(label ? { 'aria-label': label } : {})}
      aria-disabled={dimmed}
      aria-busy={busy}
      {...(tabIndex === undefined ? {} : { tabIndex })}
      {...(pressed === undefined ? {} : { 'aria-pressed': pressed })}
      style={[
        styles.button,
        { backgroundColor: fill, borderColor: edge, minHeight: tall ? TOUCH.main : TOUCH.least, minWidth: TOUCH.least },
        disabled && styles.disabled,
        style,
      ]}
    >
      <View style={styles.inside}>
        {busy ? (
          <ActivityIndicator size={20} color={ink} aria-hidden />
        ) : icon ? (
          <Icon name={icon} size={22} color={ink} />
        ) : null}
        <Text
          style={[
            styles.text,
            {
              color: ink,
              fontSize: kind === 'main' && tall ? 21 : SIZE.button,
              fontFamily: kind === 'main' ? FACE.heavy : FACE.strong,
            },
          ]}
        >
          {children}
        </Text>
      </View>
    </TouchableRipple>
  );
}

/** A square button that is only a picture; its label is for the ear. */
export function IconButton({
  icon,
  label,
  onPress,
  ground = false,
}: {
  icon: IconName;
  label: string;
  onPress(): void;
  ground?: boolean;
}) {
  const c = useColours();
  return (
    <TouchableRipple onPress={onPress} borderless role="button" aria-label={label} style={styles.square}>
      <View style={styles.inside}>
        <Icon name={icon} size={28} color={ground ? c.onGround : c.ink} />
      </View>
    </TouchableRipple>
  );
}

const styles = StyleSheet.create({
  button: { borderWidth: LINE, borderRadius: RADIUS, paddingHorizontal: 12, justifyContent: 'center' },
  disabled: { opacity: 0.45 },
  inside: { flexDirection: 'row', alignItems: 'center', justifyContent: 'center', gap: 8, flexGrow: 1 },
  text: { textAlign: 'center', flexShrink: 1, minWidth: 0 },
  square: {
    width: TOUCH.least,
    height: TOUCH.least,
    borderRadius: RADIUS,
    alignItems: 'center',
    justifyContent: 'center',
  },
});
