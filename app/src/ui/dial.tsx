import { View } from 'react-native';
import Svg, { Circle, G, Path, Text as SvgText } from 'react-native-svg';
import { type GaugeShows, type GaugeTick, gaugeWords, marksOf } from './gauge';
import { LiveNeedle } from './live-needle';
import { SvgFigure } from './svg-figure';
import { useColours } from './theme';
import { FACE } from './tokens';

interface Props extends GaugeShows {
  maxWidth?: number;
  /** `bare`: the figure stands beside. `arc`: so, and only the upper half of it, for want of room. */
  shape?: 'whole' | 'bare' | 'arc';
  /**
   * A mirror behind the needle, and how far from straight it is looked at, units of the drawing: the needle seems
   * moved one way, its image the other.
   */
  aside?: number;
}

const R = 150;
const CX = 190;
const CY = 176;
/** Where the scale begins and ends, degrees: from the left over the top to the right. */
const SHAPES = {
  whole: { from: -215, to: 35, view: { width: 380, height: 282 } },
  bare: { from: -215, to: 35, view: { width: 380, height: 272 } },
  arc: { from: -180, to: 0, view: { width: 380, height: 194 } },
} as const;

/** The widest dial that fits a height, px. */
export const dialWidthFor = (height: number, shape: keyof typeof SHAPES = 'whole') =>
  (height * SHAPES[shape].view.width) / SHAPES[shape].view.height;

/** Degrees by which the first and last figure stand off the ends, so that the needle at rest hides neither. */
const END_NUDGE = 9;

/** A drawn gauge. It says in words for the ear what it shows. */
export function Dial({ maxWidth = 380, shape = 'whole', aside, ...shows }: Props) {
  const { figure, shown, unit, fullScale, min, max, shade, here, first, others = [], lastTime, live } = shows;
  const c = useColours();
  const { from: start, to: end, view } = SHAPES[shape];
  const bare = shape !== 'whole';
  const angle = (x: number) => ((start + (end - start) * Math.min(1, Math.max(0, x / fullScale))) * Math.PI) / 180;
  const at = (x: number, r: number) => [CX + r * Math.cos(angle(x)), CY + r * Math.sin(angle(x))] as const;
  const numeral = (x: number) => {
    const nudge = x === 0 ? END_NUDGE : x === fullScale ? -END_NUDGE : 0;
    return at(x + (nudge / (end - start)) * fullScale, R - 36);
  };
  const arc = (a: number, b: number, r: number) => {
    const [x0, y0] = at(a, r);
    const [x1, y1] = at(b, r);
    const large = ((b - a) / fullScale) * (end - start) > 180 ? 1 : 0;
    return `M${x0.toFixed(2)} ${y0.toFixed(2)}A${r} ${r} 0 ${large} 1 ${x1.toFixed(2)} ${y1.toFixed(2)}`;
  };
  const line = (x: number, r0: number, r1: number) => {
    const [x0, y0] = at(x, r0);
    const [x1, y1] = at(x, r1);
    return `M${x0.toFixed(2)} ${y0.toFixed(2)}L${x1.toFixed(2)} ${y1.toFixed(2)}`;
  };
  const { major, minor } = marksOf(fullScale, bare ? 5 : 8);
  const minors = steps(fullScale, minor);
  const majors = steps(fullScale, major);
  return (
    <View
      role="img"
      aria-label={gaugeWords(shows)}
      style={{ width: '100%', maxWidth, alignSelf: 'center', aspectRatio: view.width / view.height }}
    >
      <Svg width="100%" height="100%" viewBox={`0 0 ${view.width} ${view.height}`} aria-hidden>
        <Path d={arc(0, fullScale, R)} fill="none" stroke={c.ink} strokeWidth={3} />
        {min === undefined ? null : (
          <Path
            d={arc(0, Math.min(min, fullScale), R - 5)}
            fill="none"
            stroke={c.rust}
            strokeWidth={4}
            strokeDasharray="2 5"
          />
        )}
        {min === undefined ? null : (
          <Path
            d={arc(Math.min(min, fullScale), Math.min(max ?? fullScale, fullScale), R - 6)}
            fill="none"
            stroke={c.moss}
            strokeWidth={10}
            {...(max === undefined ? { strokeOpacity: 0.75 } : {})}
          />
        )}
        {shade ? (
          <Path
            d={arc(shade.from, Math.min(fullScale, shade.to), R - 30)}
            fill="none"
            stroke={c.slate}
            strokeWidth={16}
            strokeOpacity={0.55}
          />
        ) : null}
        {here ? (
          <Path d={arc(here.from, Math.min(fullScale, here.to), R - 24)} fill="none" stroke={c.slate} strokeWidth={4} />
        ) : null}
        {minors.map((x) => (
          <Path key={x} d={line(x, R - 2, R - 10)} stroke={c.ink} strokeWidth={1.4} />
        ))}
        {majors.map((x) => (
          <G key={x}>
            <Path d={line(x, R - 2, R - 20)} stroke={c.ink} strokeWidth={3} />
            <SvgFigure x={numeral(x)[0]} y={numeral(x)[1] + 5} size={bare ? 24 : 13.5} colour={c.ink}>
              {String(x)}
            </SvgFigure>
          </G>
        ))}
        {spacedNames(others, (x) => angle(x)).map(({ at: x, name, nameAngle }) => (
          <G key={name}>
            <Path d={line(x, R + 3, R + 11)} stroke={c.ink} strokeWidth={3} />
            <SvgText
              x={CX + (R + 22) * Math.cos(nameAngle)}
              y={CY + (R + 22) * Math.sin(nameAngle) + 4}
              textAnchor="middle"
              fontFamily={FACE.heavy}
              fontSize={13}
              fill={c.ink}
            >
              {name}
            </SvgText>
          </G>
        ))}
        {lastTime === undefined ? null : (
          <Path d={line(lastTime, R - 22, R - 12)} stroke={c.slate} strokeWidth={6} strokeOpacity={0.75} />
        )}
        {first === undefined ? null : (
          <Circle
            cx={at(first, R - 30)[0]}
            cy={at(first, R - 30)[1]}
            r={5.5}
            fill="none"
            stroke={c.ink}
            strokeWidth={2.2}
          />
        )}
        {aside === undefined ? null : (
          <>
            <Path d={arc(0, fullScale, R - 58)} fill="none" stroke={c.slate} strokeWidth={18} strokeOpacity={0.35} />
            <G x={-aside}>
              <Path d={line(figure ?? 0, R - 67, R - 49)} stroke={c.slate} strokeWidth={6} />
            </G>
          </>
        )}
        {live ? null : (
          <G x={aside ?? 0}>
            <Hand at={figure} line={line} />
          </G>
        )}
        {bare ? null : (
          <>
            <SvgFigure x={CX} y={252} size={46} colour={shown === '' ? c.dim : c.ink}>
              {shown === '' ? '–' : shown}
            </SvgFigure>
            <SvgText x={CX} y={275} textAnchor="middle" fontFamily={FACE.strong} fontSize={16} fill={c.dim}>
              {unit}
            </SvgText>
          </>
        )}
      </Svg>
      {live ? (
        <LiveNeedle
          degrees={() => (angle(live()) * 180) / Math.PI}
          centre={{ x: CX, y: CY }}
          view={view}
          tip={R - 24}
        />
      ) : null}
    </View>
  );
}

