import type { PlugLook } from '@rugged/contract';
import { View } from 'react-native';
import Svg, { Circle, G, Path, Rect } from 'react-native-svg';
import { useColours } from '@/ui/theme';

export const PLUG_WORD: Readonly<Record<PlugLook, string>> = {
  tan: 'Tan, dry',
  white: 'White, blistered',
  sooty: 'Black, dry soot',
  oily: 'Black, oily',
  wet: 'Wet with fuel',
  worn: 'Electrode worn',
  damaged: 'Electrode bent or broken',
  bridged: 'Gap bridged',
};
export const PLUG_SAYS: Readonly<Record<PlugLook, string>> = {
  tan: 'burns as it should',
  white: 'lean, or too hot a plug',
  sooty: 'rich, or too cold a plug',
  oily: 'oil past rings or guides',
  wet: 'fuel comes, spark does not',
  worn: 'old: the gap is wide',
  damaged: 'something was in there: look at the piston',
  bridged: 'carbon or a two-stroke ash bridge',
};
/** Insulator nose and what lies on it. Colours of things, not of states: alike by day and night. */
const NOSE: Readonly<Record<PlugLook, string>> = {
  tan: '#C9A26B',
  white: '#F3F0EA',
  sooty: '#3A3733',
  oily: '#24211D',
  wet: '#9FA9A6',
  worn: '#C4A983',
  damaged: '#CDBB9F',
  bridged: '#8C8375',
};

/** The firing end of a plug as it came out. */
export function PlugDrawing({ look, size = 76 }: { look: PlugLook; size?: number }) {
  const c = useColours();
  const line = { stroke: c.ink, strokeWidth: 2, strokeLinejoin: 'round' } as const;
  return (
    <View aria-hidden style={{ width: size, height: size }}>
      <Svg width={size} height={size} viewBox="0 0 80 80">
        <Path d="M22 6H58V34H22Z" fill={c.plateSunk} {...line} />
        {[12, 18, 24, 30].map((y) => (
          <Path key={y} d={`M22 ${y}L58 ${y - 3}`} fill="none" {...line} strokeWidth={1.4} />
        ))}
        <Path d="M31 34H49L46 52H34Z" fill={NOSE[look]} {...line} />
        <Rect
          x="36.5"
          y={look === 'worn' ? 52 : 50}
          width="7"
          height={look === 'worn' ? 5 : 11}
          rx={look === 'worn' ? 3 : 0}
          fill={c.slate}
          {...line}
        />
        {look === 'damaged' ? (
          <Path d="M56 34V50L50 58M56 34H50V47L45 53" fill={c.slate} {...line} />
        ) : (
          <Path d="M57 34V72H38V66H51V34Z" fill={c.slate} {...line} />
        )}
        {look === 'bridged' ? <Path d="M36 60L34 67H46L44 60Z" fill="#3A3733" {...line} strokeWidth={1} /> : null}
        {look === 'sooty' ? (
          <G>
            {[
              [35, 42],
              [41, 46],
              [45, 39],
              [38, 37],
            ].map(([x, y]) => (
              <Circle key={`${x}${y}`} cx={x} cy={y} r="2.2" fill="#6B645B" />
            ))}
          </G>
        ) : null}
        {look === 'white' ? (
          <G>
            {[
              [36, 42],
              [43, 45],
              [41, 38],
            ].map(([x, y]) => (
              <Circle key={`${x}${y}`} cx={x} cy={y} r="2" fill="none" stroke="#8E8778" strokeWidth={1.2} />
            ))}
          </G>
        ) : null}
        {look === 'oily' || look === 'wet' ? (
          <Path
            d="M33 56C33 62 29 64 29 68A4 4 0 0 0 37 68C37 64 33 62 33 56Z"
            fill={look === 'oily' ? '#24211D' : '#B9C7CC'}
            {...line}
            strokeWidth={1.4}
          />
        ) : null}
      </Svg>
    </View>
  );
}
