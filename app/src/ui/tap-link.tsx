import { type Href, Link } from 'expo-router';
import type { ReactElement } from 'react';
import { StyleSheet, type StyleProp, type ViewStyle } from 'react-native';
import { TouchableRipple } from 'react-native-paper';

interface Props {
  href: Href;
  children: ReactElement;
  style?: StyleProp<ViewStyle>;
  label?: string;
  current?: boolean;
}

/** Something that leads somewhere: a real link, so that Enter, a middle click and the browser's menu work on it. */
export function TapLink({ href, children, style, label, current = false }: Props) {
  return (
    // Link hands its child's style to the DOM as it is: a list of styles would not survive.
    <Link href={href} asChild>
      <TouchableRipple
        borderless
        style={StyleSheet.flatten(style)}
        {...(label ? { 'aria-label': label } : {})}
        {...(current ? { 'aria-current': 'page' as const } : {})}
      >
        {children}
      </TouchableRipple>
    </Link>
  );
}
