import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Circle, Line, Path, Text as SvgText } from 'react-native-svg';
import { useColours } from '@/ui/theme';
import { FACE } from '@/ui/tokens';

interface Props {
  samples: readonly { seconds: number; value: number }[];
  /** Loss that the rig has by itself, a minute. */
  rigPerMinute: number;
  holdSeconds: number;
  maxDrop: number;
  seconds: number;
  unit: string;
}

/** Higher than this it says no more. */
const HIGHEST = 300;
/** Lower than this nobody reads it. */
const LEAST = 40;
const LEFT = 40;
const RIGHT = 10;
const TOP = 12;
const BOTTOM = 26;

/** What is left in the case over time, against the least that may be left. */
export function HoldCurve({ samples, rigPerMinute, holdSeconds, maxDrop, seconds, unit }: Props) {
  const c = useColours();
  const [{ width, height }, setSize] = useState({ width: 0, height: 0 });
  const start = samples[0]?.value ?? 0;
  const least = (at: number) => start - (maxDrop * at) / holdSeconds - (rigPerMinute * at) / 60;
  const end = Math.max(holdSeconds, seconds, ...samples.map((one) => one.seconds));
  const low = Math.max(0, Math.min(least(end), ...samples.map(({ value }) => value)) - maxDrop);
  const high = Math.max(start, ...samples.map(({ value }) => value)) + maxDrop / 2;
  const x = (at: number) => LEFT + (at / end) * (width - LEFT - RIGHT);
  const y = (value: number) => TOP + ((high - value) / Math.max(1e-9, high - low)) * (height - TOP - BOTTOM);
  const path = samples
    .map(({ seconds: at, value }, i) => `${i === 0 ? 'M' : 'L'}${x(at).toFixed(1)} ${y(value).toFixed(1)}`)
    .join('');
  const text = { fontFamily: FACE.strong, fontSize: 13, fill: c.dim } as const;
  return (
    <View
      style={styles.curve}
      onLayout={({ nativeEvent: { layout } }) =>
        setSize({ width: layout.width, height: Math.min(HIGHEST, layout.height) })
      }
      role="img"
      aria-label={
        'Left in the case: ' +
        `${samples.map(({ seconds: at, value }) => `${value} ${unit} at ${at} seconds`).join(', ')}. At least ` +
        `${least(holdSeconds).toFixed(1)} may be left at ${holdSeconds} seconds.`
      }
    >
      {width > 0 && height > LEAST ? (
        <Svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} aria-hidden>
          <Line
            x1={LEFT}
            y1={height - BOTTOM}
            x2={width - RIGHT}
            y2={height - BOTTOM}
            stroke={c.line}
            strokeWidth="2"
          />
          <Path
            d={`M${x(0)} ${y(start)}L${x(end)} ${y(least(end))}`}
            stroke={c.rust}
            strokeWidth="2.5"
            strokeDasharray="3 5"
            fill="none"
          />
          <Line
            x1={x(Math.min(end, seconds))}
            y1={TOP}
            x2={x(Math.min(end, seconds))}
            y2={height - BOTTOM}
            stroke={c.amber}
            strokeWidth="2"
          />
          <Path d={path} stroke={c.ink} strokeWidth="2.6" fill="none" />
          {samples.map(({ seconds: at, value }) => (
            <Circle key={at} cx={x(at)} cy={y(value)} r="5" fill={c.plate} stroke={c.ink} strokeWidth="2.6" />
          ))}
          <SvgText x={LEFT - 11} y={y(start) + 5} textAnchor="end" {...text}>
            {start}
          </SvgText>
          <SvgText x={x(holdSeconds)} y={height - 8} textAnchor="end" {...text}>{`${holdSeconds} s`}</SvgText>
          <SvgText x={LEFT} y={height - 8} {...text}>
            0
          </SvgText>
        </Svg>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({ curve: { flex: 1, minHeight: 0, overflow: 'hidden' } });
