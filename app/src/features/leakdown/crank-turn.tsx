import { View } from 'react-native';
import Svg, { Circle, Line, Path } from 'react-native-svg';
import { useColours } from '@/ui/theme';

const SIZE = 64;
const MIDDLE = SIZE / 2;
const R = 22;

/**
 * The crank at its top, and how far it is turned to bring the next cylinder up. A full turn and more is drawn as a
 * ring.
 */
export function CrankTurn({
  degrees,
  rotation,
  cylinder,
}: {
  degrees: number;
  rotation: 'clockwise' | 'anticlockwise' | undefined;
  cylinder: string;
}) {
  const c = useColours();
  const way = rotation === 'anticlockwise' ? -1 : 1;
  const rest = degrees % 360;
  const at = (angle: number, r: number) =>
    [
      MIDDLE + r * Math.sin((way * angle * Math.PI) / 180),
      MIDDLE - r * Math.cos((way * angle * Math.PI) / 180),
    ] as const;
  const [x, y] = at(rest, R);
  const [tx, ty] = at(rest - 16, R);
  const flags = `${rest > 180 ? 1 : 0} ${way > 0 ? 1 : 0}`;
  const arc = `M${MIDDLE} ${MIDDLE - R}A${R} ${R} 0 ${flags} ${x.toFixed(1)} ${y.toFixed(1)}`;
  const [ax, ay] = at(rest - 24, R + 7);
  const [bx, by] = at(rest - 24, R - 7);
  return (
    <View
      role="img"
      aria-label={
        `Turn the crank ${degrees} degrees${rotation ? ` ${rotation}` : ', its own way round'} for cylinder ` +
        `${cylinder}`
      }
      style={{ width: SIZE, height: SIZE }}
    >
      <Svg width={SIZE} height={SIZE} viewBox={`0 0 ${SIZE} ${SIZE}`} aria-hidden>
        <Circle cx={MIDDLE} cy={MIDDLE} r={30} fill={c.plate} stroke={c.line} strokeWidth={2} />
        {degrees >= 360 ? <Circle cx={MIDDLE} cy={MIDDLE} r={R} fill="none" stroke={c.amber} strokeWidth={4} /> : null}
        {rest > 0 ? <Path d={arc} fill="none" stroke={c.amber} strokeWidth={5} /> : null}
        {rest > 30 ? (
          <Path d={`M${ax} ${ay}L${x} ${y}L${bx} ${by}`} fill="none" stroke={c.ink} strokeWidth={2.6} />
        ) : (
          <Line x1={tx} y1={ty} x2={x} y2={y} stroke={c.ink} strokeWidth={2.6} />
        )}
        <Line
          x1={MIDDLE}
          y1={MIDDLE}
          x2={MIDDLE}
          y2={MIDDLE - 13}
          stroke={c.ink}
          strokeWidth={5}
          strokeLinecap="round"
        />
        <Circle cx={MIDDLE} cy={MIDDLE} r={5} fill={c.ink} />
      </Svg>
    </View>
  );
}