/** The needle at rest on a figure, or pale at zero where there is none yet. */
function Hand({ at, line }: { at: number | undefined; line(x: number, r0: number, r1: number): string }) {
  const c = useColours();
  return (
    <>
      <Path
        d={line(at ?? 0, -26, R - 24)}
        stroke={at === undefined ? c.line : c.amber}
        strokeWidth={6}
        strokeLinecap="round"
        strokeOpacity={at === undefined ? 0.35 : 1}
      />
      {at === undefined ? null : <Path d={line(at, -26, R - 24)} stroke={c.ink} strokeWidth={1.4} />}
      <Circle cx={CX} cy={CY} r={12} fill={c.ink} />
      <Circle cx={CX} cy={CY} r={4} fill={c.amber} />
    </>
  );
}

/** Names outside the scale, moved apart along it so that cylinders that read alike stay legible. */
function spacedNames(ticks: readonly GaugeTick[], angle: (x: number) => number): (GaugeTick & { nameAngle: number })[] {
  const room = (name: string) => 0.045 + 0.03 * name.length;
  const placed = [...ticks]
    .sort((a, b) => a.at - b.at)
    .reduce<(GaugeTick & { nameAngle: number })[]>((done, tick) => {
      const before = done[done.length - 1];
      const free = before ? before.nameAngle + room(before.name) + room(tick.name) : -Infinity;
      return [...done, { ...tick, nameAngle: Math.max(angle(tick.at), free) }];
    }, []);
  // Names were only pushed clockwise: bring the whole row back over its ticks.
  const pushed = placed.map((tick) => tick.nameAngle - angle(tick.at));
  const back = placed.length === 0 ? 0 : pushed.reduce((a, b) => a + b, 0) / placed.length;
  return placed.map((tick) => ({ ...tick, nameAngle: tick.nameAngle - back }));
}

function steps(fullScale: number, by: number): number[] {
  return Array.from({ length: Math.floor(fullScale / by + 1e-9) + 1 }, (_, i) => Number((i * by).toFixed(4)));
}
