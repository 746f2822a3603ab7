import type { ReactNode } from 'react';
import { type StyleProp, Text as NativeText, type TextStyle } from 'react-native';
import { useColours } from './theme';
import { type Colours, FACE, SIZE } from './tokens';

interface Props {
  children: ReactNode;
  style?: StyleProp<TextStyle>;
  colour?: keyof Colours;
  lines?: number;
}

const common = (lines: number | undefined) => (lines === undefined ? {} : { numberOfLines: lines });

/** Running text. */
export function Words({ children, style, colour = 'ink', lines }: Props) {
  const colours = useColours();
  return (
    <NativeText
      {...common(lines)}
      style={[{ fontFamily: FACE.body, fontSize: SIZE.body, lineHeight: 21, color: colours[colour] }, style]}
    >
      {children}
    </NativeText>
  );
}

export function Strong({ children, style, colour = 'ink', lines }: Props) {
  const colours = useColours();
  return (
    <NativeText
      {...common(lines)}
      style={[{ fontFamily: FACE.heavy, fontSize: SIZE.body, lineHeight: 21, color: colours[colour] }, style]}
    >
      {children}
    </NativeText>
  );
}

/** Small capitals over a plate's content. */
export function Label({ children, style, colour = 'dim', lines }: Props) {
  const colours = useColours();
  return (
    <NativeText
      {...common(lines)}
      style={[
        {
          fontFamily: FACE.heavy,
          fontSize: SIZE.label,
          letterSpacing: 0.8,
          textTransform: 'uppercase',
          color: colours[colour],
        },
        style,
      ]}
    >
      {children}
    </NativeText>
  );
}

/** A heading, so that screen readers can jump to it. */
export function Title({ children, style, colour = 'ink', lines, level = 2 }: Props & { level?: 1 | 2 | 3 }) {
  const colours = useColours();
  return (
    <NativeText
      {...common(lines)}
      role="heading"
      aria-level={level}
      style={[{ fontFamily: FACE.heavy, fontSize: SIZE.title, lineHeight: 26, color: colours[colour] }, style]}
    >
      {children}
    </NativeText>
  );
}

/** A decimal point takes no more room than it needs, though the face gives every sign the same. */
function narrowPoint(children: ReactNode): ReactNode {
  if (typeof children !== 'string' || !children.includes('.')) return children;
  return children.split('.').flatMap((part, i) =>
    i === 0
      ? [part]
      : [
          <NativeText key={i} style={{ letterSpacing: '-0.32em' as unknown as number }}>
            .
          </NativeText>,
          part,
        ],
  );
}

/** A figure in the instrument face. The percent sign and units belong into Words. */
export function Figure({ children, style, colour = 'ink', lines }: Props) {
  const colours = useColours();
  return (
    <NativeText
      {...common(lines)}
      style={[
        { fontFamily: FACE.instrument, fontSize: SIZE.small, letterSpacing: -0.3, color: colours[colour] },
        style,
      ]}
    >
      {narrowPoint(children)}
    </NativeText>
  );
}
