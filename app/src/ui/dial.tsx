import { View } from 'react-native';
import Svg, { Circle, G, Path, Text as SvgText } from 'react-native-svg';
import { useColours } from './theme';
import { FACE } from './tokens';

export interface DialTick { at: number; name: string }

interface Props {
  /** Where the needle stands, or nothing when there is no figure yet. All figures in one unit. */
  figure?: number;
  /** As it was typed: shown large under the needle. */
  shown: string;
  unit: string;
  fullScale: number;
  /** The book's band, moved to where the engine stands. */
  min?: number;
  max?: number;
  /** First stroke: a ring. */
  first?: number;
  /** The other cylinders, outside the scale. */
  others?: readonly DialTick[];
  /** This cylinder the last time, a hollow mark. */
  lastTime?: number;
  maxWidth?: number;
}

const R = 150;
const CX = 190;
const CY = 176;
/** Sweep in degrees, from the lower left over the top to the lower right. */
const FROM = -215;
const TO = 35;

/** A drawn gauge. It says in words for the ear what it shows. */
export function Dial({ figure, shown, unit, fullScale, min, max, first, others = [], lastTime, maxWidth = 380 }: Props) {
  const c = useColours();
  const angle = (x: number) => ((FROM + (TO - FROM) * Math.min(1, Math.max(0, x / fullScale))) * Math.PI) / 180;
  const at = (x: number, r: number) => [CX + r * Math.cos(angle(x)), CY + r * Math.sin(angle(x))] as const;
  const arc = (a: number, b: number, r: number) => {
    const [x0, y0] = at(a, r);
    const [x1, y1] = at(b, r);
    const large = ((b - a) / fullScale) * (TO - FROM) > 180 ? 1 : 0;
    return `M${x0.toFixed(2)} ${y0.toFixed(2)}A${r} ${r} 0 ${large} 1 ${x1.toFixed(2)} ${y1.toFixed(2)}`;
  };
  const line = (x: number, r0: number, r1: number) => {
    const [x0, y0] = at(x, r0);
    const [x1, y1] = at(x, r1);
    return `M${x0.toFixed(2)} ${y0.toFixed(2)}L${x1.toFixed(2)} ${y1.toFixed(2)}`;
  };
  const { major, minor } = divisions(fullScale);
  const minors = steps(fullScale, minor);
  const majors = steps(fullScale, major);
  const spoken = [
    `Gauge, ${shown === '' ? 'no reading yet' : `${shown} ${unit}`}`,
    min === undefined ? '' : `minimum ${min.toFixed(0)}`,
    ...others.map((other) => `${other.name} ${other.at.toFixed(0)}`),
  ].filter(Boolean).join(', ');
  return (
    <View role="img" aria-label={spoken} style={{ width: '100%', maxWidth, alignSelf: 'center', aspectRatio: 380 / 282 }}>
      <Svg width="100%" height="100%" viewBox="0 0 380 282" aria-hidden>
        <Path d={arc(0, fullScale, R)} fill="none" stroke={c.ink} strokeWidth={3} />
        {min === undefined ? null : <Path d={arc(0, Math.min(min, fullScale), R - 5)} fill="none" stroke={c.rust} strokeWidth={4} strokeDasharray="2 5" />}
        {min === undefined ? null : <Path d={arc(Math.min(min, fullScale), Math.min(max ?? fullScale, fullScale), R - 6)} fill="none" stroke={c.moss} strokeWidth={10} {...(max === undefined ? { strokeOpacity: 0.75 } : {})} />}
        {minors.map((x) => <Path key={x} d={line(x, R - 2, R - 10)} stroke={c.ink} strokeWidth={1.4} />)}
        {majors.map((x) => (
          <G key={x}>
            <Path d={line(x, R - 2, R - 20)} stroke={c.ink} strokeWidth={3} />
            <SvgText x={at(x, R - 38)[0]} y={at(x, R - 38)[1] + 5} textAnchor="middle" fontFamily={FACE.instrument} fontSize={13.5} fill={c.ink}>{x}</SvgText>
          </G>
        ))}
        {others.map((other) => (
          <G key={other.name}>
            <Path d={line(other.at, R + 3, R + 13)} stroke={c.ink} strokeWidth={3} />
            <SvgText x={at(other.at, R + 23)[0]} y={at(other.at, R + 23)[1] + 4} textAnchor="middle" fontFamily={FACE.heavy} fontSize={13} fill={c.ink}>{other.name}</SvgText>
          </G>
        ))}
        {lastTime === undefined ? null : <Path d={line(lastTime, R - 22, R - 12)} stroke={c.slate} strokeWidth={6} strokeOpacity={0.75} />}
        {first === undefined ? null : <Circle cx={at(first, R - 30)[0]} cy={at(first, R - 30)[1]} r={5.5} fill="none" stroke={c.ink} strokeWidth={2.2} />}
        <Path d={line(figure ?? 0, -26, R - 24)} stroke={figure === undefined ? c.line : c.amber} strokeWidth={6} strokeLinecap="round" strokeOpacity={figure === undefined ? 0.35 : 1} />
        {figure === undefined ? null : <Path d={line(figure, -26, R - 24)} stroke={c.ink} strokeWidth={1.4} />}
        <Circle cx={CX} cy={CY} r={12} fill={c.ink} />
        <Circle cx={CX} cy={CY} r={4} fill={c.amber} />
        <SvgText x={CX} y={252} textAnchor="middle" fontFamily={FACE.instrument} fontSize={46} fill={shown === '' ? c.dim : c.ink}>{shown === '' ? '–' : shown}</SvgText>
        <SvgText x={CX} y={275} textAnchor="middle" fontFamily={FACE.strong} fontSize={16} fill={c.dim}>{unit}</SvgText>
      </Svg>
    </View>
  );
}

/** Marks a person can read: eight to ten numbered, four or five steps between. */
function divisions(fullScale: number): { major: number; minor: number } {
  const rough = fullScale / 8;
  const power = 10 ** Math.floor(Math.log10(rough));
  const major = ([1, 2, 2.5, 5, 10].find((m) => m * power >= rough) ?? 10) * power;
  return { major, minor: major / (major / power === 2 || major / power === 2.5 ? 4 : 5) };
}

function steps(fullScale: number, by: number): number[] {
  return Array.from({ length: Math.floor(fullScale / by + 1e-9) + 1 }, (_, i) => Number((i * by).toFixed(4)));
}
